<script lang="ts">
  import { testOutcomes, testQuestions } from '$core/field';
  import { nameWithin } from '$core/knowledge';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Stepper from './Stepper.svelte';
  import Toggle from './Toggle.svelte';

  /** One learner is asked on the living plant. */
  let { phone, slug }: { phone: Phone; slug: string } = $props();
  const { day, pack } = $derived(phone);
  const taxon = $derived(pack.taxa.find((one) => one.stop === day.at?.id && one.slug === slug));
  const isHere = (id: string) => day.here.some((one) => one.id === id);
  const asked = (id: string) => day.tests.filter((one) => one.person === id).length;
  /** Who was not asked yet comes first, then the weakest. */
  const proposals = $derived(
    pack.toAsk
      .filter((one) => one.taxon === slug && isHere(one.person))
      .map((one, i) => ({ ...one, i }))
      .sort((a, b) => asked(a.person) - asked(b.person) || a.i - b.i)
  );
  const proposed = $derived(proposals[0]);
  let chosen = $state<string>();
  let pair = $state<string>();
  let question = $state<(typeof testQuestions)[number]>('show me');
  let signs = $state<string[]>([]);
  let hints = $state(0);
  const person = $derived(chosen ?? proposed?.person ?? day.here[0]?.id ?? '');
  const lookalike = $derived(pair ?? proposed?.lookalike ?? taxon?.lookalikes[0]?.slug);
  const why = $derived(pack.toAsk.find((one) => one.person === person && one.taxon === slug)?.why);
  async function came(outcome: (typeof testOutcomes)[number]) {
    if (!taxon?.stage) return;
    const isDone = await phone.tap('test', {
      person,
      taxon: slug,
      stage: taxon.stage,
      question,
      outcome,
      signs,
      hints,
      ...(lookalike && { lookalike })
    });
    if (!isDone) return;
    chosen = undefined;
    signs = [];
    hints = 0;
    if (outcome === 'would have gathered a dangerous one' && lookalike)
      location.hash = `#pair/${slug}/${lookalike}`;
  }
</script>

{#if taxon}
  <h1>Ask one learner</h1>
  <label class="grid gap-1 font-strong"
    >Who<select class="select" value={person} onchange={(event) => (chosen = event.currentTarget.value)}
      >{#each day.here as one (one.id)}<option value={one.id}
          >{one.name}{asked(one.id) > 0 ? `, asked ${asked(one.id)}×` : ''}</option
        >{/each}</select
    ></label
  >
  {#if why}<p>{phone.personName(person)}: {why}.</p>{/if}
  {#if taxon.lookalikes.length > 0}
    <label class="grid gap-1 font-strong"
      >Against<select
        class="select"
        value={lookalike}
        onchange={(event) => (pair = event.currentTarget.value)}
        >{#each taxon.lookalikes as one (one.slug)}<option value={one.slug}>{one.name}</option>{/each}</select
      ></label
    >{/if}
  <Choice
    legend="The question"
    options={testQuestions.map((value) => ({ value, label: value }))}
    bind:value={question}
  />
  <p class="border-l-[6px] border-ink pl-3 text-[18px]">
    {question === 'show me'
      ? `“Show me ${nameWithin(taxon.name)}, and tell me what you look at.”`
      : question === 'are you sure'
        ? '“Are you sure? What else could it be?”'
        : '“And if this sign were missing, what then?”'}
  </p>
  {#if taxon.set.length > 0}
    <fieldset>
      <legend class="mb-1 font-strong">Signs that were said</legend>
      <div class="grid gap-2">
        {#each taxon.set as check (check.slug)}
          {@const isSaid = signs.includes(check.slug)}
          <Toggle
            isOn={isSaid}
            onclick={() =>
              (signs = isSaid ? signs.filter((one) => one !== check.slug) : [...signs, check.slug])}
            >{check.name}</Toggle
          >
        {/each}
      </div>
    </fieldset>
  {/if}
  <Stepper label="Hints given" less="One hint fewer" more="One hint more" most={20} bind:value={hints} />
  <section class="grid gap-2" aria-label="What came of it">
    <p class="font-strong">What came of it</p>
    {#each testOutcomes as outcome (outcome)}
      <Key
        title={outcome[0]!.toUpperCase() + outcome.slice(1)}
        look={outcome === 'would have gathered a dangerous one' ? 'danger' : 'open'}
        does={outcome === 'would have gathered a dangerous one'
          ? 'a sign-off of this pair lapses at once'
          : ''}
        onclick={() => came(outcome)}
      />
    {/each}
  </section>
  <Key title="Back to {taxon.name}" href="#plant/{slug}" />
{/if}
