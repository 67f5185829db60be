<script lang="ts">
  import LocateFixed from '@lucide/svelte/icons/locate-fixed';
  import LockKeyhole from '@lucide/svelte/icons/lock-keyhole';
  import { effectiveAt, incidentKinds, minutesAt } from '$core/field';
  import { clockTime } from '$core/route';
  import { gridReference } from '$core/place';
  import { severityWords, worstSeverity } from '$core/knowledge';
  import type { Phone } from '../phone.svelte';
  import { whereIAm } from '../where-i-am';
  import Calls from './Calls.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Toggle from './Toggle.svelte';

  /** Somebody is ill or hurt: the calls first, then what to say, then what was done. */
  let { phone }: { phone: Phone } = $props();
  const { pack, day } = $derived(phone);
  const front = $derived(pack.brief?.document.front);
  const stop = $derived(
    pack.stops.find(({ id }) => id === (day.at ?? day.stops.findLast(({ arrivedAt }) => arrivedAt))?.id) ??
      pack.stops[0]
  );
  let kind = $state<(typeof incidentKinds)[number]>();
  let person = $state('');
  let plant = $state('');
  let done = $state<string[]>([]);
  let eaten = $state({ what: '', amount: '', when: '', symptoms: '', sample: '' });
  let here = $state<{ longitude: number; latitude: number; accuracy: number }>();
  let hereWords = $state('');
  const place = $derived(here ?? (stop && { longitude: stop.longitude, latitude: stop.latitude }));
  const acts = {
    sting: [
      'moved away from the nest',
      'sting scraped out',
      'cooled',
      'watched for half an hour',
      'own injector used',
      'called 112'
    ],
    cut: ['pressed on it', 'raised it', 'washed it', 'covered it', 'tetanus asked about'],
    contact: [
      'washed with soap and water',
      'kept out of the sun',
      'clothes changed',
      'eye rinsed a quarter of an hour'
    ],
    fall: ['not moved', 'kept warm', 'cooled and bandaged', 'can walk'],
    'ate something': [
      'mouth rinsed, spat out',
      'nothing given to make them vomit',
      'sample kept',
      'poisons line called',
      'called 112'
    ]
  } as const;
  const suspected = $derived(
    [
      ...new Map(
        [
          ...pack.taxa.map(({ slug }) => slug),
          ...pack.taxa.flatMap(({ lookalikes }) => lookalikes.map(({ slug }) => slug)),
          ...pack.stops.flatMap(({ warnings }) => warnings.map(({ slug }) => slug))
        ].map((slug) => [slug, phone.library.taxa.get(slug)])
      ).values()
    ]
      .filter((taxon) => taxon !== undefined)
      .sort((a, b) => worstSeverity(b) - worstSeverity(a))
  );
  const effects = $derived(
    phone.library.taxa
      .get(plant)
      ?.hazards.filter(
        ({ route }) => kind !== 'ate something' || route === 'eaten' || route === 'medicine'
      ) ?? []
  );
  async function locate() {
    hereWords = 'Looking …';
    const found = await whereIAm();
    if ('problem' in found) hereWords = found.problem;
    else {
      here = found;
      hereWords = `within ${Math.round(found.accuracy)} m`;
    }
  }
  async function keep() {
    if (!kind || !person) return;
    const isKept = await phone.tap('incident', {
      incident: kind,
      person,
      done,
      note: '',
      ...(plant && { taxon: plant }),
      ...(kind === 'ate something' && { eaten }),
      ...(place && { place: { longitude: place.longitude, latitude: place.latitude } })
    });
    if (!isKept) return;
    done = [];
    isSheet = kind === 'ate something';
    if (!isSheet) kind = undefined;
  }
  let isSheet = $state(false);
  const last = $derived(day.incidents.at(-1));
</script>

<h1 class="text-rosehip">Ill or hurt</h1>
<Calls numbers={pack.school.numbers} />
{#if front?.phoneSignal}<p class="font-strong">Signal: {front.phoneSignal}</p>{/if}
{#if place}
  <section class="border-y-[3px] border-ink py-2" aria-label="Say this place">
    <p class="flex justify-between gap-3">
      <span>Say this place</span><span>{here ? hereWords : stop?.name}</span>
    </p>
    <p class="text-[30px] leading-10 font-bold">{gridReference(place)}</p>
    <p>
      {Math.abs(place.latitude).toFixed(4)}
      {place.latitude < 0 ? 'south' : 'north'}, {Math.abs(place.longitude).toFixed(4)}
      {place.longitude < 0 ? 'west' : 'east'}, {pack.walk.site}.
    </p>
    {#if front?.accessPoint}<p>Ambulance: {front.accessPoint} {front.nearestRoad}</p>{/if}
  </section>
  <Key title="Where this phone is" does={hereWords} icon={LocateFixed} onclick={locate} />
{/if}
<Key title="Health notes" does="of this group, locked by a PIN" icon={LockKeyhole} href="#health" />

<Choice
  legend="What happened"
  options={incidentKinds.map((value) => ({ value, label: value }))}
  value={kind}
  onchoose={(chosen) => {
    kind = chosen;
    isSheet = false;
  }}
/>
{#if kind && !isSheet}
  <label class="grid gap-1 font-strong"
    >Who<select class="select" bind:value={person}
      ><option value="">choose</option>{#each [...day.here, ...pack.leaders] as one (one.id)}<option
          value={one.id}>{one.name}</option
        >{/each}</select
    ></label
  >
  <label class="grid gap-1 font-strong"
    >{kind === 'ate something' ? 'Which plant it may have been' : 'Which plant, if one'}<select
      class="select"
      bind:value={plant}
      ><option value="">not known</option>{#each suspected as taxon (taxon.slug)}<option value={taxon.slug}
          >{phone.nameOf(taxon.slug)}, {severityWords[worstSeverity(taxon)]}</option
        >{/each}</select
    ></label
  >
  {#each effects as hazard, nth (nth)}
    <p class="border-l-[6px] border-rosehip pl-3">
      <strong class="text-rosehip">{hazard.effect}</strong> Onset: {hazard.onset}. Stay with them, even if
      they feel well.
    </p>
  {/each}
  {#if kind === 'sting'}
    {#each pack.brief?.document.bites ?? [] as bite, nth (nth)}
      <details class="border-b-[3px] border-rule">
        <summary class="unfolds">{bite.name}</summary>
        {#each bite.firstAid as line, i (i)}<p class="mb-2">{line}</p>{/each}
      </details>
    {/each}
  {/if}
  {#if kind === 'ate something'}
    <p class="font-strong text-rosehip">
      Effects may come hours later. Call the poisons line now, not when it shows.
    </p>
    <label class="grid gap-1 font-strong"
      >What exactly<input class="input" maxlength="120" bind:value={eaten.what} /></label
    >
    <label class="grid gap-1 font-strong"
      >How much<input class="input" maxlength="120" bind:value={eaten.amount} /></label
    >
    <label class="grid gap-1 font-strong"
      >When<input
        class="input"
        maxlength="60"
        placeholder={clockTime(Math.floor(phone.minute))}
        bind:value={eaten.when}
      /></label
    >
    <label class="grid gap-1 font-strong"
      >Signs now<textarea class="textarea py-2" rows="2" maxlength="500" bind:value={eaten.symptoms}
      ></textarea></label
    >
    <label class="grid gap-1 font-strong"
      >What was kept, with name and time on it<input
        class="input"
        maxlength="120"
        bind:value={eaten.sample}
      /></label
    >
  {/if}
  <fieldset>
    <legend class="mb-1 font-strong">What was done</legend>
    <div class="grid gap-2">
      {#each acts[kind] as act (act)}
        {@const isDone = done.includes(act)}
        <Toggle
          isOn={isDone}
          onclick={() => (done = isDone ? done.filter((one) => one !== act) : [...done, act])}>{act}</Toggle
        >
      {/each}
    </div>
  </fieldset>
  <Key title="Keep it" does={person ? '' : 'choose who'} look={person ? 'next' : 'shut'} onclick={keep} />
{/if}
{#if last && (isSheet || last.eaten)}
  <section class="grid gap-1 border-[3px] border-ink p-3" aria-label="For the ambulance">
    <h2 class="text-[22px]">For the ambulance</h2>
    <p>
      <strong>{phone.personName(last.person)}</strong>{day.people.find(({ id }) => id === last.person)
        ?.isMinor
        ? ', under 18'
        : ''}; {last.incident}, noted {clockTime(Math.floor(minutesAt(pack, effectiveAt(last))))}.
    </p>
    {#if last.taxon}<p>
        Perhaps {phone.nameOf(last.taxon)} (<i>{phone.library.taxa.get(last.taxon)?.name}</i>).
      </p>{/if}
    {#if last.eaten}<p>
        Ate: {last.eaten.what || 'not known'}. How much: {last.eaten.amount || 'not known'}. When: {last.eaten
          .when || 'not known'}. Signs: {last.eaten.symptoms || 'none yet'}. Kept: {last.eaten.sample ||
          'nothing yet'}.
      </p>{/if}
    {#if last.done.length > 0}<p>Done: {last.done.join('; ')}.</p>{/if}
    {#each phone.library.taxa.get(last.taxon ?? '')?.hazards ?? [] as hazard, nth (nth)}<p>
        {hazard.route}: {hazard.effect} Onset: {hazard.onset}.
      </p>{/each}
  </section>
{/if}
