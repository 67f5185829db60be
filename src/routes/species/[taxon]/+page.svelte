<script lang="ts">
  import { cardAddress } from '$lib/ui/making/card-address';
  import Skull from '@lucide/svelte/icons/skull';
  import { isSerious, severityWords } from '$core/knowledge';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';
  import { stageWord } from '$core/words';
  import YearStrip from '$lib/ui/species/YearStrip.svelte';
  import Photo from '$lib/ui/species/Photo.svelte';

  let { data } = $props();
  const months = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
  const fewLookalikes = 6;
  const apart = (other: string, at: string) =>
    `/species/compare?plant=${data.slug}~${encodeURIComponent(at)}&plant=${other}`;
</script>

<svelte:head><title>{data.name} · Good Trail</title></svelte:head>
<header>
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h1>{data.name}</h1>
    <i class="text-[19px]">{data.scientific}</i>
    <SeverityMark severity={data.severity} dangerous={data.isDangerous} />
  </div>
  <p class="text-ink-2">
    {#if data.family}<a href="/species/families#{data.family.name}">{data.family.english}</a>,{/if}
    {data.lifeForm}{data.rank === 'species' ? '' : `, ${data.rank}`}.
    {data.microhabitat ?? ''}
    {#if data.standing}{data.law.region}: {data.standing}.{/if}
    {#if data.synonyms.length > 0}Also <i>{data.synonyms.join(', ')}</i>.{/if}
  </p>
  {#if data.note}<p class="mt-1 border-l-[3px] border-tide pl-3">{data.note}</p>{/if}
</header>

<div class="mt-3 grid grid-cols-12 text-center fine text-ink-2" aria-hidden="true">
  {#each months as month, i (i)}<span>{month}</span>{/each}
</div>
<YearStrip
  stages={data.stages}
  day={data.day}
  label="Stages of {data.name} through the year"
  height={26}
  stretch={2.8}
/>
<nav aria-label="Stages" class="mt-2 flex flex-wrap gap-x-6 border-b border-rule">
  {#each data.stages as one (one.stage)}<a
      href="?stage={encodeURIComponent(one.stage)}"
      aria-current={one.stage === data.stage ? 'true' : undefined}
      class={[
        '-mb-px min-h-10 border-b-[3px] py-2 no-underline',
        one.stage === data.stage ? 'border-moss font-strong' : 'border-transparent hover:underline'
      ]}
      >{stageWord(data.group, one.stage)}
      <span class="fine font-normal text-ink-2"
        >BBCH {one.bbch}{one.chance >= 0.05 ? `, ${Math.round(one.chance * 100)} % now` : ''}</span
      ></a
    >{/each}
  <span class="ml-auto flex flex-wrap gap-x-5">
    {#if data.leads}<a
        href="/species/{data.slug}/correct?stage={encodeURIComponent(data.stage)}"
        class="link-line min-h-10 py-2">Correct</a
      ><a href="/species/confirm/{data.slug}" class="link-line min-h-10 py-2">Confirm</a>{/if}
    <a
      href="/species/{data.slug}/sheet?stage={encodeURIComponent(data.stage)}"
      class="link-line min-h-10 py-2">One sheet for a lesson</a
    >
    <a href="/species/{data.slug}/apart" class="link-line min-h-10 py-2">What separates it, and when</a>
  </span>
</nav>

<div
  class="mt-4 grid gap-x-8 gap-y-6 md:grid-cols-[250px_minmax(0,1fr)] lg:grid-cols-[250px_minmax(0,1fr)_240px]"
>
  <div class="grid content-start gap-5">
    <figure class="m-0">
      <div class="plate grid min-h-[120px] place-items-center p-[5px]">
        {#if data.plate}<img
            src={data.plate}
            alt="{data.name} in {data.stage}, drawn from its described characters"
            width="310"
            height="380"
            class="w-full"
          />{:else}<p class="note p-6 text-center">No drawing of it yet.</p>{/if}
      </div>
      {#if data.plate}<figcaption class="fine mt-1 text-ink-2">
          Drawn from the characters beside it; no portrait of one plant, and no means to name one.
          {#if data.plateNotes?.quality === 'fair'}Judged by eye a fair drawing: some parts could be better.
          {:else if data.plateNotes?.quality === 'poor'}Judged by eye a poor drawing: it is not used in a
            drill.{/if}
          {#if data.plateNotes}<details class="mt-1">
              <summary class="cursor-pointer underline">The drawing in words</summary>
              {#each data.plateNotes.words as sentence, nth (nth)}<p class="mt-1">{sentence}</p>{/each}
            </details>{/if}
        </figcaption>{/if}
    </figure>
    {#if data.belowGround}
      <details>
        <summary class="cursor-pointer font-semibold">Below the ground</summary>
        <figure class="m-0 mt-2">
          <div class="plate p-[5px]">
            <img
              src={data.belowGround.address}
              alt="What {data.name} has below the ground, drawn from its described characters"
              width="310"
              height="380"
              loading="lazy"
              class="w-full"
            />
          </div>
          <figcaption class="fine mt-1 text-ink-2">
            Not to scale. No plant is dug up to name it: in many places the law forbids it, and a root says
            too little by itself.
            {#each data.belowGround.words as sentence, nth (nth)}<p class="mt-1">{sentence}</p>{/each}
          </figcaption>
        </figure>
      </details>
    {/if}
    <div class="note">
      <h2>Photographs</h2>
      {#each data.photographs as photo (photo.id)}
        <div class="mt-1"><Photo {photo} /></div>
      {/each}
      <p>
        {#if data.photographs.length === 0}<span class="mr-1 text-ink-2"
            >None of your school in {data.stage}.</span
          >{/if}<a href="/species/{data.slug}/photographs?stage={encodeURIComponent(data.stage)}"
          >{data.leads ? 'Add or see all' : 'See all'}{data.otherPhotographs > 0
            ? `, ${data.otherPhotographs} of other stages`
            : ''}</a
        >
      </p>
    </div>
    <div class="note">
      <h2>Names</h2>
      {#each data.names as one, nth (nth)}<p>
          <strong>{one.name}</strong>
          <span class="text-ink-2">{one.language}, {one.region}</span>
          {#if one.warning}<span class="block text-ochre">{one.warning}</span>{/if}
        </p>{/each}
    </div>
  </div>

  <section aria-label="Characters in {stageWord(data.group, data.stage)}">
    {#each data.organs as { organ, characters } (organ)}
      <div class="border-b border-rule py-2 first:pt-0">
        <h2 class="plate-label">{organ}</h2>
        <p class="note mt-0.5 leading-[21px]">
          {#each characters as one, i (i)}<span title={one.look} class={one.isNothing ? 'text-ink-3' : ''}
              ><span class={one.isNothing ? '' : 'text-ink-2'}>{one.name}:</span> {one.text}</span
            >{i < characters.length - 1 ? '; ' : '.'}{/each}
        </p>
      </div>
    {/each}
    <p class="fine mt-2 text-ink-2">What is not listed is not known, never absent. Basis: {data.basis}</p>
  </section>

  <aside
    class="note grid content-start gap-5 md:col-span-2 md:grid-cols-2 lg:col-span-1 lg:grid-cols-1 lg:border-l lg:border-rule lg:pl-5"
  >
    <div>
      <h2>Harm</h2>
      {#each data.hazards as one, nth (nth)}<p class="mt-1">
          <strong class={isSerious(one.severity) ? 'text-rosehip' : ''}
            >{#if isSerious(one.severity)}<Skull
                size={14}
                class="mr-1 inline"
                aria-hidden="true"
              />{/if}{one.route.replaceAll('-', ' ')}: {severityWords[one.severity]}</strong
          >
          <span class="text-ink-2"
            >{one.effect}. Principle: {one.principle}. Onset: {one.onset}. Parts: {one.parts}{one.stages
              ? `, in ${one.stages.join(', ')}`
              : ''}.</span
          >
        </p>{:else}<p class="text-ink-2">None described, which is not the same as none.</p>{/each}
      {#if data.loads.length > 0}<p class="mt-1 text-ink-2">
          Adds up over a day: {data.loads.join(', ')}.
        </p>{/if}
    </div>
    {#if data.takenFor.length > 0}
      <div>
        <h2>It is taken for</h2>
        <ul class="m-0 grid list-none gap-1.5 p-0">
          {#each data.takenFor as one (one.slug)}{@render other(one)}{/each}
        </ul>
      </div>
    {/if}
    {#if data.lookalikes.length > 0}
      <div>
        <h2>{data.isDangerous ? 'Dangerous too, and alike' : 'May be taken for it'}</h2>
        <ul class="m-0 grid list-none gap-1.5 p-0">
          {#each data.lookalikes.slice(0, fewLookalikes) as one (one.slug)}{@render other(one)}{/each}
        </ul>
        {#if data.lookalikes.length > fewLookalikes}<details class="mt-1">
            <summary class="cursor-pointer text-ink-2"
              >{data.lookalikes.length - fewLookalikes} more, less harmful or less alike</summary
            >
            <ul class="m-0 mt-1 grid list-none gap-1.5 p-0">
              {#each data.lookalikes.slice(fewLookalikes) as one (one.slug)}{@render other(one)}{/each}
            </ul>
          </details>{/if}
      </div>
    {/if}
    {#if data.teaches.length > 0}
      <div>
        <h2>Alike, and no danger</h2>
        <ul class="m-0 grid list-none gap-1.5 p-0">
          {#each data.teaches as one (one.slug)}{@render other(one)}{/each}
        </ul>
      </div>
    {/if}
    <div>
      <h2>Uses</h2>
      {#each data.uses as use, nth (nth)}<p class="mt-1">
          <strong>{use.kind === 'food' ? use.part : `${use.kind}: ${use.part}`}</strong>
          <span class="text-ink-2">in {use.stages.join(', ')}. {use.preparation} {use.conditions}</span><br
          />{#if use.kind !== 'history'}<span class="font-strong"
              >{use.isConfirmed ? 'Confirmed' : 'Draft'}:</span
            >
            <span class="text-ink-2">{use.citations.join('; ') || 'no source yet'}</span
            >{#each use.ways as way (way.way)}<br /><a
                href={cardAddress(data.slug, use.part, way.way)}
                class={way.isRefused ? 'text-ink-2' : 'link-line'}
                >{way.isRefused ? `${way.made}: not taught` : `Card: ${way.made}`}</a
              >{/each}{/if}
        </p>{:else}<p class="text-ink-2">None.</p>{/each}
      {#if data.harvest}<p class="mt-1 text-ink-2">
          Harvest: {data.harvest.rule} ({data.harvest.tool}; {data.harvest.basis})
        </p>{/if}
      {#if data.allowance}<p class="mt-1 text-ink-2">In figures: {data.allowance}.</p>{/if}
    </div>
    <div>
      <h2>Law</h2>
      {#each data.legal as one, nth (nth)}<p class="text-ink-2">{one.region}: {one.status}</p>{/each}
      <p class="mt-1 text-ink-2">{data.law.words}</p>
    </div>
    <div>
      <h2>Sources</h2>
      <p class="text-ink-2">
        {data.sources.confirmed} of {data.sources.claims} claims are confirmed by two sources{data.sources
          .confirmed < data.sources.claims
          ? '; the others are drafts'
          : ''}.
      </p>
      {#each data.sources.disputes as one, nth (nth)}<p class="mt-1 text-ochre">
          <strong>{one.citation}</strong> says otherwise about its {one.about}: “{one.says}” The stricter
          holds.
        </p>{/each}
    </div>
    {#if data.family}<div>
        <h2>Family</h2>
        <p class="text-ink-2">{data.family.caution}</p>
      </div>{/if}
  </aside>
</div>

{#snippet other(one: (typeof data.takenFor)[number] | (typeof data.lookalikes)[number])}
  <li title={one.why}>
    {#if one.isDangerous}<Skull size={14} class="mr-1 inline text-rosehip" aria-hidden="true" />{/if}<a
      href="/species/{one.slug}"
      class="font-strong underline decoration-rule underline-offset-4">{one.name}</a
    >{#if one.isDangerous}, {severityWords[one.severity]}{/if}
    <span class="text-ink-2"
      >in {one.at}. <a href={apart(one.slug, one.at)} class="link-line">Compare</a></span
    >
  </li>
{/snippet}
