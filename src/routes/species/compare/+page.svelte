<script lang="ts">
  import { goto } from '$app/navigation';
  import Eye from '@lucide/svelte/icons/eye';
  import Hand from '@lucide/svelte/icons/hand';
  import { fieldsOf } from '$lib/ui/fields-of';
  import { addressOf, stageWord } from '$core/words';
  import PlantOptions from '$lib/ui/species/PlantOptions.svelte';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';
  import Photo from '$lib/ui/species/Photo.svelte';

  let { data } = $props();
  const slots = $derived(
    Array.from(
      { length: Math.min(data.mostPlants, Math.max(2, data.plants.length + 1)) },
      (_, i) => data.plants[i]
    )
  );
  const groups = $derived(data.groups);
  const separating = $derived(
    [...(groups?.separating ?? [])].sort(
      (a, b) => Number(b.decides) - Number(a.decides) || Number(a.byAbsence) - Number(b.byAbsence)
    )
  );
  const folded = $derived(
    groups
      ? [
          { title: 'Tells them apart in part', rows: groups.partly },
          { title: 'They share', rows: groups.shared },
          { title: 'Not known of one of them', rows: groups.unknown }
        ].filter(({ rows }) => rows.length > 0)
      : []
  );
  let form = $state<HTMLFormElement>();

  function compare() {
    if (!form) return;
    void goto(addressOf('/species/compare', fieldsOf(form)), { keepFocus: true, noScroll: true });
  }
</script>

<svelte:head><title>Compare · Good Trail</title></svelte:head>
<h1>Compare</h1>
<p class="max-w-prose text-ink-2">
  Two to four plants, each at a stage. The checks stand in the order in which one looks; what is not known of
  one of them separates nothing.
</p>
<form
  bind:this={form}
  method="GET"
  class="mt-3 grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-4"
  onsubmit={(event) => {
    event.preventDefault();
    compare();
  }}
>
  {#each slots as plant, i (i)}
    <label
      ><span class="note font-strong">{['First', 'Second', 'Third', 'Fourth'][i]} plant</span><select
        name="plant"
        class="select"
        value={plant ? `${plant.slug}~${plant.stage}` : ''}
        onchange={compare}
      >
        <option value="">{plant ? 'take it out' : 'choose one'}</option>
        <PlantOptions choices={data.choices} />
      </select></label
    >
  {/each}
  <noscript><button class="btn btn-line">Compare</button></noscript>
</form>

{#if data.plants.length > 0}
  <div
    class={[
      'mt-5 grid gap-4',
      data.plants.length > 2 ? 'grid-cols-2 lg:grid-cols-4' : 'grid-cols-2 max-w-[620px]'
    ]}
  >
    {#each data.plants as plant, i (i)}
      <div>
        <figure class="m-0">
          <div class="plate grid aspect-[31/38] place-items-center p-[5px]">
            {#if plant.plate}<img
                src={plant.plate}
                alt="{plant.name} in {plant.stage}, drawn from its described characters"
                class="h-full w-full object-contain"
              />{:else}<p class="note p-3 text-center">No drawing of it yet.</p>{/if}
          </div>
          <figcaption class="mt-1 leading-5">
            <a
              href="/species/{plant.slug}?stage={encodeURIComponent(plant.stage)}"
              class="font-serif text-[17px] font-semibold underline decoration-rule underline-offset-4"
              >{plant.name}</a
            > <i class="text-[14px]">{plant.scientific}</i><br /><span class="note"
              >in {stageWord(plant.group, plant.stage)}. <SeverityMark
                severity={plant.severity}
                dangerous={plant.isDangerous}
              /></span
            >
          </figcaption>
        </figure>
        {#if plant.photograph}<div class="mt-2">
            <Photo photo={plant.photograph} numbered={separating} />
          </div>{/if}
      </div>
    {/each}
  </div>
  {#if data.leads && data.plants.length > 1}<p class="mt-2">
      <a
        href="/species/handful?plant={encodeURIComponent(
          `${data.plants[0]!.slug}~${data.plants[0]!.stage}`
        )}&other={encodeURIComponent(`${data.plants[1]!.slug}~${data.plants[1]!.stage}`)}"
        >Strew a handful of the first, with the second in it</a
      >
    </p>{/if}
{/if}

{#if groups}
  {#if data.found}
    <p class="mt-4 border-l-[3px] border-moss pl-3">
      <strong>Check first:</strong>
      {#each separating.filter(({ decides }) => decides) as row, i (row.slug)}<span class="mr-3 inline-block"
          ><span class="disc mr-1">{i + 1}</span>{row.name}</span
        >{/each}
      <span class="note block text-ink-2"
        >The quickest checks that tell {data.plants[0]?.name} from the others: for each, two of different organs,
        or three of one organ of different aspects. If any one is missing: leave it.</span
      >
    </p>
  {:else}
    <p class="mt-4 flex items-center gap-2 border-l-[3px] border-rosehip pl-3 font-strong">
      <Hand size={19} class="shrink-0 text-rosehip" aria-hidden="true" />Not at these stages: what can be seen
      does not tell {data.plants[0]?.name} from {data.open.join(' and ')}. Leave it.
    </p>
  {/if}
  {#each data.curated as pair (pair.target + pair.lookalike)}
    <p class="note mt-2 flex gap-2">
      <Eye size={17} class="mt-0.5 shrink-0 text-ochre" aria-hidden="true" /><span
        >{pair.why}
        {pair.kind === 'grows among'
          ? 'It grows among it: sort every piece.'
          : `Hardest in ${pair.hardestAt}.`}
        <strong class="text-ochre">The test that fails:</strong>
        “{pair.failingTest.claim}” {pair.failingTest.fails}</span
      >
    </p>
  {/each}
  <h2 class="mt-5">What separates them</h2>
  {@render table(separating, 'Nothing in this library separates them at these stages.')}
  {#each folded as { title, rows }, nth (nth)}
    <details class="mt-4">
      <summary class="min-h-10 cursor-pointer py-2 font-serif text-[18px] font-semibold"
        >{title} <span class="note font-sans font-normal text-ink-2">{rows.length}</span></summary
      >
      {@render table(rows, '')}
    </details>
  {/each}
{:else}
  <p class="mt-6 text-ink-2">
    {data.plants.length === 1 ? 'Choose a second plant.' : 'Choose two plants.'} Good ones to begin with:
    <a href="/species/compare?plant=allium-ursinum~leaf&plant=convallaria-majalis~leaf"
      >ramsons and lily of the valley</a
    >,
    <a
      href="/species/compare?plant=daucus-carota~flower&plant=conium-maculatum~flower&plant=chaerophyllum-temulum~flower"
      >wild carrot, hemlock and rough chervil</a
    >.
  </p>
{/if}

{#snippet table(rows: typeof separating, empty: string)}
  {#if rows.length === 0}<p class="text-ink-2">{empty}</p>{:else}
    <table class="ruled compact mt-1 max-sm:hidden">
      <thead
        ><tr
          ><th scope="col" class="w-[30%]">check</th>{#each data.plants as plant, i (i)}<th scope="col"
              >{plant.name}</th
            >{/each}<th scope="col" class="w-[9%]">tells by</th></tr
        ></thead
      >
      <tbody>
        {#each rows as row (row.slug)}<tr>
            <td
              ><strong class={row.decides ? '' : 'font-normal'}>{row.name}</strong><br /><span
                class="fine text-ink-2">{row.sense}: {row.look}</span
              >{#if row.notTold.length > 0}<span class="fine block text-ochre"
                  >not {row.notTold.join(', nor ')}</span
                >{/if}{#if row.byAbsence && row.greatest >= 0.75}<span class="fine block text-ink-2"
                  >one has it, the other does not yet</span
                >{/if}</td
            >
            {#each row.cells as cell, i (i)}<td class={cell ? '' : 'text-ink-3 italic'}
                >{cell ?? 'not known'}</td
              >{/each}
            <td class="text-ink-2">{row.greatest > 0 ? row.greatest.toFixed(2) : '—'}</td>
          </tr>{/each}
      </tbody>
    </table>
    <ul class="m-0 list-none p-0 sm:hidden">
      {#each rows as row (row.slug)}<li class="border-b border-rule py-2">
          <strong>{row.name}</strong> <span class="fine text-ink-2">{row.sense}: {row.look}</span>
          <dl class="note mt-1 grid grid-cols-[38%_minmax(0,1fr)] gap-x-2">
            {#each row.cells as cell, i (i)}<dt class="text-ink-2">{data.plants[i]?.name}</dt>
              <dd class={cell ? '' : 'text-ink-3 italic'}>{cell ?? 'not known'}</dd>{/each}
          </dl>
        </li>{/each}
    </ul>
  {/if}
{/snippet}
