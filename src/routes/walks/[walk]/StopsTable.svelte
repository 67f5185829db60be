<script lang="ts">
  import { enhance } from '$app/forms';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Pencil from '@lucide/svelte/icons/pencil';
  import X from '@lucide/svelte/icons/x';
  import { clockTime } from '$core/route';
  import Field from '$lib/ui/Field.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import type { PageData } from './$types';

  /** The timetable: each stop with what is done there, when, and how far it is to the next. */
  interface Props {
    stops: PageData['stops'];
    taxa: PageData['taxa'];
    mayEdit: boolean;
  }
  let { stops, taxa, mayEdit }: Props = $props();
  let editing = $state<string>();
  const columns = $derived(mayEdit ? 7 : 6);
</script>

{#snippet move(stop: Props['stops'][number], step: -1 | 1)}
  {@const Icon = step < 0 ? ArrowUp : ArrowDown}
  <form method="POST" action="?/moveStop" use:enhance class="inline">
    <input type="hidden" name="id" value={stop.id} /><button
      name="step"
      value={step}
      class="cursor-pointer p-1"
      aria-label="Move {stop.name} {step < 0 ? 'earlier' : 'later'}"><Icon size={16} /></button
    >
  </form>
{/snippet}

<WideTable label="Timetable">
  <table id="stops" class="ruled compact mt-1">
    <thead>
      <tr
        ><th scope="col" class="w-14">arrive</th><th scope="col" class="hidden w-14 sm:table-cell">leave</th
        ><th scope="col">stop</th><th scope="col">what for</th><th
          scope="col"
          class="hidden !text-right sm:table-cell">min</th
        ><th scope="col" class="hidden !text-right sm:table-cell">then walk</th>{#if mayEdit}<th scope="col"
            ><span class="sr-only">change</span></th
          >{/if}</tr
      >
    </thead>
    <tbody>
      {#each stops as stop, i (stop.id)}
        <tr>
          <td><strong>{clockTime(stop.arrive)}</strong></td>
          <td class="hidden sm:table-cell">{clockTime(stop.leave)}</td>
          <td class="sm:whitespace-nowrap"
            ><span class="disc mr-2">{stop.position}</span><strong>{stop.name}</strong></td
          >
          <td class="w-full">
            {#each taxa.filter(({ stopId }) => stopId === stop.id) as planned (planned.slug)}<span
                class="mr-3 sm:inline-block"
                ><RoleMark role={planned.role} /> {planned.name.toLowerCase()}</span
              >{:else}<span class="line-clamp-1 text-ink-2" title={stop.talkingPoints}
                >{stop.talkingPoints}</span
              >{/each}
          </td>
          <td class="hidden !text-right sm:table-cell">{stop.minutes}</td>
          <td class="hidden whitespace-nowrap !text-right text-ink-2 sm:table-cell"
            >{i < stops.length - 1 ? `${stop.legMetres} m, ${stop.legMinutes} min` : 'home'}</td
          >
          {#if mayEdit}
            <td class="whitespace-nowrap !pr-0 !text-right">
              {#if i > 0}{@render move(stop, -1)}{/if}
              {#if i < stops.length - 1}{@render move(stop, 1)}{/if}
              <button
                type="button"
                class="cursor-pointer p-1"
                aria-expanded={editing === stop.id}
                aria-label="Change {stop.name}"
                onclick={() => (editing = editing === stop.id ? undefined : stop.id)}
                ><Pencil size={15} /></button
              >
            </td>
          {/if}
        </tr>
        {#if editing === stop.id}
          <tr>
            <td colspan={columns} class="bg-shade !px-3 !py-3">
              <form
                method="POST"
                action="?/changeStop"
                class="grid gap-3 sm:grid-cols-[2fr_90px_3fr]"
                use:enhance={() =>
                  async ({ result, update }) => {
                    await update({ reset: false });
                    if (result.type === 'success') editing = undefined;
                  }}
              >
                <input type="hidden" name="id" value={stop.id} />
                <Field label="Name" name="name" value={stop.name} maxlength={120} />
                <Field label="Minutes" name="minutes" type="number" value={stop.minutes} />
                <Field label="Talking points" name="talkingPoints" rows={2} value={stop.talkingPoints} />
                <div class="flex flex-wrap gap-3 sm:col-span-3">
                  <button class="btn btn-primary btn-sm">Keep these changes</button>
                  <button type="button" class="btn btn-line btn-sm" onclick={() => (editing = undefined)}
                    >Close</button
                  >
                  <button
                    formaction="?/removeStop"
                    class="btn btn-line btn-sm ml-auto text-rosehip"
                    onclick={(event) => {
                      if (!confirm(`Remove the stop “${stop.name}” and its taxa from this walk?`))
                        event.preventDefault();
                    }}><X size={15} aria-hidden="true" />Remove this stop</button
                  >
                </div>
              </form>
            </td>
          </tr>
        {/if}
      {:else}
        <tr
          ><td colspan={columns} class="text-ink-2"
            >No stops yet. Choose a patch below or point at the map; the first stop is where the group meets.</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</WideTable>
