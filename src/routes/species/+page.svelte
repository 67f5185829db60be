<script lang="ts">
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';
  import WordsAndFamily from '$lib/ui/species/WordsAndFamily.svelte';
  import YearStrip from '$lib/ui/species/YearStrip.svelte';

  let { data } = $props();
  const months = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
  const monthNames = Array.from({ length: 12 }, (_, i) =>
    new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(
      new Date(Date.UTC(2027, i, 15))
    )
  );
  const anything = $derived(Object.values(data.query).some(Boolean));
</script>

<svelte:head><title>Species · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Species</h1>
  <p class="text-ink-2">
    {data.taxa.length} of {data.total} taxa. Starter entries are drafts until your school has confirmed them with
    two independent sources.
  </p>
</div>
<FilterForm
  path="/species"
  class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2 lg:grid-cols-[minmax(0,1.6fr)_repeat(4,minmax(0,1fr))]"
>
  {#snippet children(apply)}
    <WordsAndFamily
      label="Any name, synonym, family or place"
      query={data.query}
      families={data.families}
      {apply}
    />
    <label
      ><span class="note font-strong">Place</span><select
        name="habitat"
        class="select"
        value={data.query.habitat}
        onchange={() => apply()}
        ><option value="">any</option>{#each data.habitats as one (one.slug)}<option value={one.slug}
            >{one.label}</option
          >{/each}</select
      ></label
    >
    <label
      ><span class="note font-strong">Up in</span><select
        name="month"
        class="select"
        value={data.query.month || ''}
        onchange={() => apply()}
        ><option value="">any month</option>{#each monthNames as month, i (month)}<option value={i + 1}
            >{month}</option
          >{/each}</select
      ></label
    >
    <label
      ><span class="note font-strong">Harm by mistake</span><select
        name="harm"
        class="select"
        value={data.query.harm}
        onchange={() => apply()}
        ><option value="">any</option>{#each data.harms as harm, nth (nth)}<option value={harm}>{harm}</option
          >{/each}</select
      ></label
    >
    <noscript><button class="btn btn-line">Find</button></noscript>
  {/snippet}
</FilterForm>
<WideTable label="Species">
  <table class="ruled compact mt-4">
    <thead
      ><tr
        ><th scope="col" class="w-[27%] max-sm:w-[55%]">name</th><th scope="col" class="w-[16%] max-lg:hidden"
          >family</th
        ><th scope="col" class="w-[15%] max-sm:w-[45%]">harm by mistake</th><th
          scope="col"
          class="max-sm:hidden"
          ><span class="grid grid-cols-12 text-center" aria-hidden="true"
            >{#each months as month, i (i)}<span>{month}</span>{/each}</span
          ><span class="sr-only">stages through the year</span></th
        ><th scope="col" class="w-[13%] pl-4! max-lg:hidden">uses</th></tr
      ></thead
    >
    <tbody>
      {#each data.taxa as taxon (taxon.slug)}
        <tr>
          <td
            ><a href="/species/{taxon.slug}" class="font-strong underline decoration-rule underline-offset-4"
              >{taxon.name}</a
            > <i class="text-[14px]">{taxon.scientific}</i>{#if taxon.otherNames.length > 0}<br /><span
                class="fine text-ink-2">{taxon.otherNames.join(', ')}</span
              >{/if}</td
          >
          <td class="text-ink-2 max-lg:hidden">{taxon.family}</td>
          <td><SeverityMark severity={taxon.severity} dangerous={taxon.isDangerous} /></td>
          <td class="max-sm:hidden"
            ><YearStrip
              stages={taxon.stages}
              day={data.day}
              label="{taxon.name}: {taxon.now.join(', ') || 'not up'} now"
            /></td
          >
          <td class="note pl-4! text-ink-2 max-lg:hidden"
            >{!taxon.hasUse
              ? '—'
              : taxon.sources >= 2
                ? `confirmed by ${taxon.sources}`
                : `draft, ${taxon.sources} of 2`}</td
          >
        </tr>
      {:else}
        <tr
          ><td colspan="5" class="text-ink-2"
            >{data.query.words
              ? `Nothing in this library is called “${data.query.words}”`
              : 'Nothing in this library fits all of that'}. That says nothing about the plant.
            {#if anything}<a href="/species">Show everything</a> or{/if}
            <a href="/species/look-closer">enter what you see</a>.</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</WideTable>
<p class="fine mt-3 flex flex-wrap gap-x-6 text-ink-2">
  <span>Bands: upright lines leaf, dots flower, slanted lines fruit or seed, level lines winter.</span><span
    >The ochre line is today.</span
  >
  {#if data.leads}<a href="/species/own">Add a taxon of your own</a>{/if}
</p>
