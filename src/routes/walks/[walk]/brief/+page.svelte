<script lang="ts">
  import { enhance } from '$app/forms';
  import Printer from '@lucide/svelte/icons/printer';
  import Skull from '@lucide/svelte/icons/skull';
  import Notice from '$lib/ui/Notice.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import SheetText from '$lib/ui/SheetText.svelte';
  import { dayAndMonth, localMoment, longDate } from '$lib/ui/dates';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data, form } = $props();
  const document = $derived(data.brief?.document);
  const source = (id: string) => `/walks/${data.walk.id}/plates/${id}`;
  let isPublishing = $state(false);
  const publishLabel = $derived(
    data.publishing
      ? `Publish ${data.brief ? `version ${data.brief.version + 1}` : 'brief'} to ${data.publishing.people} ${data.publishing.people === 1 ? 'person' : 'people'}`
      : ''
  );
</script>

<svelte:head><title>Brief of {data.walk.name} · Good Trail</title></svelte:head>

{#if data.publishing}
  <section class="no-print mb-6 border-b border-rule pb-4">
    {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    {#if form?.published}<Notice kind="done"
        >Version {form.published} is published; learners of the group see it now.</Notice
      >{/if}
    <div class="flex flex-wrap items-center gap-4">
      {#if data.leads}
        <form
          method="POST"
          action="?/publish"
          use:enhance={() => {
            isPublishing = true;
            return async ({ update }) => {
              await update();
              isPublishing = false;
            };
          }}
        >
          <button class="btn btn-primary" disabled={data.publishing.isHeldBack || isPublishing}
            >{isPublishing ? 'Composing and drawing …' : publishLabel}</button
          >
        </form>
      {/if}
      <p class="note text-ink-2">
        {#if data.publishing.isHeldBack}<span class="font-[650] text-rosehip"
            >Waits for: {data.publishing.stops
              .map(({ title }) => title.replace('Stop: ', ''))
              .join('; ')}.</span
          > <a href="/walks/{data.walk.id}">Mend it in the plan</a>.
        {:else if !data.brief}Nothing stops it. A published brief is a snapshot: later changes make a new
          version.
        {:else if data.publishing.isStale}<span class="font-[650] text-ochre"
            >The plan has changed since version {data.brief.version}.</span
          >
        {:else}Version {data.brief.version} is as the plan stands.{/if}
        {#if data.brief}Read by {data.publishing.readers.length > 0
            ? data.publishing.readers.join(', ')
            : 'nobody yet'}.{/if}
      </p>
      {#if data.brief}<button type="button" class="btn btn-line ml-auto" onclick={() => window.print()}
          ><Printer size={17} aria-hidden="true" />Print</button
        >{/if}
    </div>
  </section>
{/if}

{#if document && data.brief}
  <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_250px]">
    <section>
      <p class="plate-label">Brief, version {data.brief.version}</p>
      <h2 class="!text-[22px] !leading-8">
        {longDate(document.walk.isoDate)}, {document.walk.start} to about {document.walk.end}
      </h2>
      <dl class="mt-3 grid gap-x-8 gap-y-2 text-[15px] sm:grid-cols-2">
        <div>
          <dt class="note text-ink-2">Where</dt>
          <dd>{document.front.site}</dd>
        </div>
        <div>
          <dt class="note text-ink-2">Leader and group</dt>
          <dd>{document.front.leader}, {document.front.cohort}</dd>
        </div>
        <div>
          <dt class="note text-ink-2">Meeting point</dt>
          <dd>
            {document.stops[0]?.name}, {document.front.meeting.latitude.toFixed(5)}, {document.front.meeting.longitude.toFixed(
              5
            )}
          </dd>
        </div>
        <div>
          <dt class="note text-ink-2">Access for an ambulance</dt>
          <dd>{document.front.accessPoint}</dd>
        </div>
        <div class="sm:col-span-2">
          <dt class="note text-ink-2">Permission</dt>
          <dd>{document.front.permission}</dd>
        </div>
      </dl>
      <WideTable label="Timetable">
        <table class="ruled mt-4">
          <thead
            ><tr
              ><th scope="col">arrive</th><th scope="col">leave</th><th scope="col">stop</th><th scope="col"
                >what for</th
              ></tr
            ></thead
          >
          <tbody>
            {#each document.stops as stop (stop.number)}
              <tr>
                <td><strong>{stop.arrive}</strong></td><td>{stop.leave}</td><td
                  ><span class="disc mr-2">{stop.number}</span>{stop.name}</td
                >
                <td
                  >{#each stop.taxa as taxon (taxon.scientific)}<span class="mr-4 inline-block"
                      ><RoleMark role={taxon.role} /> {taxon.name.toLowerCase()}</span
                    >{/each}<span class="note block text-ink-2">{stop.talkingPoints}</span></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </WideTable>
    </section>
    <aside
      class="note grid content-start gap-4 lg:border-l lg:border-rule lg:pl-6 print:grid-cols-2 print:gap-x-8"
    >
      <div>
        <h2>In an emergency</h2>
        {#each document.front.emergencyNumbers as one (one.label)}<p>
            {one.label}<br /><a
              href="tel:{one.number.replace(/[^+0-9]/g, '')}"
              class="text-[17px] font-[650] text-ink underline underline-offset-2">{one.number}</a
            >
          </p>{/each}
      </div>
      <div>
        <h2>Hazards by rating</h2>
        <ol class="mt-1 grid list-none gap-1 p-0">
          {#each document.sheets as sheet (sheet.key)}<li class="flex gap-2">
              <Skull size={15} class="mt-[3px] shrink-0 text-rosehip" aria-hidden="true" /><a
                href="#{sheet.key}"
                class="underline decoration-rule underline-offset-2"
                >{sheet.lookalike.name} for {sheet.target.name.toLowerCase()}</a
              ><strong class="ml-auto">{sheet.rating.rating}</strong>
            </li>{/each}
        </ol>
      </div>
      <p class="border-t border-rule pt-3 text-ink-2">
        The library behind this brief describes {document.library.taxa} taxa. A lookalike that is not among them
        is not warned of here.
      </p>
    </aside>
  </div>

  {#each document.targets.filter(({ found }) => !found) as target (target.slug)}
    <div class="mt-5 border-l-4 border-rosehip bg-rosehip-tint px-4 py-3">
      <strong>{target.name}, not at this stage.</strong> It cannot be told from every dangerous lookalike by
      two independent characters. {target.firstDate
        ? `First from ${dayAndMonth(target.firstDate)}.`
        : 'Not within a year.'} It is shown, never gathered.
    </div>
  {/each}

  {#each document.sheets as sheet, i (sheet.key)}
    <section class="mt-9 scroll-mt-4 break-before-page border-t border-ink pt-4">
      <p class="plate-label mb-3">Pair {i + 1} of {document.sheets.length}</p>
      <SheetText {sheet} {source} photographs={data.photographs[i]} />
    </section>
  {/each}

  <div class="mt-9 grid gap-x-12 gap-y-8 border-t border-ink pt-5 md:grid-cols-2">
    {#if document.harvest.length > 0}
      <section>
        <h2>Harvest card</h2>
        {#each document.harvest as one (one.scientific)}
          <div class="note mt-3 border-b border-rule pb-3">
            <p>
              <RoleMark role="gather" /> <strong>{one.name}</strong> <i>{one.scientific}</i>: {one.part}{one.portion
                ? `, ${one.portion}`
                : ''}
            </p>
            <p class="text-ink-2">
              {one.rule} Tool: {one.tool}. {one.preparation}
              {one.conditions} Nothing reaches a mouth before that piece was checked.
            </p>
          </div>
        {/each}
      </section>
    {/if}
    <section>
      <h2>Harm by contact</h2>
      {#each document.contact as one (one.scientific)}<p class="note mt-2">
          <strong>{one.name}</strong> <i>{one.scientific}</i>, {one.where}:
          <span class="text-ink-2"
            >{one.effect}; {one.onset}. Do not touch; wash at once, and keep the skin out of the sun.</span
          >
        </p>{:else}<p class="note text-ink-2">None among the taxa of this walk.</p>{/each}
    </section>
    <section>
      <h2>If somebody feels ill</h2>
      <p class="note mt-2 text-ink-2">
        Call first. Then say what was eaten, how much and when, and what is felt. Keep a sample of the plant
        and of what is left. Do not make the person vomit. Effects may come hours or a day later, even after a
        harmless beginning: stay in touch.
      </p>
    </section>
    {#if document.appendix.length > 0}
      <section>
        <h2>Lighter pairs</h2>
        {#each document.appendix as one, i (i)}<p class="note mt-2">
            <strong>{one.target} against {one.lookalike}</strong>, rated {one.rating}:
            <span class="text-ink-2"
              >{one.rows
                .map((row) => `${row.name.toLowerCase()}: ${row.target}, not ${row.lookalike}`)
                .join('; ') || 'no single character separates them well'}.</span
            >
          </p>{/each}
      </section>
    {/if}
  </div>
  <p class="fine mt-6 text-ink-2">
    Published by {data.brief.publishedBy}, {localMoment(data.brief.effectiveAt, document.walk.timeZone)}.
    Library {document.library.name}, {document.library.hash.slice(0, 12)}. Starter entries are drafts until
    the school has confirmed them with two sources.
  </p>
{:else if !data.publishing}
  <p class="max-w-prose">
    The brief of this walk is not published yet. When your instructor publishes it, it stands here.
  </p>
{:else}
  <p class="max-w-prose text-ink-2">
    No brief yet. Publishing composes it from the plan: front page, contrast sheets of every dangerous pair
    drawn for this date, harvest card, what to do if somebody feels ill.
  </p>
{/if}
