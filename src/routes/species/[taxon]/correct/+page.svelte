<script lang="ts">
  import CellForm from '$lib/ui/species/CellForm.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { severityWords } from '$core/knowledge';

  let { data, form: result } = $props();
  const words = ['always', 'usually', 'sometimes', 'rarely'];
  const titles: Record<string, string> = {
    names: 'Names',
    hazards: 'Harm',
    uses: 'Uses',
    legal: 'Law',
    note: 'Your own note',
    microhabitat: 'Where to look',
    lifeForm: 'Life form',
    basis: 'Basis of the entry',
    synonyms: 'Synonyms, by commas'
  };
  const ends = [
    { name: 'min', label: 'smallest' },
    { name: 'low', label: 'usual from' },
    { name: 'high', label: 'usual to' },
    { name: 'max', label: 'greatest' }
  ];
  const wordOf = (value: unknown, state: string) =>
    (value as Record<string, string> | undefined)?.[state] ?? '';
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
        stage === data.stage ? 'border-moss font-[650]' : 'border-transparent hover:underline'
      ]}>{stage}</a
    >{/each}
  {#each data.otherStages as stage (stage)}<a
      href="?stage={encodeURIComponent(stage)}"
      aria-current={stage === data.stage ? 'true' : undefined}
      class={[
        '-mb-px min-h-10 border-b-[3px] py-2 text-ink-3 no-underline',
        stage === data.stage ? 'border-moss font-[650]' : 'border-transparent hover:underline'
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
            {#if one.states.length > 0}
              <div class="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
                {#each one.states as state (state.slug)}<label
                    class="flex items-center justify-between gap-3"
                    title={state.definition}
                    ><span class="note">{state.label}</span><select
                      name="state:{state.slug}"
                      class="select w-[130px]"
                      value={wordOf(one.value, state.slug)}
                      ><option value="">–</option>{#each words as word, nth (nth)}<option>{word}</option
                        >{/each}</select
                    ></label
                  >{/each}
              </div>
              <p class="fine mt-1 text-ink-2">
                Leave all at “–” where it is not known: unknown separates nothing.
              </p>
            {:else}
              <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
                {#each ends as end, nth (nth)}<label
                    ><span class="note text-ink-2">{end.label}, {one.unit}</span><input
                      name={end.name}
                      inputmode="decimal"
                      class="input"
                      value={wordOf(one.value, end.name)}
                    /></label
                  >{/each}
              </div>
            {/if}
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
          {result}>{@render fields(list, item.value)}</CellForm
        >
      {/each}
      <CellForm title="Add" words="" path="" seen="" {list} {result} isNew
        >{@render fields(list, {})}</CellForm
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
      {@render text('rule', 'Rule', data.harvest.value?.rule)}
      {@render text('tool', 'Tool', data.harvest.value?.tool)}
      {@render text('basis', 'Basis', data.harvest.value?.basis)}
    </CellForm>
    <CellForm
      title="Allowance in figures"
      words={data.allowance.words}
      path="allowance"
      seen={data.allowance.seen}
      isOwn={data.allowance.isOwn}
      {result}
    >
      {@render text('part', 'Part', data.allowance.value?.part)}
      {@render text('unit', 'What is counted: plants, shoots, clusters', data.allowance.value?.unit)}
      {@render text(
        'fraction',
        'Share of what is surely there, such as 0.1; or: to need',
        String(data.allowance.value?.fraction ?? '')
      )}
      {@render text('pieces', 'Pieces that one of them may give', String(data.allowance.value?.pieces ?? ''))}
      {@render text('exempt', 'Left alone, if any', data.allowance.value?.exempt)}
      {@render text(
        'leastSquareMetres',
        'Smallest patch in m², if any',
        String(data.allowance.value?.leastSquareMetres ?? '')
      )}
      {@render text('restYears', 'Years of rest, if any', String(data.allowance.value?.restYears ?? ''))}
      {@render text('spacing', 'How it is spread, if any', data.allowance.value?.spacing)}
      {@render text('basis', 'Source, or common practice', data.allowance.value?.basis)}
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

{#snippet text(name: string, label: string, value: unknown)}
  <label class="mt-2 block"
    ><span class="note text-ink-2">{label}</span><input
      {name}
      class="input"
      value={String(value ?? '')}
    /></label
  >
{/snippet}

{#snippet choice(
  name: string,
  label: string,
  options: readonly (string | { value: string; label: string })[],
  value: unknown
)}
  <label class="mt-2 block"
    ><span class="note text-ink-2">{label}</span><select {name} class="select" value={String(value ?? '')}>
      {#each options as option (typeof option === 'string' ? option : option.value)}<option
          value={typeof option === 'string' ? option : option.value}
          >{typeof option === 'string' ? option.replaceAll('-', ' ') : option.label}</option
        >{/each}
    </select></label
  >
{/snippet}

{#snippet fields(list: string, value: Record<string, unknown>)}
  {#if list === 'names'}
    {@render text('name', 'Name', value['name'])}
    {@render text('language', 'Language, two letters', value['language'] ?? 'en')}
    {@render text('region', 'Region', value['region'])}
    {@render text('warning', 'Warning, where it also means something else', value['warning'])}
  {:else if list === 'hazards'}
    {@render choice('route', 'Route', data.choices.routes, value['route'] ?? 'eaten')}
    {@render choice(
      'severity',
      'Severity',
      severityWords.map((label, i) => ({ value: String(i), label: `${i}, ${label}` })),
      value['severity'] ?? 1
    )}
    {@render text('effect', 'Effect', value['effect'])}
    {@render text('principle', 'Principle, or “not established”', value['principle'])}
    {@render text('onset', 'Onset', value['onset'])}
    {@render text('parts', 'Parts', value['parts'])}
    <label class="mt-2 flex min-h-10 items-center gap-3"
      ><input
        type="checkbox"
        name="fromTheGround"
        checked={Boolean(value['fromTheGround'])}
        class="checkbox border-rule-strong"
      />Comes from where it grows, not from the plant</label
    >
  {:else if list === 'uses'}
    {@render choice('kind', 'Kind', data.choices.kinds, value['kind'] ?? 'food')}
    {@render text('part', 'Part', value['part'])}
    <fieldset class="mt-2">
      <legend class="note text-ink-2">Stages</legend>
      <div class="flex flex-wrap gap-x-5">
        {#each data.choices.stages as stage (stage)}<label class="flex min-h-10 items-center gap-2"
            ><input
              type="checkbox"
              name="stages"
              value={stage}
              checked={((value['stages'] as string[] | undefined) ?? []).includes(stage)}
              class="checkbox border-rule-strong"
            />{stage}</label
          >{/each}
      </div>
    </fieldset>
    {@render text('preparation', 'Preparation', value['preparation'])}
    {@render text('conditions', 'Conditions', value['conditions'])}
  {:else}
    {@render text('region', 'Region', value['region'])}
    {@render text('status', 'Status', value['status'])}
  {/if}
{/snippet}
