<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import Hand from '@lucide/svelte/icons/hand';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import OctagonX from '@lucide/svelte/icons/octagon-x';
  import Skull from '@lucide/svelte/icons/skull';
  import X from '@lucide/svelte/icons/x';
  import { addressOf, stageWord } from '$core/words';
  import { plain, severityWords } from '$core/knowledge';
  import { type Step, addressAfter } from './closer-address';

  let { data } = $props();
  let words = $state('');

  /** The find without a name that is looked at, where one is. */
  const find = $derived(page.url.searchParams.get('find') ?? '');
  const description = $derived([
    ...data.seen.map(({ entry }) => ['see', entry] as const),
    ...data.unseen.map(({ slug }) => ['cannot', slug] as const)
  ]);

  /** The address of this page after one step. */
  const to = (step: Step): string =>
    addressAfter(
      {
        site: data.where.site,
        date: page.url.searchParams.has('date') ? data.where.isoDate : '',
        find,
        seen: data.seen.map(({ entry }) => entry),
        unseen: data.unseen.map(({ slug }) => slug),
        question: data.question
      },
      step
    );

  const percent = (p: number) => (p < 0.01 ? 'below 1 %' : `${Math.round(p * 100)} %`);
  const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });
  const either = new Intl.ListFormat('en-GB', { type: 'disjunction' });

  /** Characters that hold every typed word in their name, their states or their definitions. */
  const matching = $derived.by(() => {
    const parts = plain(words).split(/\s+/).filter(Boolean);
    if (parts.length === 0) return [];
    return data.glossary.flatMap(({ characters }) =>
      characters.flatMap((character) =>
        character.states
          .filter(({ label, definition }) => {
            const text = plain(`${character.name} ${label} ${definition}`);
            return parts.every((part) => text.includes(part));
          })
          .map((state) => ({ character, state }))
      )
    );
  });

  function onkeydown(event: KeyboardEvent) {
    const { target } = event;
    if (target instanceof HTMLElement && target.closest('input, textarea, select')) return;
    if (event.ctrlKey || event.metaKey || event.altKey || !data.answering) return;
    const state = data.answering.states[Number(event.key) - 1];
    if (state) void go(to({ see: `${data.answering.slug}~${state.key}` }));
    else if (event.key === 'n') void go(to({ cannot: data.answering.slug }));
  }
  const go = (address: string) => goto(address, { keepFocus: true, noScroll: true });

  const verdict = $derived(data.verdict);
  const likely = $derived(data.answering?.states.filter(({ isLikely }) => isLikely) ?? []);
  const unlikely = $derived(data.answering?.states.filter(({ isLikely }) => !isLikely) ?? []);
  const isEmpty = $derived(data.seen.length === 0);
</script>

<svelte:window {onkeydown} />
<svelte:head><title>Look closer · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Look closer</h1>
  <p class="text-ink-2">
    Practice in looking: it says what to check next and what stays open. It names no plant, and never says
    that one may be eaten.
  </p>
</div>
<form
  method="GET"
  class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2"
  data-sveltekit-keepfocus
  data-sveltekit-noscroll
>
  {#if data.where.sites.length > 0}
    <label class="w-[220px] max-sm:w-[46%]"
      ><span class="note font-[650]">Where</span><select
        name="site"
        class="select"
        value={data.where.site}
        onchange={(event) => event.currentTarget.form?.requestSubmit()}
        ><option value="">anywhere</option>{#each data.where.sites as site (site.id)}<option value={site.id}
            >{site.name}</option
          >{/each}</select
      ></label
    >
  {/if}
  <label class="w-[170px] max-sm:w-[46%]"
    ><span class="note font-[650]">When</span><input
      type="date"
      name="date"
      class="input"
      value={data.where.isoDate}
      onchange={(event) => event.currentTarget.form?.requestSubmit()}
    /></label
  >
  {#each data.seen as { entry } (entry)}<input type="hidden" name="see" value={entry} />{/each}
  {#each data.unseen as { slug } (slug)}<input type="hidden" name="cannot" value={slug} />{/each}
  {#if data.question}<input type="hidden" name="ask" value={data.question} />{/if}
  {#if find}<input type="hidden" name="find" value={find} />{/if}
  <noscript><button class="btn btn-line">Set</button></noscript>
</form>

<div
  class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_300px] lg:grid-rows-[auto_1fr] lg:gap-y-0"
  data-sveltekit-keepfocus
  data-sveltekit-noscroll
>
  <div class="grid content-start gap-5 lg:row-span-2">
    {#if !isEmpty || data.unseen.length > 0}
      <section aria-label="What you have entered">
        <h2>You have seen</h2>
        <ul class="m-0 mt-1 flex list-none flex-wrap gap-2 p-0">
          {#each data.seen as one (one.entry)}<li>
              <a
                href={to({ unsee: one.entry })}
                class="note flex min-h-10 items-center gap-2 rounded-[3px] border-[1.5px] border-rule-strong bg-plate px-3 no-underline hover:bg-shade"
                aria-label="Take back: {one.name}, {one.label}"
                ><span><span class="text-ink-2">{one.name}:</span> <strong>{one.label}</strong></span><X
                  size={15}
                  aria-hidden="true"
                /></a
              >
            </li>{/each}
          {#each data.unseen as one (one.slug)}<li>
              <a
                href={to({ can: one.slug })}
                class="note flex min-h-10 items-center gap-2 rounded-[3px] border-[1.5px] border-dashed border-rule-strong px-3 text-ink-2 no-underline hover:bg-shade"
                aria-label="Ask again: {one.name}">{one.name}: not sure<X size={15} aria-hidden="true" /></a
              >
            </li>{/each}
        </ul>
      </section>
    {/if}

    {#if data.answering}
      {@const asked = data.answering}
      <section aria-label="Next check">
        <p class="plate-label">{isEmpty ? 'Begin with' : 'Look next'}</p>
        <h2 class="text-[21px]! leading-[27px]!">{asked.name}</h2>
        <p>{asked.look}</p>
        {#if asked.between}
          <p class="note text-ink-2">
            {asked.between.every(({ isDangerous }) => isDangerous)
              ? 'Tells two dangerous ones apart: '
              : 'Best tells apart what is most at stake: '}{asked.between[0]?.name} and {asked.between[1]
              ?.name}.
          </p>
        {/if}
        <ol class="m-0 mt-2 grid list-none gap-2 p-0 sm:grid-cols-2">
          {#each likely as state, i (state.key)}{@render choice(asked.slug, state, i)}{/each}
        </ol>
        {#if unlikely.length > 0}
          <details class="mt-2" open={likely.length === 0}>
            <summary class="note min-h-10 cursor-pointer py-2"
              >Something else: {unlikely.length} more {unlikely.length === 1 ? 'state' : 'states'}</summary
            >
            <ol class="m-0 mt-1 grid list-none gap-2 p-0 sm:grid-cols-2">
              {#each unlikely as state, i (state.key)}{@render choice(
                  asked.slug,
                  state,
                  likely.length + i
                )}{/each}
            </ol>
          </details>
        {/if}
        <div class="mt-2 flex flex-wrap gap-2">
          <a href={to({ cannot: asked.slug })} class="btn btn-line">Not sure</a>
          <a href={to({ cannot: asked.slug })} class="btn btn-line">Cannot see it at this stage</a>
          {#each data.others as other (other.slug)}<a
              href={to({ look: other.slug })}
              class="link-line note flex min-h-10 items-center px-2">or {other.name.toLowerCase()}</a
            >{/each}
        </div>
      </section>
    {:else}
      <p class="border-l-[3px] border-tide pl-3">
        No further check of this library would change much. What stays open stays open.
      </p>
    {/if}

    <section aria-label="Anything else that you see" class="border-t border-rule pt-4">
      <label class="block max-w-[420px]"
        ><span class="note font-[650]">Enter anything that you see</span><input
          type="search"
          class="input"
          placeholder="white, umbrella, spots …"
          bind:value={words}
        /></label
      >
      {#if words.trim()}
        <ul class="m-0 mt-2 grid list-none gap-x-6 p-0 sm:grid-cols-2">
          {#each matching.slice(0, 24) as { character, state } (character.slug + state.key)}<li>
              <a
                href={to({ see: `${character.slug}~${state.key}` })}
                onclick={() => (words = '')}
                class="note block min-h-10 border-b border-rule py-1.5 no-underline hover:bg-shade"
                ><span class="text-ink-2">{character.name}:</span> <strong>{state.label}</strong>
                <span class="fine block text-ink-2">{state.definition}</span></a
              >
            </li>{:else}<li class="text-ink-2">
              The glossary has no “{words}”. Try another word, or choose below.
            </li>{/each}
        </ul>
      {:else}
        <div class="mt-2">
          {#each data.glossary as { organ, characters } (organ)}
            <details class="border-b border-rule">
              <summary class="min-h-10 cursor-pointer py-2"
                ><span class="first-letter:uppercase inline-block">{organ}</span>
                <span class="note text-ink-2">{characters.length}</span></summary
              >
              <p class="note flex flex-wrap gap-x-5 pb-2">
                {#each characters as one (one.slug)}<a href={to({ look: one.slug })} class="link-line py-1.5"
                    >{one.name}</a
                  >{/each}
              </p>
            </details>
          {/each}
        </div>
      {/if}
    </section>
  </div>

  <div
    class="max-lg:row-start-1 lg:col-start-2 lg:border-l lg:border-rule lg:pb-5 lg:pl-6"
    aria-live="polite"
  >
    {#if data.where.site && !isEmpty && data.viewer?.role !== 'learner'}
      <p class="note mb-3">
        {#if find}<a
            class="btn btn-line"
            href={addressOf(`/ground/${data.where.site}/finds/${find}`, description)}
            >Back to the find, with this description</a
          >{:else}<a
            class="btn btn-line"
            href={addressOf(`/ground/${data.where.site}/finds/new`, [
              ['date', data.where.isoDate],
              ...description
            ])}>Keep as a find without a name</a
          >{/if}
      </p>
    {/if}
    <section
      aria-label="Verdict"
      class={[
        'border-l-[3px] pl-3',
        isEmpty
          ? 'border-rule-strong'
          : verdict.word === 'consistent'
            ? 'border-tide'
            : verdict.word === 'open'
              ? 'border-ochre'
              : 'border-rosehip'
      ]}
    >
      {#if isEmpty}
        <p class="text-ink-2">
          Nothing is entered yet. What may stand here now is shown below, by date and place alone.
        </p>
      {:else if verdict.word === 'contradicted'}
        <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-rosehip">
          <OctagonX size={20} aria-hidden="true" />Contradicted
        </p>
        <p class="mt-1">
          {verdict.name} in {stageWord(verdict.group, verdict.stage)} does not look like this.
          {#each verdict.contradictions as one, nth (nth)}<span class="note block text-ink-2"
              >{one.name}: you saw {one.seen}; it has {one.has}.</span
            >{/each}
        </p>
      {:else if verdict.word === 'leave it'}
        <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-rosehip">
          <Hand size={20} aria-hidden="true" />Leave it
        </p>
        <p class="mt-1">
          {#if verdict.isDangerous}This may be <strong>{either.format(verdict.dangers)}</strong>: {severityWords[
              verdict.worst
            ]}.
            {#if verdict.contradictions.length > 0}<span class="note block text-ink-2"
                >What does not fit {verdict.name} clears nothing: a slip of the eye, or another plant that harms.
                {#each verdict.contradictions as one, nth (nth)}<span class="block"
                    >{one.name}: you saw {one.seen}; it has {one.has}.</span
                  >{/each}</span
              >{/if}
          {:else if !verdict.hasSet}At this stage what can be seen on the piece does not tell {verdict.name} from
            {list.format(verdict.open.slice(0, 3))}.
          {:else}What was seen speaks for {list.format(verdict.open.slice(0, 3))}, not for {verdict.name}.{/if}
        </p>
      {:else if verdict.word === 'open'}
        <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-ochre">
          <CircleDashed size={20} aria-hidden="true" />Leave it for now
        </p>
        <p class="mt-1">
          {verdict.stillToCheck.length > 0
            ? `Still to check for ${verdict.name}:`
            : `Not settled for ${verdict.name}.`}
          {#each verdict.stillToCheck as one, i (one.slug)}<a href={to({ look: one.slug })}>{one.name}</a>{i <
            verdict.stillToCheck.length - 1
              ? ', '
              : '.'}{/each}
          {#if !verdict.hasRivals}<span class="note block text-ink-2"
              >No dangerous lookalike of it is described here now. That says nothing of what stands on this
              ground.</span
            >{/if}
          {#if verdict.isUnlisted}<span class="note block text-ink-2"
              >What was seen fits nothing in this library well: it may be a plant that is not in it.</span
            >{/if}
          {#if verdict.open.length > 0}<span class="note block text-ink-2"
              >Not excluded: {list.format(verdict.open.slice(0, 5))}.</span
            >{/if}
        </p>
      {:else}
        <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-tide">
          <ListChecks size={20} aria-hidden="true" />Consistent with {verdict.name}
        </p>
        <p class="mt-1">
          Every listed lookalike is excluded by what was seen{verdict.part ? ` on the ${verdict.part}` : ''}.
          It clears nothing: an instructor still checks the piece in hand.
        </p>
      {/if}
    </section>
  </div>

  <aside class="lg:col-start-2 lg:border-l lg:border-rule lg:pl-6">
    <section aria-label="What it may be">
      <h2>{isEmpty ? 'May stand here' : 'It may be'}</h2>
      <ol class="m-0 mt-1 list-none p-0">
        {#each data.suspects as one (one.slug)}
          <li class="border-b border-rule py-1.5">
            <div class="flex items-baseline justify-between gap-2">
              <a
                href="/species/{one.slug}?stage={encodeURIComponent(one.stage)}"
                class="underline decoration-rule underline-offset-4"
                >{#if one.isDangerous}<Skull
                    size={14}
                    class="mr-1 inline text-rosehip"
                    aria-label="danger"
                  />{/if}<strong>{one.name}</strong></a
              >
              <span class="note shrink-0">{percent(one.probability)}</span>
            </div>
            <svg
              viewBox="0 0 100 2"
              preserveAspectRatio="none"
              height="4"
              class="block w-full"
              aria-hidden="true"
              ><rect width="100" height="2" fill="var(--rule)" opacity="0.5" /><rect
                width={100 * one.probability}
                height="2"
                fill={one.isDangerous ? 'var(--color-rosehip)' : 'var(--color-moss)'}
              /></svg
            >
            <p class="fine text-ink-2">
              in {stageWord(one.group, one.stage)}{one.isDangerous ? `, ${severityWords[one.severity]}` : ''}.
              {#if one.slug === data.question}The plant in question.{:else}<a href={to({ ask: one.slug })}
                  >Is it this?</a
                >{/if}
              {#if one.against.length > 0}<span class="block">Against it: {one.against.join('; ')}.</span
                >{/if}
            </p>
          </li>
        {/each}
        <li class="border-b border-rule py-1.5">
          <div class="flex items-baseline justify-between gap-2">
            <span class="italic">something not on this list</span><span class="note shrink-0"
              >{percent(data.other)}</span
            >
          </div>
          <p class="fine text-ink-2">
            Counts as deadly. This library has {data.taxa} taxa; the ground has more.
          </p>
        </li>
      </ol>
      {#if !isEmpty}<p class="mt-2">
          <a href="/species/look-closer" class="link-line note">Begin again</a>
        </p>{/if}
    </section>
  </aside>
</div>

{#snippet choice(slug: string, state: (typeof likely)[number], i: number)}
  <li>
    <a
      href={to({ see: `${slug}~${state.key}` })}
      class="flex h-full min-h-11 items-start gap-3 rounded-[3px] border-[1.5px] border-rule-strong px-3 py-2 no-underline hover:bg-shade"
      >{#if i < 9}<kbd class="fine mt-0.5 hidden min-w-5 text-ink-3 sm:inline">{i + 1}</kbd>{/if}<span
        ><strong>{state.label}</strong>{#if state.definition}<span class="note block text-ink-2"
            >{state.definition}</span
          >{/if}</span
      ></a
    >
  </li>
{/snippet}
