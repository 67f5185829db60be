<script lang="ts">
  import { counted } from '$core/words';
  import { pathOf } from '$core/ground';
  import { clockTime, wayAlong } from '$core/route';
  import { activityKinds, handlings, planTimes, roles, runChecks } from '$core/walk';
  import Field from '$lib/ui/form/Field.svelte';
  import TaxonField from '$lib/ui/form/TaxonField.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { dayAndMonth } from '$core/words';
  import ClockStrip from '$lib/ui/walk/ClockStrip.svelte';
  import Ledger from '$lib/ui/walk/Ledger.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';
  import ProfileChart from '$lib/ui/walk/ProfileChart.svelte';
  import { sendChange } from '$lib/ui/walk/send';
  import Offers from './Offers.svelte';
  import PlannedTaxon from './PlannedTaxon.svelte';
  import Timetable from './Timetable.svelte';

  let { data, form } = $props();
  const stop = superForm(() => data.stopForm, { resetForm: true });
  const taxon = superForm(() => data.taxonForm, { resetForm: false });
  const { form: stopForm, errors: stopErrors } = stop;
  const { form: taxonForm, errors: taxonErrors } = taxon;
  const kind = $derived(data.facts.kind);
  const revision = $derived(data.walk.revision);

  /** The stops as they are being changed here; what the server says replaces them. */
  let stops = $derived([...data.stops]);
  let problem = $state<string>();
  const way = $derived(wayAlong(pathOf(data.ground)));
  const facts = $derived.by(() => {
    const known = new Map(data.facts.stops.map((one) => [one.id, one]));
    return {
      ...data.facts,
      stops: stops.flatMap(({ id, minutes }) => {
        const one = known.get(id);
        return one ? [{ ...one, minutes }] : [];
      })
    };
  });
  const times = $derived(planTimes(facts, way));
  const standing = $derived(data.lifts.filter(({ takenBack }) => !takenBack));
  const checks = $derived(runChecks({ facts, times, kit: data.kit }, standing));

  async function send(action: string, fields: (readonly [string, string])[]) {
    problem = await sendChange(action, [...fields, ['revision', String(revision)]]);
    // What was not stored is not shown as if it were.
    if (problem) stops = [...data.stops];
  }
  function order(next: typeof stops, isDone: boolean) {
    stops = next;
    if (isDone && next.some(({ id }, i) => id !== data.stops[i]?.id))
      void send(
        'order',
        next.map(({ id }) => ['id', id] as const)
      );
  }
  function setMinutes(stopId: string, minutes: number, isDone: boolean) {
    stops = stops.map((one) => (one.id === stopId ? { ...one, minutes } : one));
    if (isDone)
      void send('setMinutes', [
        ['id', stopId],
        ['minutes', String(minutes)]
      ]);
  }

  // Forms stay open or closed as they were left; what is wrong in one opens it.
  // svelte-ignore state_referenced_locally
  let isStopOpen = $state(data.stops.length === 0);
  let isTaxonOpen = $state(false);
  $effect(() => {
    if (Object.keys($stopErrors).length > 0 || $stopForm.longitude !== undefined) isStopOpen = true;
  });
  $effect(() => {
    if (Object.keys($taxonErrors).length > 0) isTaxonOpen = true;
  });

  /** Only parts whose use is recorded can be gathered; the first is meant where none is chosen. */
  const partOptions = $derived.by(() => {
    const parts = data.choices.find(({ value }) => value === $taxonForm.taxon)?.parts ?? [];
    return parts.length > 0
      ? parts.map((part) => ({ value: part, label: part }))
      : [{ value: '', label: 'no use is recorded' }];
  });
  $effect(() => {
    if (!partOptions.some(({ value }) => value === $taxonForm.part)) $taxonForm.part = partOptions[0]!.value;
  });
  const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
  const markers = $derived(
    stops.map((one, i) => ({
      longitude: one.longitude,
      latitude: one.latitude,
      label: one.name,
      number: i + 1
    }))
  );
  const route = $derived([
    ...times.legs.map(({ line }) => line),
    ...(times.wayBack ? [times.wayBack.line] : [])
  ]);
  const drops = $derived(
    times.drops.slice(0, 3).map(({ stop: i, minutes }) => `${stops[i]?.name ?? ''} (${minutes} min)`)
  );
</script>

<svelte:head><title>{data.walk.name} · Good Trail</title></svelte:head>

<PlanNav walkId={data.walk.id} leads={data.leads} />
{#if data.copiedFrom}<p class="note mb-2 text-ink-2">
    Copied from <a href="/walks/{data.copiedFrom.id}">{data.copiedFrom.name}</a>:
    <a href="/walks/{data.walk.id}/copy">what is different on this day</a>.
  </p>{/if}
{#if data.lastTime}<section
    class="mb-4 max-w-[80ch] border-l-4 border-ochre pl-3"
    aria-label="From last time"
  >
    <p class="plate-label">From last time</p>
    {#if data.lastTime.otherwise}<p class="whitespace-pre-line">{data.lastTime.otherwise}</p>{/if}
    {#if data.lastTime.missingKit}<p>Missing then: {data.lastTime.missingKit}.</p>{/if}
    {#each data.lastTime.incidents as words, nth (nth)}<p>After an incident: {words}</p>{/each}
  </section>{/if}
<div class="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_225px]">
  <div class="min-w-0">
    {#if kind === 'walk'}
      <GroundMap
        ground={data.ground}
        centre={data.place}
        {markers}
        {route}
        label="Map with the numbered stops; the timetable below says the same"
        height="h-[240px]"
        onpick={({ longitude, latitude }) => {
          $stopForm.patchId = '';
          $stopForm.longitude = longitude;
          $stopForm.latitude = latitude;
        }}
      />
    {/if}
    {#if stops.length > 0}<ClockStrip
        {times}
        shore={facts.stops.some(({ isOnShore }) => isOnShore) ? facts.shore : []}
      />{/if}
    {#if problem}<Notice kind="problem">{problem}</Notice
      >{:else if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    <Timetable
      {stops}
      taxa={data.taxa}
      {times}
      {kind}
      hasTide={data.facts.site.hasTide}
      mayEdit={data.leads}
      {revision}
      onorder={order}
      onminutes={setMinutes}
    />
    {#if stops.length > 0 && kind === 'walk'}
      <p class="note mt-2 text-ink-2">
        {Math.round(times.metres / 10) * 10} m{times.ascentMetres >= 5
          ? `, ${Math.round(times.ascentMetres)} m up`
          : ''}, by {facts.rhythm.pace.rule}{facts.rhythm.pace.rule === 'Naismith'
          ? '’s rule'
          : '’s function'} ×
        {facts.rhythm.pace.factor}, {facts.pace.source === 'set by hand'
          ? 'set by hand'
          : facts.pace.source === 'learned'
            ? `learned from ${counted(facts.pace.legs, 'leg')} (${(5 / facts.pace.high).toFixed(1)} to ${(5 / facts.pace.low).toFixed(1)} km/h)`
            : 'as usual for such a group'}. {#if times.turningBack && facts.pace.source !== 'set by hand'}The
          turning-back time takes the way back at × {facts.rhythm.pace.cautious}, so that four of five are
          back in time.
        {/if}{#if drops.length > 0}When late, leave out {drops.join(', then ')}.{/if}
        <a href="/walks/{data.walk.id}/day">Change pace, briefing or reserve</a>
      </p>
      <details class="mt-1">
        <summary class="note cursor-pointer font-strong text-moss">Elevation</summary>
        <ProfileChart {times} />
      </details>
    {/if}

    {#if data.leads}
      <section class="mt-5">
        <h2>Add from the ground</h2>
        <p class="note mb-1 text-ink-2">
          Patches that are no stop yet, those ready on {dayAndMonth(data.walk.heldOn)} first. The role is proposed;
          you decide.
        </p>
        <Offers offers={data.offers} {revision} />
      </section>
      <div class="mt-3 grid gap-x-8 gap-y-3 xl:grid-cols-2">
        <details bind:open={isStopOpen}>
          <summary class="cursor-pointer py-2 font-strong text-moss"
            >Add another {kind === 'class' ? 'station' : 'stop'}</summary
          >
          <Form of={stop} action="?/addStop" class="grid gap-3 sm:grid-cols-2">
            <input type="hidden" name="revision" value={revision} />
            <Field label="Name" name="name" placeholder="as the patch" />
            <Field
              label="Patch"
              name="patchId"
              options={[
                { value: '', label: kind === 'class' ? 'none' : 'a place on the map' },
                ...data.patches
              ]}
            />
            <Field label="Minutes" name="minutes" type="number" min="1" max="480" />
            <Field
              label="Activity"
              name="activity"
              options={[{ value: '', label: 'plants only' }, ...asOptions(activityKinds)]}
            />
            {#if kind === 'walk'}
              <Field
                label="Longitude"
                name="longitude"
                type="number"
                step="any"
                hint="Point at the map, or leave empty for a patch."
              />
              <Field label="Latitude" name="latitude" type="number" step="any" />
            {/if}
            <div class="sm:col-span-2">
              <Field label="Talking points" name="points" rows={2} />
            </div>
            {#if data.facts.site.hasTide && kind === 'walk'}<div class="sm:col-span-2">
                <Tick label="Below high water: only within a shore window" name="isOnShore" />
              </div>{/if}
            <button class="btn btn-line justify-self-start"
              >Add this {kind === 'class' ? 'station' : 'stop'}</button
            >
          </Form>
        </details>
        {#if stops.length > 0}
          <details bind:open={isTaxonOpen}>
            <summary class="cursor-pointer py-2 font-strong text-moss"
              >Add a taxon to a {kind === 'class' ? 'station' : 'stop'}</summary
            >
            <Form of={taxon} action="?/addTaxon" class="grid gap-3 sm:grid-cols-2">
              <input type="hidden" name="revision" value={revision} />
              <Field
                label={kind === 'class' ? 'Station' : 'Stop'}
                name="stopId"
                options={stops.map(({ id, name }, i) => ({ value: id, label: `${i + 1} ${name}` }))}
              />
              <TaxonField label="Taxon" name="taxon" choices={data.choices} />
              <Field label="Role" name="role" options={asOptions(roles)} />
              {#if $taxonForm.role === 'gather'}
                <Field label="Part" name="part" options={partOptions} />
                <Field label="Portion" name="portion" placeholder="6 leaves each" />
                <Field
                  label="Pieces for each person"
                  name="piecesEach"
                  type="number"
                  min="1"
                  hint="Reserved of the patch’s allowance."
                />
              {:else}
                <Field
                  label={$taxonForm.role === 'leave out' ? 'Why it is left out' : 'Remark'}
                  name="reason"
                />
              {/if}
              {#if kind === 'class'}
                <Field label="Specimens brought" name="specimens" type="number" min="1" />
                <Field
                  label="They lie"
                  name="handling"
                  options={asOptions(handlings)}
                  hint="Dangerous ones in closed, clear, labelled bags."
                />
              {/if}
              <button class="btn btn-line justify-self-start sm:col-span-2">Add this taxon</button>
            </Form>
          </details>
        {/if}
      </div>
    {/if}

    {#if data.taxa.length > 0}
      <h2 class="mt-7">Taxa and their dangerous lookalikes on {dayAndMonth(data.walk.heldOn)}</h2>
      {#each data.taxa as one (one.id)}<PlannedTaxon {one} {kind} mayEdit={data.leads} {revision} />{/each}
      <p class="note mt-2 text-ink-2">
        The engine adds these lookalikes to the brief; they cannot be taken off, only commented.
      </p>
    {/if}
  </div>
  <aside class="lg:border-l lg:border-rule lg:pl-6">
    <Ledger
      {checks}
      walkId={data.walk.id}
      siteId={data.siteId}
      lifts={data.leads ? data.lifts : undefined}
      {revision}
    />
    {#if stops.length > 0}<p class="note mt-5 border-t border-rule pt-3 text-ink-2">
        Ends about <strong class="text-ink">{clockTime(times.end)}</strong>, due back
        <strong class="text-ink">{clockTime(times.due)}</strong>.
      </p>{/if}
    <p class="mt-4">
      <a class="btn btn-primary w-full" href="/walks/{data.walk.id}/brief">Go on to the brief</a>
    </p>
  </aside>
</div>
