<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import OctagonX from '@lucide/svelte/icons/octagon-x';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { entriesOf, entryInWords } from '$core/evidence';
  import { type PackTaxon, taxonAt } from '$core/field';
  import type { Character } from '$core/knowledge';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';

  /** What learners say that they see, tapped as states; the name stays covered until the set is whole. */
  let { phone, taxon, isNamed }: { phone: Phone; taxon: PackTaxon; isNamed: boolean } = $props();
  const { day } = $derived(phone);
  const said = $derived(taxonAt(day, taxon.stop, taxon.slug)?.evidence ?? []);
  /** The last word on a character counts. */
  const last = $derived(new Map(said.map((one) => [one.entry.split('~')[0]!, one])));
  const look = $derived(
    phone.look(
      [...last.values()].map(({ entry }) => entry),
      taxon.slug
    )
  );
  const asked = $derived.by((): Character[] => {
    const { character } = phone.library;
    const set = taxon.set.flatMap(({ slug }) => character.get(slug) ?? []);
    // Of a plant that nothing dangerous resembles, what tells most is asked.
    return set.length > 0
      ? set
      : phone
          .look([], taxon.slug)
          .next.slice(0, 4)
          .map((one) => one.character);
  });
  let chosen = $state('');
  const current = $derived(
    asked.find(({ slug }) => slug === chosen) ?? asked.find(({ slug }) => !last.has(slug)) ?? asked.at(-1)
  );
  const isWhole = $derived(asked.every(({ slug }) => last.has(slug)));
  let person = $state('');
  let isPrompted = $state(false);
  let isAllShown = $state(false);
  const leastLikely = 0.02;
  const states = $derived.by(() => {
    if (!current) return [];
    const chances = phone.look([], taxon.slug).chancesOf(current);
    return entriesOf(current).map((one, state) => ({ ...one, isLikely: chances[state]! >= leastLikely }));
  });
  const shown = $derived(isAllShown ? states : states.filter(({ isLikely }) => isLikely));

  async function say(entry: string) {
    await phone.tap('evidence', {
      stop: taxon.stop,
      taxon: taxon.slug,
      entry,
      isPrompted,
      ...(person && { person })
    });
    chosen = '';
    isAllShown = false;
  }
  const name = (isEarly: boolean) =>
    phone.tap('named', { stop: taxon.stop, taxon: taxon.slug, isEarly, ...(person && { person }) });
  const stillOpen = $derived(
    asked
      .filter(({ slug }) => !last.has(slug))
      .map((one) => one.name.toLowerCase())
      .join(', ')
  );
</script>

<div class="flex gap-1" role="img" aria-label="{last.size} of {asked.length} signs">
  {#each asked as one (one.slug)}<span
      class={['h-4 flex-1 border-[3px] border-ink', last.has(one.slug) && 'bg-ink']}
    ></span>{/each}
</div>
{#if last.size > 0}
  <ul class="m-0 grid list-none p-0">
    {#each [...last] as [slug, one] (slug)}
      <li class="flex items-center gap-2 border-b border-ink">
        <Check size={22} class="shrink-0" aria-hidden="true" />
        <span class="min-w-0 flex-1 leading-5"
          >{phone.library.character.get(slug)?.name}<br /><strong
            >{entryInWords(phone.library, one.entry).label}</strong
          ></span
        >
        <button
          type="button"
          class="grid min-h-[56px] min-w-[44px] cursor-pointer place-items-center"
          aria-label="Take back: {phone.library.character.get(slug)?.name}"
          onclick={() => phone.takeBack(one)}><Undo2 size={22} aria-hidden="true" /></button
        >
      </li>
    {/each}
  </ul>
{/if}

{#if current}
  <section class="grid gap-3" aria-label={current.name}>
    <div>
      <h2 class="text-[20px]">{current.name}</h2>
      <p>{current.look}</p>
    </div>
    <div class="grid grid-cols-2 gap-2">
      {#each shown as { entry, label } (entry)}
        <button
          type="button"
          aria-pressed={last.get(current.slug)?.entry === entry}
          class={[
            'min-h-[64px] cursor-pointer rounded-[4px] border-[3px] border-ink px-3 py-1 text-left text-[17px] leading-5 font-strong',
            last.get(current.slug)?.entry === entry && 'bg-ink text-paper'
          ]}
          onclick={() => say(entry)}>{label}</button
        >
      {/each}
      {#if !isAllShown && shown.length < states.length}<button
          type="button"
          class="min-h-[64px] cursor-pointer rounded-[4px] border-[3px] border-dashed border-ink px-3 text-left"
          onclick={() => (isAllShown = true)}>something else</button
        >{/if}
    </div>
    {#if asked.length > 1}
      <div class="flex flex-wrap gap-x-4">
        {#each asked as one (one.slug)}{#if one.slug !== current.slug}<button
              type="button"
              class="min-h-[56px] cursor-pointer underline"
              onclick={() => (chosen = one.slug)}>{one.name}</button
            >{/if}{/each}
      </div>
    {/if}
  </section>
  <label class="grid gap-1 font-strong"
    >Who said it<select class="select" bind:value={person}
      ><option value="">the group</option>{#each day.here as one (one.id)}<option value={one.id}
          >{one.name}</option
        >{/each}</select
    ></label
  >
  <Choice
    legend="Said by itself, or asked for?"
    isLegendShown={false}
    options={[
      { value: false, label: 'unasked' },
      { value: true, label: 'asked for' }
    ]}
    bind:value={isPrompted}
  />
{/if}

<section class="flex gap-3 border-t-[3px] border-ink pt-3" aria-label="What follows" aria-live="polite">
  {#if look.verdict === 'contradicted'}
    <OctagonX size={30} class="shrink-0 text-rosehip" aria-hidden="true" />
    <p>
      <strong class="text-[19px] text-rosehip">contradicted</strong><br />What was said does not fit the plant
      that was planned here: look again, or leave it.
    </p>
  {:else if look.verdict === 'leave it'}
    <OctagonX size={30} class="shrink-0 text-rosehip" aria-hidden="true" />
    <p>
      <strong class="text-[19px] text-rosehip">leave it</strong><br />What was said does not keep it apart
      from what is dangerous.
    </p>
  {:else if look.verdict === 'open'}
    <CircleDashed size={30} class="shrink-0" aria-hidden="true" />
    <p>
      <strong class="text-[19px]">open{stillOpen ? ': still to check' : ''}</strong><br />{stillOpen
        ? `${stillOpen[0]!.toUpperCase()}${stillOpen.slice(1)}.`
        : 'Not everything dangerous is excluded.'} Nothing is taken while it is open.
    </p>
  {:else}
    <Check size={30} class="shrink-0" aria-hidden="true" />
    <p>
      <strong class="text-[19px]">nothing speaks against it</strong><br />That is no leave to eat: the leader
      looks at every piece.
    </p>
  {/if}
</section>
{#if isNamed}<Key title="Back to {taxon.name}" href="#plant/{taxon.slug}" />{:else}<div
    class="grid grid-cols-2 gap-3"
  >
    <Key title="Named early" onclick={() => name(true)} />
    <Key
      title="Uncover the name"
      does={isWhole ? '' : `${asked.length - last.size} to say`}
      look={isWhole ? 'next' : 'shut'}
      onclick={() => isWhole && name(false)}
    />
  </div>{/if}
