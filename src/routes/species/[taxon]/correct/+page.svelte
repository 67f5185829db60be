<script lang="ts">
  import AllowanceFields from './AllowanceFields.svelte';
  import CellForm from '$lib/ui/species/CellForm.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import CharacterFields from './CharacterFields.svelte';
  import HarvestFields from './HarvestFields.svelte';
  import ItemFields from './ItemFields.svelte';
  import StandingFields from './StandingFields.svelte';

  let { data, form: result } = $props();
  const titles: Record<string, string> = {
    names: 'Names',
    hazards: 'Harm',
    uses: 'Uses',
    legal: 'Law',
    parts: 'One part alone',
    preparations: 'Preparation',
    note: 'Your own note',
    microhabitat: 'Where to look',
    meaning: 'Meaning of the name',
    flavour: 'Flavour',
    lifeForm: 'Life form',
    basis: 'Basis of the entry',
    synonyms: 'Synonyms, by commas'
  };
</script>

<svelte:head><title>Correct {data.name} · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Correct {data.name}</h1>
  <i class="text-[19px]">{data.scientific}</i>
  <a href="/species/{data.slug}?stage={encodeURIComponent(data.stage)}" class="link-line">its sheet</a>
  <a href="/species/changes?taxon={data.slug}" class="link-line">its changes</a>
</div>
<p class="max-w-prose text-ink-2">
  One cell at a time: what you save counts for your school alone, stands in the history, and can be undone. A
  confirmation lapses with the words that it confirmed.
</p>
{#if result?.said}<Notice kind="done">{result.said}</Notice>{/if}

<nav aria-label="Stages" class="mt-3 flex flex-wrap gap-x-6 border-b border-rule">
  {#each data.stages as stage (stage)}<a
      href="?stage={encodeURIComponent(stage)}"
      aria-current={stage === data.stage ? 'true' : undefined}
      class={[
        '-mb-px min-h-10 border-b-[3px] py-2 no-underline',
        stage === data.stage ? 'border-moss font-strong' : 'border-transparent hover:underline'
      ]}>{stage}</a
    >{/each}
  {#each data.otherStages as stage (stage)}<a
      href="?stage={encodeURIComponent(stage)}"
      aria-current={stage === data.stage ? 'true' : undefined}
      class={[
        '-mb-px min-h-10 border-b-[3px] py-2 text-ink-3 no-underline',
        stage === data.stage ? 'border-moss font-strong' : 'border-transparent hover:underline'
      ]}>add {stage}</a
    >{/each}
</nav>

<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,0.85fr)]">
  <section>
    <h2>In {data.stage}</h2>
    {#key data.windows.path}
      <CellForm
        title="Times of the year"
        words={data.windows.text || 'not described yet'}
        {...data.windows}
        {result}
      >
        <label class="block"
          ><span class="note text-ink-2"
            >One time a line: first day, full from, full until, last day, as “4 Feb, 6 Mar, 5 May, 14 Jun”</span
          ><textarea name="text" rows="2" class="textarea py-1" value={data.windows.text}></textarea></label
        >
      </CellForm>
    {/key}
    {#if data.isDescribed}
      {#each data.organs as { organ, characters } (organ)}
        <h3 class="plate-label mt-4">{organ}</h3>
        {#each characters as one (one.path)}
          <CellForm
            title={one.name}
            words={one.words}
            path={one.path}
            seen={one.seen}
            isOwn={one.isOwn}
            {result}
          >
            <p class="note text-ink-2">{one.look}</p>
            <CharacterFields character={one} />
          </CellForm>
        {/each}
      {/each}
    {:else}<p class="mt-2 text-ink-2">
        Enter its times of the year first; then its characters can be described.
      </p>{/if}
  </section>

  <section>
    {#each data.lists as { list, items } (list)}
      <h2 class="mt-5 first:mt-0">{titles[list]}</h2>
      {#each items as item (item.path)}
        <CellForm
          title={item.title}
          words={item.words}
          path={item.path}
          seen={item.seen}
          isOwn={item.isOwn}
          {list}
          {result}><ItemFields {list} value={item.value} choices={data.choices} /></CellForm
        >
      {/each}
      <CellForm title="Add" words="" path="" seen="" {list} {result} isNew
        ><ItemFields {list} value={{}} choices={data.choices} /></CellForm
      >
    {/each}
    <h2 class="mt-5">Harvest</h2>
    <CellForm
      title="Rule"
      words={data.harvest.value?.rule ?? 'none'}
      path="harvest"
      seen={data.harvest.seen}
      isOwn={data.harvest.isOwn}
      {result}
    >
      <HarvestFields value={data.harvest.value} />
    </CellForm>
    <CellForm
      title="Allowance in figures"
      words={data.allowance.words}
      path="allowance"
      seen={data.allowance.seen}
      isOwn={data.allowance.isOwn}
      {result}
    >
      <AllowanceFields value={data.allowance.value} />
    </CellForm>
    <h2 class="mt-5">About it</h2>
    {#each data.texts as one (one.path)}
      <CellForm
        title={titles[one.path] ?? one.path}
        words={one.text || 'none'}
        path={one.path}
        seen={one.seen}
        isOwn={one.isOwn}
        {result}
      >
        <label class="block"
          ><span class="sr-only">{titles[one.path]}</span><textarea
            name="text"
            rows="2"
            class="textarea py-1"
            value={one.text}></textarea></label
        >
      </CellForm>
    {/each}
    <CellForm
      title="Habitats"
      words={data.habitats.value.join(', ')}
      path="habitats"
      seen={data.habitats.seen}
      isOwn={data.habitats.isOwn}
      {result}
    >
      <div class="grid sm:grid-cols-2">
        {#each data.choices.habitats as one (one.slug)}<label class="flex min-h-10 items-center gap-3"
            ><input
              type="checkbox"
              name="habitats"
              value={one.slug}
              checked={data.habitats.value.includes(one.slug)}
              class="checkbox border-rule-strong"
            />{one.label}</label
          >{/each}
      </div>
    </CellForm>
    <CellForm
      title="In {data.region}"
      words={data.standing.words}
      path="standing"
      seen={data.standing.seen}
      isOwn={data.standing.isOwn}
      {result}><StandingFields value={data.standing.value} choices={data.choices} /></CellForm
    >
    <CellForm
      title="Adds up over a day"
      words={data.loads.value.join(', ') || 'none'}
      path="loads"
      seen={data.loads.seen}
      isOwn={data.loads.isOwn}
      {result}
    >
      <div class="grid sm:grid-cols-2">
        {#each data.choices.loads as one (one)}<label class="flex min-h-10 items-center gap-3"
            ><input
              type="checkbox"
              name="loads"
              value={one}
              checked={data.loads.value.includes(one)}
              class="checkbox border-rule-strong"
            />{one}</label
          >{/each}
      </div>
    </CellForm>
  </section>
</div>
