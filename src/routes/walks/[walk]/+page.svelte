<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clockTime } from '$core/route';
  import { roles } from '$core/walk';
  import ClockStrip from '$lib/ui/ClockStrip.svelte';
  import Field from '$lib/ui/Field.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import Ledger from '$lib/ui/Ledger.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { dayAndMonth } from '$lib/ui/dates';
  import PlannedTaxon from './PlannedTaxon.svelte';
  import StopsTable from './StopsTable.svelte';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  const stop = superForm(data.stopForm, { resetForm: true });
  // svelte-ignore state_referenced_locally
  const taxon = superForm(data.taxonForm, { resetForm: false });
  const { form: stopForm, errors: stopErrors } = stop;
  const { form: taxonForm, errors: taxonErrors } = taxon;
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
  const roleOptions = roles.map((value) => ({ value, label: value }));
  const last = $derived(data.stops.at(-1));
  const markers = $derived(
    data.stops.map((one) => ({
      longitude: one.longitude,
      latitude: one.latitude,
      label: one.name,
      number: one.position
    }))
  );
</script>

<svelte:head><title>{data.walk.name} · Good Trail</title></svelte:head>

<div class="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_225px]">
  <div class="min-w-0">
    <GroundMap
      ground={data.ground}
      {markers}
      label="Map with the numbered stops; the timetable below says the same"
      height="h-[262px]"
      onpick={({ longitude, latitude }) => {
        $stopForm.patchId = '';
        $stopForm.longitude = longitude;
        $stopForm.latitude = latitude;
      }}
    />
    {#if data.stops.length > 0}<ClockStrip stops={data.stops} />{/if}
    {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    <StopsTable stops={data.stops} taxa={data.taxa} mayEdit={data.leads} />

    {#if data.leads}
      <div class="mt-3 grid gap-x-8 gap-y-3 xl:grid-cols-2">
        <details
          open={data.stops.length === 0 ||
            Object.keys($stopErrors).length > 0 ||
            $stopForm.longitude !== undefined ||
            undefined}
        >
          <summary class="cursor-pointer py-2 font-[650] text-moss">Add a stop</summary>
          <form method="POST" action="?/addStop" use:stop.enhance class="grid gap-3 sm:grid-cols-2">
            <Field
              label="Patch"
              name="patchId"
              options={[{ value: '', label: 'a place on the map' }, ...data.patches]}
              bind:value={$stopForm.patchId}
              errors={$stopErrors.patchId}
            />
            <Field
              label="Name"
              name="name"
              placeholder="as the patch"
              bind:value={$stopForm.name}
              errors={$stopErrors.name}
            />
            <Field
              label="Longitude"
              name="longitude"
              type="number"
              step="any"
              hint="Point at the map, or leave empty for a patch."
              bind:value={$stopForm.longitude}
              errors={$stopErrors.longitude}
            />
            <Field
              label="Latitude"
              name="latitude"
              type="number"
              step="any"
              bind:value={$stopForm.latitude}
              errors={$stopErrors.latitude}
            />
            <Field
              label="Minutes"
              name="minutes"
              type="number"
              min="1"
              max="480"
              bind:value={$stopForm.minutes}
              errors={$stopErrors.minutes}
            />
            <Field
              label="Talking points"
              name="talkingPoints"
              rows={2}
              bind:value={$stopForm.talkingPoints}
              errors={$stopErrors.talkingPoints}
            />
            <button class="btn btn-line justify-self-start">Add this stop</button>
          </form>
        </details>
        {#if data.stops.length > 0}
          <details open={Object.keys($taxonErrors).length > 0 || undefined}>
            <summary class="cursor-pointer py-2 font-[650] text-moss">Add a taxon to a stop</summary>
            <form method="POST" action="?/addTaxon" use:taxon.enhance class="grid gap-3 sm:grid-cols-2">
              <Field
                label="Stop"
                name="stopId"
                options={data.stops.map(({ id, position, name }) => ({
                  value: id,
                  label: `${position} ${name}`
                }))}
                bind:value={$taxonForm.stopId}
                errors={$taxonErrors.stopId}
              />
              <Field
                label="Taxon"
                name="taxon"
                options={data.choices}
                bind:value={$taxonForm.taxon}
                errors={$taxonErrors.taxon}
              />
              <Field
                label="Role"
                name="role"
                options={roleOptions}
                bind:value={$taxonForm.role}
                errors={$taxonErrors.role}
              />
              {#if $taxonForm.role === 'gather'}
                <Field
                  label="Part"
                  name="part"
                  options={partOptions}
                  bind:value={$taxonForm.part}
                  errors={$taxonErrors.part}
                />
                <Field
                  label="Portion"
                  name="portion"
                  placeholder="6 leaves each"
                  bind:value={$taxonForm.portion}
                  errors={$taxonErrors.portion}
                />
                <Field
                  label="Pieces for each person"
                  name="piecesEach"
                  type="number"
                  min="1"
                  hint="Reserved of the patch’s allowance."
                  bind:value={$taxonForm.piecesEach}
                  errors={$taxonErrors.piecesEach}
                />
              {:else}
                <Field
                  label={$taxonForm.role === 'leave out' ? 'Why it is left out' : 'Remark'}
                  name="reason"
                  bind:value={$taxonForm.reason}
                  errors={$taxonErrors.reason}
                />
              {/if}
              <button class="btn btn-line justify-self-start sm:col-span-2">Add this taxon</button>
            </form>
          </details>
        {/if}
      </div>
    {/if}

    {#if data.taxa.length > 0}
      <h2 class="mt-7">Taxa and their dangerous lookalikes on {dayAndMonth(data.walk.heldOn)}</h2>
      {#each data.taxa as one (one.slug)}<PlannedTaxon {one} mayEdit={data.leads} />{/each}
      <p class="note mt-2 text-ink-2">
        The engine adds these lookalikes to the brief; they cannot be taken off.
      </p>
    {/if}
  </div>
  <aside class="lg:border-l lg:border-rule lg:pl-6">
    <Ledger checks={data.checks} walkId={data.walk.id} siteId={data.siteId} />
    {#if last}<p class="note mt-5 border-t border-rule pt-3 text-ink-2">
        Ends about <strong class="text-ink">{clockTime(last.leave)}</strong>, by Naismith’s rule at a foraging
        pace.
      </p>{/if}
    <p class="mt-4">
      <a class="btn btn-primary w-full" href="/walks/{data.walk.id}/brief">Go on to the brief</a>
    </p>
  </aside>
</div>
