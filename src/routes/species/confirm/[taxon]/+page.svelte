<script lang="ts">
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';

  let { data, form } = $props();
  let a = $derived(data.chosen[0]);
  let b = $derived(data.chosen[1]);
  const columns = $derived([
    { id: a, letter: 'A' },
    { id: b, letter: 'B' }
  ]);
  const open = $derived(data.claims.filter(({ confirmed }) => confirmed < data.enough).length);
</script>

<svelte:head><title>Confirm {data.name} · Good Trail</title></svelte:head>
{#if data.done}<p class="note mb-2 flex items-center gap-2 text-ink-2" role="status">
    <CircleCheck size={16} class="text-moss" aria-hidden="true" />Entered what your sources say of {data.done}.
  </p>{/if}
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Confirm {data.name}</h1>
  <i class="text-[19px]">{data.scientific}</i>
  <SeverityMark severity={data.severity} dangerous={data.isDangerous} />
  <a href="/species/{data.slug}" class="link-line">its sheet</a>
  <a href="/species/{data.slug}/correct" class="link-line">correct it</a>
  <a href="/species/confirm" class="link-line">the queue</a>
  {#if data.walk}<a href="/walks/{data.walk.id}" class="link-line">back to {data.walk.name}</a>{/if}
</div>
<p class="text-ink-2">
  {open === 0
    ? 'Every claim has two sources.'
    : `${open} of ${data.claims.length} claims still need two sources.`}
  Basis of the draft: {data.basis}
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if data.sources.length === 0}
  <p class="mt-4">
    Your bookshelf is empty. <a href="/species/confirm">Put your floras, handbooks and experts on it</a> first.
  </p>
{:else}
  <form
    method="POST"
    class="mt-4"
    use:enhance={() =>
      async ({ update }) =>
        update({ reset: false })}
  >
    <input type="hidden" name="next" value={data.next?.slug ?? ''} />
    <input type="hidden" name="walk" value={data.walk?.id ?? ''} />
    <div class="grid max-w-[760px] gap-4 sm:grid-cols-2">
      <label
        ><span class="note font-strong">Source A</span><select name="a" class="select" bind:value={a}
          >{#each data.sources as source (source.id)}<option value={source.id}>{source.citation}</option
            >{/each}</select
        ></label
      >
      <label class="sm:row-start-2" for="where-a"
        ><span class="note font-strong">Where in A</span><input
          id="where-a"
          name="whereA"
          class="input"
          maxlength="120"
          placeholder="page 412, plate 30"
          autocomplete="off"
        /></label
      >
      <label
        ><span class="note font-strong">Source B</span><select name="b" class="select" bind:value={b}
          >{#each data.sources as source (source.id)}<option value={source.id}>{source.citation}</option
            >{/each}<option value="">none today</option></select
        ></label
      >
      {#if b}<label class="sm:row-start-2" for="where-b"
          ><span class="note font-strong">Where in B</span><input
            id="where-b"
            name="whereB"
            class="input"
            maxlength="120"
            placeholder="page 88"
            autocomplete="off"
          /></label
        >{/if}
    </div>
    <table class="ruled mt-4">
      <thead
        ><tr
          ><th scope="col">the library claims</th>{#each columns as column (column.letter)}{#if column.id}<th
                scope="col"
                class="w-[92px] max-sm:w-[56px]">{column.letter} agrees</th
              >{/if}{/each}<th scope="col" class="w-[120px] max-sm:hidden">state</th></tr
        ></thead
      >
      <tbody>
        {#each data.claims as claim (claim.hash)}
          <tr>
            <td>
              <strong>{claim.title}</strong>
              {#if claim.kind === 'looks'}<details class="note text-ink-2">
                  <summary class="cursor-pointer py-1">read the description</summary>{claim.text}
                </details>{:else}<span class="note block text-ink-2">{claim.text}</span>{/if}
              {#each claim.by as one (one.sourceId)}<span class="note mt-1 block text-moss"
                  >{one.citation}{one.place ? `, ${one.place}` : ''}: read by {one.reader}, {dayAndMonth(
                    one.on
                  )}
                  {one.on.slice(0, 4)}</span
                >{/each}
              {#each claim.said as other (other.sourceId)}<span class="note mt-1 flex gap-2 text-ochre"
                  ><TriangleAlert size={15} class="mt-0.5 shrink-0" aria-hidden="true" /><span
                    ><strong>{other.citation}</strong> says otherwise: “{other.says}” Until that is settled
                    the claim counts as unconfirmed.</span
                  ></span
                >{/each}
              <details class="note mt-1">
                <summary class="cursor-pointer py-1 text-ink-2">a source says otherwise</summary>
                <div class="grid gap-2 sm:grid-cols-2">
                  {#each columns as column (column.letter)}{#if column.id}<label
                        >What {column.letter} says<textarea
                          name="otherwise:{claim.hash}:{column.id}"
                          rows="2"
                          maxlength="600"
                          class="textarea py-1"
                          value={claim.said.find(({ sourceId }) => sourceId === column.id)?.says ?? ''}
                        ></textarea></label
                      >{/if}{/each}
                </div>
              </details>
            </td>
            {#each columns as column (column.letter + column.id)}{#if column.id}<td
                  ><label class="grid min-h-10 min-w-10 place-items-center"
                    ><input
                      type="checkbox"
                      class="checkbox border-rule-strong"
                      name="agrees:{claim.hash}:{column.id}"
                      checked={claim.by.some(({ sourceId }) => sourceId === column.id)}
                      aria-label="{column.letter} agrees: {claim.title}"
                    /></label
                  ></td
                >{/if}{/each}
            <td class="note max-sm:hidden"
              >{#if claim.said.length > 0}<span class="font-strong text-ochre">disputed</span
                >{:else if claim.confirmed >= data.enough}<span class="font-strong text-moss">confirmed</span
                >{:else}<span class="text-ink-2">draft, {claim.confirmed} of {data.enough}</span>{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <div class="mt-4 flex flex-wrap items-center gap-4">
      <button class="btn btn-primary">Enter what they say{data.next ? `, then ${data.next.name}` : ''}</button
      >
      {#if data.next}<a
          href="/species/confirm/{data.next.slug}?a={a}&b={b}{data.walk ? `&walk=${data.walk.id}` : ''}"
          class="link-line">Skip to {data.next.name}</a
        >{/if}
    </div>
    <p class="fine mt-2 max-w-prose text-ink-2">
      Tick a claim only with the page open before you. A claim is confirmed by two independent sources; a web
      page never counts, and a copied source counts once. If a source is stricter than the library, correct
      the claim on its sheet.
    </p>
  </form>
{/if}
