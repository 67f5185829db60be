<script lang="ts">
  import Ban from '@lucide/svelte/icons/ban';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import Scissors from '@lucide/svelte/icons/scissors';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import MapEditor from '$lib/ui/map/MapEditor.svelte';
  import type { Drawn } from '$lib/ui/map/drawing';
  import Field from '$lib/ui/form/Field.svelte';
  import HabitatTicks from '$lib/ui/form/HabitatTicks.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { dayAndMonth, longDate } from '$core/words';
  import CensusForm from './CensusForm.svelte';
  import Relied from './Relied.svelte';

  let { data, form } = $props();
  const details = superForm(() => data.details, { resetForm: false });
  const taken = superForm(() => data.taken, { resetForm: true });
  const { message: takenMessage } = taken;
  const unit = $derived(data.rule?.unit ?? 'plants');
  const round = (n: number) => (n >= 100 ? Math.round(n / 10) * 10 : Math.round(n)).toLocaleString('en-GB');
  const thisYear = $derived(data.today.slice(0, 4));
  const byYear = $derived(
    [...new Set(data.year.gatherings.map(({ gatheredOn }) => gatheredOn.slice(0, 4)))].map((year) => ({
      year,
      pieces: data.year.gatherings
        .filter(({ gatheredOn }) => gatheredOn.startsWith(year))
        .reduce((sum, { pieces }) => sum + pieces, 0)
    }))
  );
  const reserved = $derived(
    data.year.reservations.reduce((sum, { people, piecesEach }) => sum + people * piecesEach, 0)
  );

  const shapeOf = (patch: typeof data.patch): Drawn => ({
    id: patch.id,
    kind: patch.outline ? 'area' : 'label',
    name: '',
    geometry: patch.outline ?? { type: 'Point', coordinates: [patch.longitude, patch.latitude] }
  });
  // What is drawn stays while it is saved.
  // svelte-ignore state_referenced_locally
  let drawn = $state.raw<readonly Drawn[]>([shapeOf(data.patch)]);
  let tool = $state<'choose' | 'Point' | 'Polygon'>('choose');
  let isDrawing = $state(false);
  let chosen = $state<string>();
  function onchange({ id, geometry }: Pick<Drawn, 'id' | 'geometry'>) {
    drawn = [{ id, kind: geometry.type === 'Polygon' ? 'area' : 'label', name: '', geometry }];
    tool = 'choose';
  }
</script>

<svelte:head><title>{data.patch.name} · Good Trail</title></svelte:head>
<p class="note"><a href="/ground/{data.site.id}">{data.site.name}</a></p>
<h1>{data.patch.name}</h1>
<p class="mt-1 flex flex-wrap items-baseline gap-x-3">
  <a href="/species/{data.patch.taxon}" class="link-line">{data.taxonName}</a><i class="text-ink-2"
    >{data.scientific}</i
  >
  {#if data.isDanger}<RoleMark role="danger" />{/if}
  <span class="text-ink-2"
    >{data.patch.abundance}{data.patch.microhabitat ? `, ${data.patch.microhabitat}` : ''}{data.squareMetres
      ? `, ${round(data.squareMetres)} m²`
      : ''}</span
  >
</p>
{#if data.patch.goneOn}<Notice kind="problem"
    >It is gone since {longDate(data.patch.goneOn)} and kept for its history.</Notice
  >{/if}

<div class="mt-4 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_310px]">
  <div class="grid content-start gap-7">
    <section>
      <h2>How much it may give in {thisYear}</h2>
      {#if data.year.allowance.kind === 'pieces'}
        <p class="mt-2 flex items-baseline gap-2">
          <Scissors size={18} class="self-center" aria-hidden="true" /><span
            ><strong class="font-serif text-[26px]">{data.year.allowance.left}</strong>
            {data.rule?.part === 'leaf' && data.year.allowance.left !== 1 ? 'leaves' : `× ${data.rule?.part}`} left</span
          >
        </p>
        <table class="ruled compact mt-2 max-w-[620px]">
          <tbody>
            <tr
              ><td>Surely there, by the census of {dayAndMonth(data.year.census!.countedOn)}</td><td
                class="whitespace-nowrap text-right">{round(data.year.result!.low!)} {unit}</td
              ></tr
            >
            {#if data.rule?.exempt}<tr
                ><td>Left alone: {data.rule.exempt}</td><td class="whitespace-nowrap text-right"
                  >− {Math.round(100 * (data.year.census!.exemptShare ?? 0))} %</td
                ></tr
              >{/if}
            <tr
              ><td>The rule gives {data.ruleWords}</td><td class="whitespace-nowrap text-right"
                >{data.year.allowance.whole} for the year</td
              ></tr
            >
            <tr><td>Taken this year</td><td class="whitespace-nowrap text-right">− {data.year.taken}</td></tr>
            {#each data.year.reservations as one, nth (nth)}<tr
                ><td
                  >Reserved: <a class="link-line" href="/walks/{one.walkId}">{one.walk}</a>, {dayAndMonth(
                    one.heldOn
                  )}, {one.people} people × {one.piecesEach}</td
                ><td class="whitespace-nowrap text-right">− {one.people * one.piecesEach}</td></tr
              >{/each}
            <tr class="font-[650]"
              ><td>Left</td><td class="whitespace-nowrap text-right"
                >{data.year.allowance.left}{data.year.taken + reserved > data.year.allowance.whole
                  ? `: over by ${data.year.taken + reserved - data.year.allowance.whole}`
                  : ''}</td
              ></tr
            >
          </tbody>
        </table>
        {#if data.more.length > 0 && data.rule && data.rule.fraction !== 'to need'}
          <p class="note mt-2 text-ink-2">
            If more quadrats turned out like these, it would surely be
            {#each data.more as one, i (one.count)}{i > 0 ? ', ' : ''}{round(one.low)}
              {unit} with {one.count}{/each}: counting more gives more.
          </p>
        {/if}
        {#if data.year.pace}<p class="note mt-1 text-ink-2">
            Earlier groups gathered {data.year.pace.toFixed(1)} pieces a minute each.
          </p>{/if}
      {:else if data.year.allowance.kind === 'to need'}
        <p class="mt-2">
          To need: {data.ruleWords}. No census is needed; {data.year.taken} taken this year are in the ledger.
        </p>
      {:else}
        <p class="mt-2 flex gap-2">
          {#if data.year.allowance.kind === 'none'}<Ban
              size={18}
              class="mt-1 shrink-0 text-ochre"
              aria-hidden="true"
            /><span><strong>Nothing.</strong> {data.year.allowance.why}</span>{:else}<CircleHelp
              size={18}
              class="mt-1 shrink-0 text-ochre"
              aria-hidden="true"
            /><span><strong>Not known yet.</strong> {data.year.allowance.why}</span>{/if}
        </p>
        {#if data.ruleWords}<p class="note mt-1 text-ink-2">The rule: {data.ruleWords}.</p>{/if}
      {/if}
      <p class="fine mt-2 text-ink-2">
        An allowance is a most, not a wish. Local law and the landowner come first{data.harvest
          ? `. ${data.harvest}`
          : ''}
      </p>
    </section>

    <section class="border-t border-rule pt-4">
      <h2>Count it</h2>
      <div class="mt-2">
        <CensusForm
          patchId={data.patch.id}
          {unit}
          exempt={data.rule?.exempt}
          squareMetres={data.squareMetres}
          today={data.today}
          result={form && 'census' in form ? form.census : undefined}
        />
      </div>
      {#if data.censuses.length > 0}
        <WideTable label="Censuses">
          <table class="ruled compact mt-4">
            <thead
              ><tr
                ><th scope="col">counted</th><th scope="col">how</th><th scope="col">80 in 100 between</th><th
                  scope="col"><span class="sr-only">Take back</span></th
                ></tr
              ></thead
            >
            <tbody>
              {#each data.censuses as one (one.id)}
                <tr
                  ><td class="whitespace-nowrap">{longDate(one.countedOn)}</td><td
                    >{one.body.method === 'quadrats'
                      ? `${one.body.counts.length} quadrats of ${one.body.quadratSquareMetres} m²`
                      : one.body.method}, {one.countedBy}</td
                  ><td
                    >{one.result.low === undefined
                      ? 'no range'
                      : `${round(one.result.low)} and ${round(one.result.high!)}`}</td
                  ><td class="!pr-0 text-right"
                    >{#if data.mayEdit}<form
                        method="POST"
                        action="?/uncount"
                        use:plainEnhance
                        onsubmit={(event) => {
                          if (!confirm(`Take the census of ${longDate(one.countedOn)} back?`))
                            event.preventDefault();
                        }}
                      >
                        <input type="hidden" name="id" value={one.id} /><button
                          class="note cursor-pointer underline underline-offset-2">take back</button
                        >
                      </form>{/if}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </WideTable>
      {/if}
    </section>

    <section class="border-t border-rule pt-4">
      <h2>Ledger of what was taken</h2>
      <Form of={taken} action="?/taken" class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        {#if $takenMessage}<div class="col-span-full"><Notice kind="done">{$takenMessage}</Notice></div>{/if}
        <Field label="Pieces" name="pieces" type="number" min="1" />
        <Field label="Part" name="part" />
        <Field label="On" name="gatheredOn" type="date" max={data.today} />
        <div class="self-end">
          <Tick label="Lifted whole, to show" name="isLifted" />
        </div>
        <Field label="People, if noted" name="people" type="number" min="1" />
        <Field label="Minutes, if noted" name="minutes" type="number" min="0" step="any" />
        <div class="col-span-2">
          <Field label="Note" name="note" />
        </div>
        <button class="btn btn-line justify-self-start">Enter it</button>
      </Form>
      <WideTable label="Ledger">
        <table class="ruled compact mt-3">
          <tbody>
            {#each byYear as { year, pieces } (year)}
              <tr class="font-[650]"><td>{year}</td><td>{pieces} pieces in all</td><td></td></tr>
              {#each data.year.gatherings.filter( ({ gatheredOn }) => gatheredOn.startsWith(year) ) as one (one.id)}
                <tr
                  ><td class="whitespace-nowrap">{dayAndMonth(one.gatheredOn)}</td><td
                    >{one.pieces} × {one.part}{one.isLifted ? ', lifted whole' : ''}{one.walk
                      ? `, ${one.walk}`
                      : ''}{one.note ? `, ${one.note}` : ''}
                    <span class="text-ink-2">{one.recordedBy}</span></td
                  ><td class="!pr-0 text-right"
                    >{#if data.mayEdit}<form method="POST" action="?/takeBack" use:plainEnhance>
                        <input type="hidden" name="id" value={one.id} /><button
                          class="note cursor-pointer underline underline-offset-2">take back</button
                        >
                      </form>{/if}</td
                  ></tr
                >
              {/each}
            {:else}<tr><td colspan="3" class="text-ink-2">Nothing was taken here yet.</td></tr>{/each}
          </tbody>
        </table>
      </WideTable>
    </section>
  </div>

  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
    <section>
      <h2>Place</h2>
      {#if form && 'shape' in form && form.shape && 'problem' in form.shape}<Notice kind="problem"
          >{form.shape.problem}</Notice
        >{/if}
      {#if form && 'shape' in form && form.shape && 'done' in form.shape && !isDrawing}<Notice kind="done"
          >{form.shape.done}</Notice
        >{/if}
      <div class="mt-1">
        <MapEditor
          {drawn}
          {chosen}
          {tool}
          {onchange}
          onchoose={(id) => {
            if (isDrawing) chosen = id;
          }}
          background={data.site.ground}
          height="h-[230px]"
        />
      </div>
      {#if data.mayEdit}
        {#if isDrawing}
          <p class="fine mt-1 text-ink-2">
            {tool === 'Polygon'
              ? 'Tap around the patch; tap the first place again to close it.'
              : tool === 'Point'
                ? 'Tap where it is.'
                : 'Drag it, or its corners.'}
          </p>
          <div class="mt-2 flex flex-wrap gap-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              onclick={() => {
                drawn = [];
                tool = 'Point';
              }}>As a place</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              onclick={() => {
                drawn = [];
                tool = 'Polygon';
              }}>As an area</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              onclick={() => {
                drawn = [shapeOf(data.patch)];
                tool = 'choose';
                isDrawing = false;
                chosen = undefined;
              }}>Leave as it was</button
            >
            <form
              method="POST"
              action="?/shape"
              use:plainEnhance={({ formData }) => {
                formData.set('shape', JSON.stringify(drawn[0]?.geometry ?? null));
                return async ({ result, update }) => {
                  await update({ reset: false });
                  if (result.type === 'success') {
                    isDrawing = false;
                    chosen = undefined;
                  }
                };
              }}
            >
              <button class="btn btn-primary btn-sm" disabled={drawn.length === 0}>Save the place</button>
            </form>
          </div>
        {:else}
          <button
            type="button"
            class="btn btn-line btn-sm mt-2"
            onclick={() => {
              isDrawing = true;
              chosen = data.patch.id;
            }}>Move or redraw it</button
          >
        {/if}
      {/if}
    </section>
    {#if data.mayEdit}
      <Form of={details} action="?/details" class="grid gap-3 border-t border-rule pt-4">
        <h2>About it</h2>
        <FormMessage />
        <Field label="Name" name="name" />
        <Field
          label="How much"
          name="abundance"
          options={data.abundances.map((value) => ({ value, label: value }))}
        />
        <Field label="Microhabitat" name="microhabitat" placeholder="Damp ditch, half shade" />
        {#if data.habitats.length > 0}
          <HabitatTicks
            legend="It stands in"
            note="Lookalikes of these are expected at it; with none ticked, of all the site’s."
            habitats={data.habitats}
          />
        {/if}
        <Tick label="The only patch of it on the site: nothing is taken" name="isOnly" />
        <button class="btn btn-line justify-self-start">Save</button>
      </Form>
    {/if}
    <section class="border-t border-rule pt-4">
      <h2>Seen here</h2>
      <ul class="m-0 mt-1 list-none p-0">
        {#each data.sightings as one (one.id)}<li>
            {longDate(one.seenOn)}: {one.stage}
            {one.says === 'there' ? 'is there' : one.says}{one.note ? `, ${one.note}` : ''}
            <span class="text-ink-2">{one.seenBy}</span>
          </li>{:else}<li class="text-ink-2">Nothing yet.</li>{/each}
      </ul>
    </section>
    <section class="border-t border-rule pt-4">
      <h2>Its name</h2>
      {#each data.renamings as one, i (i)}
        <div class="mt-1 border-l-4 border-ochre pl-3">
          <p>
            Until {longDate(one.on)} it was taken for <strong>{one.oldName}</strong>; it is
            <strong>{one.newName}</strong>: {one.reason} ({one.renamedBy}).
          </p>
          <Relied relied={one.relied} />
        </div>
      {/each}
      {#if form && 'rename' in form && form.rename && 'problem' in form.rename}<Notice kind="problem"
          >{form.rename.problem}</Notice
        >{/if}
      {#if form && 'rename' in form && form.rename && 'done' in form.rename}<Notice kind="done"
          >{form.rename.done}</Notice
        >{/if}
      {#if data.mayEdit}
        <details class="mt-2">
          <summary class="cursor-pointer">It is another plant</summary>
          <Relied relied={data.relied} />
          <form method="POST" action="?/rename" use:plainEnhance class="mt-2 grid gap-2">
            <label
              ><span class="font-[650]">It is</span><select name="taxon" class="select">
                {#each data.taxa as one (one.value)}<option
                    value={one.value}
                    selected={one.value === data.patch.taxon}>{one.label}</option
                  >{/each}
              </select></label
            >
            <label
              ><span class="font-[650]">What showed it</span><input
                name="reason"
                class="input"
                maxlength="300"
              /></label
            >
            <button class="btn btn-line justify-self-start">Rename it</button>
          </form>
        </details>
      {/if}
    </section>
    {#if data.mayEdit}
      <section class="flex flex-wrap gap-2 border-t border-rule pt-4">
        {#if form && 'remove' in form && form.remove}<Notice kind="problem">{form.remove.problem}</Notice
          >{/if}
        <form method="POST" action="?/gone" use:plainEnhance>
          <input type="hidden" name="back" value={data.patch.goneOn ? 'yes' : ''} />
          <button class="btn btn-line btn-sm"
            >{data.patch.goneOn ? 'It is there again' : 'It is not there any more'}</button
          >
        </form>
        <form
          method="POST"
          action="?/remove"
          use:plainEnhance
          onsubmit={(event) => {
            if (!confirm(`Remove the patch “${data.patch.name}”?`)) event.preventDefault();
          }}
        >
          <button class="btn btn-line btn-sm text-rosehip">Remove it</button>
        </form>
      </section>
    {/if}
  </aside>
</div>
