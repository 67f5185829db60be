<script lang="ts">
  import {
    type ClothResult,
    type Laid,
    clothResults,
    clothTests,
    fewestOnCloth,
    keptOffCloth,
    layingRule,
    lookingSeconds,
    mostOnCloth,
    pairsOnCloth
  } from '$core/field';
  import { englishName, findTaxa } from '$core/knowledge';
  import { stagesOn } from '$core/season';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Stepper from './Stepper.svelte';
  import Toggle from './Toggle.svelte';

  /** Real leaves on a cloth under a scarf: laid, looked at for a while, covered, asked for. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack, library } = $derived(phone);
  const timer = 'cloth';

  let step = $state<'lay' | 'look' | 'ask'>('lay');
  let laid = $state<Laid[]>([]);
  let seconds = $state<number>(lookingSeconds.usual);
  let way = $state<'by voice' | 'on paper'>('by voice');
  let typed = $state('');
  let person = $state<string>();
  let results = $state<Record<string, ClothResult>>({});
  let kept = $state('');

  /** What stands on the walk, each once, at the stage at which it was planned. */
  const planned = $derived([
    ...new Map(
      pack.taxa.flatMap(({ slug, stage }) => (stage ? [[slug, { slug, stage }] as const] : []))
    ).values()
  ]);
  /** Others by name, at the stage that is up. */
  const found = $derived(
    typed.trim().length > 1
      ? findTaxa(library, { words: typed })
          .slice(0, 6)
          .flatMap((taxon): Laid[] => {
            const [up] = stagesOn(taxon, pack.walk.isoDate);
            return up ? [{ slug: taxon.slug, stage: up.stage }] : [];
          })
      : []
  );
  const offered = $derived([
    ...new Map([...planned, ...laid, ...found].map((one) => [one.slug, one])).values()
  ]);
  const isLaid = (slug: string) => laid.some((one) => one.slug === slug);
  const taxonOf = (slug: string) => library.taxa.get(slug);
  const nameOf = (slug: string) => {
    const taxon = taxonOf(slug);
    return taxon ? englishName(taxon) : slug;
  };
  const pairs = $derived(pairsOnCloth(library, laid));
  const ends = $derived(phone.timers[timer] ?? 0);
  const left = $derived(Math.max(0, Math.ceil((ends - phone.now) / 1000)));
  const asked = $derived(person ?? day.here[0]?.id ?? '');
  const answered = $derived(Object.keys(results).length);
  const timesOf = (id: string) =>
    day.tests.filter((one) => one.person === id && one.question === 'on the cloth').length;

  const lay = (one: Laid) =>
    (laid = isLaid(one.slug)
      ? laid.filter(({ slug }) => slug !== one.slug)
      : laid.length < mostOnCloth
        ? [...laid, one]
        : laid);
  async function uncover() {
    kept = '';
    await phone.startTimer(timer, seconds / 60);
    step = 'look';
  }
  async function keep() {
    const tests = clothTests(library, laid, asked, new Map(Object.entries(results)));
    let count = 0;
    for (const test of tests) if (await phone.tap('test', test)) count += 1;
    if (count < tests.length) return;
    kept = `${phone.personName(asked)}: ${counted(count, 'result')} kept.`;
    scrollTo({ top: 0 });
    results = {};
    person = day.here.find(({ id }) => id !== asked && timesOf(id) === 0)?.id;
  }
</script>

<h1>Leaves on a cloth</h1>
{#if step === 'lay'}
  <p>Tick what lies there, one leaf or spray of each. A scarf goes over it before anybody looks.</p>
  <section class="grid gap-2" aria-label="What lies there">
    {#each offered as one (one.slug)}
      {@const taxon = taxonOf(one.slug)}
      {@const off = taxon && keptOffCloth(taxon)}
      {#if taxon}
        <Toggle isOn={isLaid(one.slug)} disabled={off !== undefined} onclick={() => lay(one)}
          ><strong>{nameOf(one.slug)}</strong>, in {one.stage}{#if off}<br
            />{off}{:else if layingRule(taxon)}<br />{layingRule(taxon)}{/if}</Toggle
        >
      {/if}
    {/each}
  </section>
  <label class="grid gap-1 font-strong"
    >Another plant, by its name<input
      type="search"
      class="input min-h-[56px]"
      autocomplete="off"
      bind:value={typed}
    /></label
  >
  <Stepper
    label="Seconds to look"
    less="{lookingSeconds.step} seconds less"
    more="{lookingSeconds.step} seconds more"
    least={lookingSeconds.least}
    most={lookingSeconds.most}
    step={lookingSeconds.step}
    bind:value={seconds}
  />
  <Choice
    legend="Then they are asked"
    options={[
      { value: 'by voice', label: 'by voice' },
      { value: 'on paper', label: 'on paper' }
    ]}
    bind:value={way}
  />
  {#if pairs.length > 0}<p class="border-l-[6px] border-ink pl-3">
      Both lie there and count as a pair: {pairs
        .map((pair) => pair.map(({ slug }) => nameOf(slug)).join(' and '))
        .join('; ')}.
    </p>{/if}
  {#if laid.length < fewestOnCloth}<p>{counted(fewestOnCloth - laid.length, 'plant')} more at least.</p>
  {:else}<Key
      title="Take the scarf off"
      does="{counted(laid.length, 'plant')}, {seconds} seconds"
      look="next"
      onclick={uncover}
    />{/if}
{:else if step === 'look'}
  {#if left > 0}
    <p class="text-[96px] leading-none font-bold tabular-nums" role="timer" aria-label="Seconds left">
      {left}
    </p>
    <p>They look. Nobody touches, nobody speaks.</p>
  {:else}
    <p class="text-[34px] leading-tight font-bold" role="alert">Put the scarf back.</p>
  {/if}
  <Key
    title="It is covered: ask"
    does={way === 'by voice' ? 'one after the other: what lay there?' : 'each writes down what lay there'}
    look={left > 0 ? 'open' : 'next'}
    onclick={() => (step = 'ask')}
  />
{:else}
  <p class="border-l-[6px] border-ink pl-3 text-[18px]">
    {way === 'by voice'
      ? '“What lay there, and how did you know it?” Give no name yourself.'
      : 'Everybody writes what lay there. Then take the scarf off, and go through the papers.'}
  </p>
  {#if kept}<p role="status" class="font-strong">{kept}</p>{/if}
  {#if day.here.length === 0}<p class="font-strong">
      Nobody is ticked as here: <a href="#heads">say who is here</a> first.
    </p>{:else}
    <label class="grid gap-1 font-strong"
      >Who<select
        class="select"
        value={asked}
        onchange={(event) => {
          person = event.currentTarget.value;
          results = {};
        }}
        >{#each day.here as one (one.id)}<option value={one.id}
            >{one.name}{timesOf(one.id) > 0 ? ', asked already' : ''}</option
          >{/each}</select
      ></label
    >
    {#each laid as { slug } (slug)}
      <Choice
        legend={nameOf(slug)}
        options={clothResults.map((value) => ({ value, label: value }))}
        value={results[slug]}
        onchoose={(result) => (results = { ...results, [slug]: result })}
      />
    {/each}
    <p class="text-[16px]">
      A pair counts as shown on living plants where both were named.{pairs.length === 0
        ? ' No such pair lies here: what you tap stands in the day and on nobody’s ladder.'
        : ''}
    </p>
    {#if answered > 0}<Key
        title="Keep what {phone.personName(asked)} said"
        does="{answered} of {counted(laid.length, 'plant')}"
        look="next"
        onclick={keep}
      />{/if}
  {/if}
  <Key title="Cover it and look again" does="with the same leaves" onclick={uncover} />
  <Key title="Lay something else" onclick={() => (step = 'lay')} />
{/if}
