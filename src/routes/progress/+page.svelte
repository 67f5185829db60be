<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import { keptApart } from '$core/learning';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import Download from '@lucide/svelte/icons/download';
  import { counted, dayAndMonth, weekdayAndDay } from '$core/words';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import Figures from '$lib/ui/progress/Figures.svelte';
  import DangerRate from '$lib/ui/progress/DangerRate.svelte';
  import HeatMap from '$lib/ui/progress/HeatMap.svelte';
  import Margin from '$lib/ui/progress/Margin.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
  const ready = $derived(data.people.filter(({ readiness }) => readiness?.isReady).length);
  const shownPairs = $derived(data.pairs.filter(({ answers }) => answers > 0));
  const address = (person: string) => `/progress/${person}${data.walk ? `?walk=${data.walk.id}` : ''}`;
</script>

<svelte:head><title>Progress · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
  <h1>Progress</h1>
  <FilterForm path="/progress" class="flex flex-wrap items-end gap-x-4 gap-y-2">
    {#snippet children(apply)}
      <label
        ><span class="note font-strong">Group</span><select
          name="cohort"
          class="select w-[190px]"
          value={data.cohort?.id}
          onchange={() => apply()}
          >{#each data.cohorts as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
        ></label
      >
      {#if data.walks.length > 0}<label
          ><span class="note font-strong">for</span><select
            name="walk"
            class="select w-[210px]"
            value={data.walk?.id}
            onchange={() => apply()}
            >{#each data.walks as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
          ></label
        >{/if}
      <noscript><button class="btn btn-line">Show</button></noscript>
    {/snippet}
  </FilterForm>
</div>

{#if data.members === 0}
  <p class="mt-6">
    Nobody is in this group yet. Learners are added under <a href="/people">People</a>.
  </p>
{:else}
  <div class="mt-4 grid gap-x-9 gap-y-8 lg:grid-cols-[minmax(0,1fr)_240px]">
    <div class="grid content-start gap-6">
      <div class="grid gap-x-8 gap-y-3 sm:grid-cols-2">
        <DangerRate danger={data.danger} by=" by the group" />
        {#if data.walk}
          <p class="flex gap-3">
            {#if ready === data.members}<CircleCheck
                size={26}
                class="mt-1 shrink-0 text-moss"
                aria-hidden="true"
              />{:else}<CircleDashed
                size={26}
                class="mt-1 shrink-0 text-ochre"
                aria-hidden="true"
              />{/if}<span
              ><strong class="font-serif text-[21px]"
                >{ready} of {data.people.length}{data.people.length < data.members ? ' listed below' : ''} ready</strong
              ><span class="block text-ink-2"
                >for {data.walk.name}, {weekdayAndDay(data.walk.heldOn)}: advice, not leave</span
              ></span
            >
          </p>
        {/if}
      </div>
      {#if shownPairs.length > 0}
        <section aria-label="Learners and pairs">
          <HeatMap people={data.people} pairs={data.pairs} />
          <p class="fine text-ink-2">
            Answers without an error, of all: right or left alone. The darker a field, the fewer slips; an
            empty one was not practised yet. A pair counts towards readiness after four answers in a row
            without a slip, over three days.
          </p>
        </section>
      {/if}
      <WideTable label="Learners of the group">
        <table class="ruled">
          <thead
            ><tr
              ><th scope="col">who</th><th scope="col">dangerous ‘gather’</th><th scope="col">for the walk</th
              ><th scope="col">pairs without a slip, four times</th><th scope="col">last practised</th></tr
            ></thead
          >
          <tbody>
            {#each data.people as person (person.id)}
              <tr>
                <th scope="row" class="!border-rule !text-[15px]"
                  ><a href={address(person.id)} class="text-ink underline decoration-rule underline-offset-4"
                    >{person.name}</a
                  ></th
                >
                <td class={person.danger.gathers > 0 ? 'font-strong text-rosehip' : ''}
                  >{#if person.danger.shown > 0}{person.danger.gathers} of {person.danger.shown}
                    <span class="fine font-normal whitespace-nowrap text-ink-2"
                      >up to {Math.ceil(person.danger.limit * 100)} in 100</span
                    >{:else}—{/if}</td
                >
                <td
                  >{#if person.readiness?.isReady}<span class="font-strong text-moss">ready</span
                    >{:else if person.readiness}<span class="text-ochre"
                      >not yet: {counted(person.readiness.missing, 'thing')} missing</span
                    >{/if}</td
                >
                <td
                  >{#if person.readiness}{person.readiness.clean} of {person.readiness.pairs}{/if}</td
                >
                <td class="whitespace-nowrap">{person.lastOn ? dayAndMonth(person.lastOn) : 'never'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </WideTable>
      {#if data.people.length < data.members}
        <p class="note text-ink-2">
          The {data.people.length} with most dangerous answers of {data.members}; the file has all of them.
        </p>
      {/if}
      {#if data.pairs.length > 0}
        <WideTable label="Pairs of the group">
          <table class="ruled">
            <thead
              ><tr
                ><th scope="col">pair</th><th scope="col">stage</th><th scope="col">dangerous ‘gather’</th><th
                  scope="col">kept apart</th
                ><th scope="col" class="!text-right">without a slip, four times</th></tr
              ></thead
            >
            <tbody>
              {#each data.pairs as pair (pair.key + pair.stages)}
                <tr>
                  <td><strong>{pair.target}</strong> or {nameWithin(pair.lookalike)}</td>
                  <td>{pair.stages}</td>
                  <td class={pair.dangerousGathers > 0 ? 'font-strong text-rosehip' : ''}
                    >{pair.dangerousGathers} of {pair.dangerousShown}
                    <span class="fine font-normal whitespace-nowrap text-ink-2"
                      >up to {Math.ceil(pair.limit * 100)} in 100</span
                    ></td
                  >
                  <td>{pair.discrimination === undefined ? '—' : keptApart(pair.discrimination)}</td>
                  <td class="!text-right">{pair.clean} of {data.people.length}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </WideTable>
      {/if}
      <p class="fine max-w-prose text-ink-2">
        What is known at one stage is not known at another. Drawings are not plants.
      </p>
      {#if data.pairs.length > 0}<Figures
          rows={data.pairs.map((pair) => ({
            ...pair,
            name: `${pair.target} or ${nameWithin(pair.lookalike)}`,
            stage: pair.stages
          }))}
        />{/if}
      {#if data.cohort}<p>
          <a href="/progress/export?cohort={data.cohort.id}" class="btn btn-line"
            ><Download size={17} aria-hidden="true" />Take the figures out as CSV</a
          >
          <a href="/progress/export?cohort={data.cohort.id}&table=semicolon" class="note ml-3"
            >with semicolons and decimal commas</a
          >
        </p>{/if}
    </div>
    <aside><Margin calibration={data.calibration} confusions={data.confusions} weeks={data.weeks} /></aside>
  </div>
{/if}
