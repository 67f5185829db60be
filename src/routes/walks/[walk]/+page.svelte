<script lang="ts">
  import { enhance as plainEnhance } from '$app/forms';
  import { superForm } from 'sveltekit-superforms';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import CalendarClock from '@lucide/svelte/icons/calendar-clock';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Skull from '@lucide/svelte/icons/skull';
  import X from '@lucide/svelte/icons/x';
  import { clockTime } from '$core/route';
  import ClockStrip from '$lib/ui/ClockStrip.svelte';
  import Field from '$lib/ui/Field.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import Ledger from '$lib/ui/Ledger.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import { dayAndMonth } from '$lib/ui/dates';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const stop = superForm(data.stopForm, { resetForm: true });
  // svelte-ignore state_referenced_locally
  const taxon = superForm(data.taxonForm, { resetForm: false });
  const { form: stopForm, errors: stopErrors } = stop;
  const { form: taxonForm, errors: taxonErrors } = taxon;
  const roles = ['gather', 'show', 'danger', 'leave out'].map((value) => ({ value, label: value }));
  const last = $derived(data.stops.at(-1));
  const taught = $derived(data.taxa.filter(({ role }) => role === 'gather' || role === 'show'));
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
    <WideTable label="Timetable">
      <table id="stops" class="ruled compact mt-1">
        <thead>
          <tr
            ><th scope="col" class="w-14">arrive</th><th scope="col" class="hidden w-14 sm:table-cell"
              >leave</th
            ><th scope="col">stop</th><th scope="col">what for</th><th
              scope="col"
              class="hidden !text-right sm:table-cell">min</th
            ><th scope="col" class="hidden !text-right sm:table-cell">then walk</th>{#if data.leads}<th
                scope="col"><span class="sr-only">change</span></th
              >{/if}</tr
          >
        </thead>
        <tbody>
          {#each data.stops as one, i (one.id)}
            <tr>
              <td><strong>{clockTime(one.arrive)}</strong></td>
              <td class="hidden sm:table-cell">{clockTime(one.leave)}</td>
              <td class="sm:whitespace-nowrap"
                ><span class="disc mr-2">{one.position}</span><strong>{one.name}</strong></td
              >
              <td class="w-full">
                {#each data.taxa.filter(({ stopId }) => stopId === one.id) as planned (planned.slug)}<span
                    class="mr-3 sm:inline-block"
                    ><RoleMark role={planned.role} /> {planned.name.toLowerCase()}</span
                  >{:else}<span class="line-clamp-1 text-ink-2" title={one.talkingPoints}
                    >{one.talkingPoints}</span
                  >{/each}
              </td>
              <td class="hidden !text-right sm:table-cell">{one.minutes}</td>
              <td class="hidden whitespace-nowrap !text-right text-ink-2 sm:table-cell"
                >{i < data.stops.length - 1 ? `${one.legMetres} m, ${one.legMinutes} min` : 'home'}</td
              >
              {#if data.leads}
                <td class="!pr-0 !text-right sm:whitespace-nowrap">
                  {#if i > 0}<form method="POST" action="?/moveStop" use:plainEnhance class="inline">
                      <input type="hidden" name="id" value={one.id} /><button
                        name="step"
                        value="-1"
                        class="cursor-pointer p-1"
                        aria-label="Move {one.name} earlier"><ArrowUp size={16} /></button
                      >
                    </form>{/if}
                  {#if i < data.stops.length - 1}<form
                      method="POST"
                      action="?/moveStop"
                      use:plainEnhance
                      class="inline"
                    >
                      <input type="hidden" name="id" value={one.id} /><button
                        name="step"
                        value="1"
                        class="cursor-pointer p-1"
                        aria-label="Move {one.name} later"><ArrowDown size={16} /></button
                      >
                    </form>{/if}
                  <form
                    method="POST"
                    action="?/removeStop"
                    use:plainEnhance
                    class="inline"
                    onsubmit={(event) => {
                      if (!confirm(`Remove the stop “${one.name}” and its taxa from this walk?`))
                        event.preventDefault();
                    }}
                  >
                    <input type="hidden" name="id" value={one.id} /><button
                      class="cursor-pointer p-1"
                      aria-label="Remove {one.name}"><X size={16} /></button
                    >
                  </form>
                </td>
              {/if}
            </tr>
          {:else}
            <tr
              ><td colspan="7" class="text-ink-2"
                >No stops yet. Choose a patch below or point at the map; the first stop is where the group
                meets.</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </WideTable>

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
                options={roles}
                bind:value={$taxonForm.role}
                errors={$taxonErrors.role}
              />
              {#if $taxonForm.role === 'gather'}
                <Field
                  label="Part"
                  name="part"
                  placeholder="as in the library"
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

    {#if taught.length > 0}
      <h2 class="mt-7">Taxa and their dangerous lookalikes on {dayAndMonth(data.walk.heldOn)}</h2>
      {#each taught as one (one.slug)}
        <section class="border-b border-rule py-4">
          <div class="flex flex-wrap items-baseline gap-x-3">
            <h3 class="!text-[18px]">
              <a href="/species/{one.slug}" class="underline decoration-rule underline-offset-4">{one.name}</a
              >
            </h3>
            <i>{one.scientific}</i>
            <RoleMark role={one.role} />
            <span class="note text-ink-2"
              >{one.stage
                ? `${one.stage}, ${Math.round(one.chance * 100)} % likely`
                : 'not up on this date'}{one.part ? ` · ${one.part}` : ''}{one.portion
                ? `, ${one.portion}`
                : ''} · {one.sources}
              {one.sources === 1 ? 'source' : 'sources'}{one.sources < 2 ? ': a draft' : ''}</span
            >
            {#if data.leads}
              <form
                method="POST"
                action="?/changeRole"
                use:plainEnhance
                class="note ml-auto flex items-center gap-2"
              >
                <input type="hidden" name="taxon" value={one.slug} />
                <label class="sr-only" for="role-{one.slug}">Role of {one.name}</label>
                <select
                  id="role-{one.slug}"
                  name="role"
                  class="select h-9 min-h-0 w-auto text-[14px]"
                  value={one.role}
                  onchange={(event) => event.currentTarget.form?.requestSubmit()}
                  >{#each roles as role (role.value)}<option value={role.value}>{role.label}</option
                    >{/each}</select
                >
                <button
                  formaction="?/removeTaxon"
                  class="cursor-pointer p-1"
                  aria-label="Take {one.name} off this walk"><X size={16} /></button
                >
              </form>
            {/if}
          </div>
          {#if one.proposal}<p class="note mt-1 text-ochre">
              <strong>Proposed: {one.proposal.role}</strong>, since {one.proposal.why}.
            </p>{/if}
          {#if one.found && one.set.length > 0}
            <p class="mt-2 flex gap-2">
              <ListChecks size={18} class="mt-1 shrink-0 text-moss" aria-hidden="true" /><span
                >Separating set: {#each one.set as name, i (name)}<strong>{name.toLowerCase()}</strong>{i <
                  one.set.length - 1
                    ? ' + '
                    : ''}{/each}.
                <span class="text-ink-2"
                  >A beginner gets all of it right on {Math.round(one.onTarget * 100)} in 100 true plants.</span
                ></span
              >
            </p>
          {:else if one.found}
            <p class="mt-2 text-ink-2">No dangerous lookalike in this library at this stage.</p>
          {:else if one.stage}
            <p class="mt-2 flex gap-2">
              <CalendarClock size={18} class="mt-1 shrink-0 text-rosehip" aria-hidden="true" /><span
                ><strong class="text-rosehip">Not at this stage:</strong> cannot be told from {one.open.join(
                  ', '
                )} by two independent characters. {one.firstDate
                  ? `First from ${dayAndMonth(one.firstDate)}.`
                  : 'Not within a year.'}</span
              >
            </p>
          {/if}
          {#if one.lookalikes.length > 0}
            <ul class="mt-2 grid list-none gap-x-8 gap-y-1 p-0 sm:grid-cols-2">
              {#each one.lookalikes as other (other.slug)}
                <li class="note flex items-baseline gap-2">
                  <Skull size={15} class="self-center text-rosehip" aria-hidden="true" /><span
                    ><strong>{other.name}</strong>, {other.stages.join(' and ')}
                    <span class="text-ink-2">· rated {other.rating} of 25{other.separable ? '' : ' · '}</span
                    >{#if !other.separable}<strong class="text-rosehip">not separable</strong>{/if}</span
                  >
                </li>
              {/each}
            </ul>
          {/if}
        </section>
      {/each}
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
