<script lang="ts">
  import { composedDrills, drillWords } from '$core/learning';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';
  import TaxonField from '$lib/ui/form/TaxonField.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const { today } = $derived(data);
  let when = $state<'now' | 'year'>('now');
  let lookalikes = $state<'dangerous' | 'mild'>('dangerous');
  const pairs = $derived(data.choice[lookalikes]);
</script>

<svelte:head><title>Practice · Good Trail</title></svelte:head>
<h1>Practice</h1>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_280px]">
  <div>
    <section aria-label="Round for today" class="border-t border-rule pt-4">
      <p class="plate-label">Round for today</p>
      {#if today.questions > 0}
        <p class="mt-1 font-serif text-[24px] leading-8">
          {today.questions} questions, about {counted(today.minutes, 'minute')}
        </p>
        <p class="text-ink-2">
          {today.due === 0
            ? ''
            : today.due === 1
              ? 'One pair is due to be seen again.'
              : `${today.due} pairs are due to be seen again.`}
          {today.due < today.pairs
            ? `A dangerous plant of each pair of ${today.walkName} that you have not seen today is among them.`
            : ''}
        </p>
        <form method="POST" action="?/today" use:enhance class="mt-3">
          <button class="btn btn-primary">Start the round</button>
        </form>
      {:else if data.walks.length > 0}
        <p class="mt-1">Done for today: nothing is due, and every pair of the next walk was seen.</p>
      {:else}
        <p class="mt-1">
          No walk of yours is coming up. Practise what is up now, or what the year brings, by your own choice.
        </p>
      {/if}
    </section>
    <section aria-label="By choice" class="mt-6 border-t border-rule pt-4">
      <p class="plate-label">By your own choice</p>
      <div class="mt-2 grid gap-x-8 gap-y-4 sm:grid-cols-[minmax(0,1fr)_250px]">
        <form method="POST" action="?/chosen" use:enhance class="grid content-start gap-3">
          <fieldset class="flex flex-wrap gap-x-6">
            <legend class="sr-only">When</legend>
            <label class="flex min-h-10 items-center gap-2"
              ><input type="radio" class="radio" name="when" value="now" bind:group={when} />What is up now, {counted(
                pairs.now,
                'pair'
              )}</label
            >
            <label class="flex min-h-10 items-center gap-2"
              ><input type="radio" class="radio" name="when" value="year" bind:group={when} />The whole year, {pairs.year}</label
            >
          </fieldset>
          <fieldset class="flex flex-wrap gap-x-6">
            <legend class="sr-only">Which lookalikes</legend>
            <label class="flex min-h-10 items-center gap-2"
              ><input
                type="radio"
                class="radio"
                name="lookalikes"
                value="dangerous"
                bind:group={lookalikes}
              />Dangerous lookalikes</label
            >
            <label class="flex min-h-10 items-center gap-2"
              ><input
                type="radio"
                class="radio"
                name="lookalikes"
                value="mild"
                bind:group={lookalikes}
              />Those without serious harm, by name</label
            >
          </fieldset>
          <details>
            <summary class="cursor-pointer font-strong text-moss"
              >Only a plant, a pair, a family{data.choice.sites.length > 0 ? ', a site' : ''} or one kind of question</summary
            >
            <div class="mt-2 grid gap-3 sm:grid-cols-2">
              <TaxonField label="With this plant" name="taxon" choices={data.choice.taxa} />
              <TaxonField label="Against this one" name="against" choices={data.choice.taxa} />
              <Field
                label="Of this family"
                name="family"
                options={[{ value: '', label: 'any' }, ...data.choice.families]}
                value=""
              />
              {#if data.choice.sites.length > 0}<Field
                  label="That grows at"
                  name="siteId"
                  options={[{ value: '', label: 'any site' }, ...data.choice.sites]}
                  value=""
                />{/if}
              <Field
                label="Asked in one way"
                name="drill"
                options={[
                  { value: '', label: 'in all ways' },
                  ...composedDrills.map((value) => ({ value, label: drillWords[value].title }))
                ]}
                value=""
              />
            </div>
          </details>
          <button class={['btn justify-self-start', today.questions > 0 ? 'btn-line' : 'btn-primary']}
            >Start a round of my choice</button
          >
        </form>
        {#if data.specimen.length === 2}
          <figure class="m-0">
            <div class="grid grid-cols-2 gap-2">
              {#each data.specimen as one, i (one.slug)}<img
                  class="plate w-full"
                  src={one.plate}
                  alt="{one.name}, in {one.stage}, drawn"
                  class:border-rosehip={i === 1}
                />{/each}
            </div>
            <figcaption class="fine mt-1 text-ink-2">
              Up now and mistaken for each other: {data.specimen.map(({ name }) => name).join(' and ')}.
              <a
                href="/species/compare?{data.specimen
                  .map(({ slug, stage }) => `plant=${slug}~${encodeURIComponent(stage)}`)
                  .join('&')}">What tells them apart</a
              >
            </figcaption>
          </figure>
        {/if}
      </div>
    </section>
    {#if data.missed.length > 0}
      <section aria-label="Missed" class="mt-6 border-t border-rule pt-4">
        <p class="plate-label">Missed when you last saw them</p>
        <ul class="m-0 list-none p-0">
          {#each data.missed as one (one.target + one.lookalike)}<li
              class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule py-2"
            >
              <span class="flex-1"
                >{one.names}{#if one.isDangerous}<strong class="text-rosehip">
                    · gathered the dangerous one</strong
                  >{/if}</span
              ><a class="note" href="/species/compare?plant={one.target}~&plant={one.lookalike}~"
                >What tells them apart</a
              >
            </li>{/each}
        </ul>
      </section>
    {/if}
    {#if data.open.length > 0}
      <section aria-label="Begun" class="mt-6 border-t border-rule pt-4">
        <p class="plate-label">Begun, not finished</p>
        <ul class="m-0 list-none p-0">
          {#each data.open as round (round.id)}<li class="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
              <span class="flex-1"
                >{round.walkName ?? 'A mixed round'}: {round.answered} of {round.length} answered, begun {dayAndMonth(
                  round.startedAt.toISOString().slice(0, 10)
                )}</span
              ><a href="/practice/{round.id}" class="btn btn-line">Go on</a>
            </li>{/each}
        </ul>
      </section>
    {/if}
    {#if data.walks.length > 0}
      <section aria-label="For one walk" class="mt-6">
        <p class="plate-label border-t border-rule pt-4">For one walk</p>
        <ul class="m-0 list-none p-0">
          {#each data.walks as walk (walk.id)}
            <li class="flex flex-wrap items-center gap-x-6 gap-y-2 border-b border-rule py-3">
              <div class="min-w-[240px] flex-1">
                <p class="font-serif text-[18px] font-semibold">{walk.name}</p>
                <p class="note text-ink-2">
                  {longDate(walk.heldOn)} · {walk.pairs} dangerous {walk.pairs === 1 ? 'pair' : 'pairs'}, {walk.due ===
                  0
                    ? 'none due today'
                    : `${walk.due} due today`}
                </p>
              </div>
              {#if walk.pairs > 0}<form method="POST" action="/walks/{walk.id}/practise" use:enhance>
                  <button class="btn btn-line">Start a round on it</button>
                </form>{/if}
            </li>
          {/each}
        </ul>
      </section>
    {/if}
  </div>
  <aside class="note lg:border-l lg:border-rule lg:pl-6">
    <h2>What you will be asked</h2>
    <dl class="mt-2 grid gap-3">
      {#each composedDrills as drill (drill)}<div>
          <dt class="font-strong">{drillWords[drill].title}</dt>
          <dd class="text-ink-2">{drillWords[drill].asks}</dd>
        </div>{/each}
    </dl>
    <p class="mt-4 border-t border-rule pt-3"><a href="/quizzes">Quizzes</a>, the same for the whole group</p>
    {#if data.leads}<p class="mt-2">
        <a href="/together">Rounds with a group</a>, on a large screen and their phones
      </p>{:else}<p class="mt-2"><a href="/join">Join a round</a> by the code on a screen</p>{/if}
    <p class="mt-3 border-t border-rule pt-3 text-ink-2">
      Calling a dangerous plant edible is the error that counts. Leaving a plant alone is never wrong.
      Drawings are not plants.
    </p>
  </aside>
</div>
