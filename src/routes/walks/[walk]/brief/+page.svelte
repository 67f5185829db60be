<script lang="ts">
  import { onMount } from 'svelte';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import Printer from '@lucide/svelte/icons/printer';
  import Notice from '$lib/ui/Notice.svelte';
  import BriefCards from '$lib/ui/brief/BriefCards.svelte';
  import BriefFront from '$lib/ui/brief/BriefFront.svelte';
  import BriefTimetable from '$lib/ui/brief/BriefTimetable.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import HazardList from '$lib/ui/brief/HazardList.svelte';
  import LeadersHealth from '$lib/ui/brief/LeadersHealth.svelte';
  import SheetText from '$lib/ui/brief/SheetText.svelte';
  import { placedStops } from '$core/walk';
  import { counted, dayAndMonth, localMoment } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import KeepOnPhone from './KeepOnPhone.svelte';
  import TakeAway from './TakeAway.svelte';
  import Told from '$lib/ui/people/Told.svelte';

  let { data, form } = $props();
  const noPicture = 'data:image/gif;base64,R0lGODlhAQABAAAAACw=';
  const document = $derived(data.brief?.document);
  const inPreview = $derived(data.plates as Record<string, string>);
  // Drawings of a preview come with the page: once, as its data, and into the pictures when it stands.
  let isStanding = $state(false);
  onMount(() => void (isStanding = true));
  const source = (id: string) => {
    const drawn = inPreview[id];
    if (drawn === undefined) return `/walks/${data.walk.id}/plates/${id}`;
    return isStanding ? drawn : noPicture;
  };
  let isPublishing = $state(false);
  const publishLabel = $derived(
    data.publishing
      ? `Publish ${data.publishing.version ? `version ${data.publishing.version + 1}` : 'brief'} to ${counted(data.publishing.people, 'person', 'people')}`
      : ''
  );
</script>

<svelte:head><title>Brief of {data.walk.name} · Good Trail</title></svelte:head>

{#snippet differences(list: typeof data.changes, title: string)}
  <details class="note mt-2" open={list.length <= 6}>
    <summary class="cursor-pointer font-strong text-ochre">{title}</summary>
    <ul class="mt-1 grid list-none gap-1 p-0">
      {#each list as change, i (i)}<li>
          <strong>{change.about}</strong>:
          <span class="text-ink-2 line-through decoration-1">{change.before}</span> → {change.after}
        </li>{/each}
    </ul>
  </details>
{/snippet}

{#snippet hasRead(on: string)}
  <p class="note flex items-center gap-2 text-moss">
    <CircleCheck size={17} aria-hidden="true" />Read by you on {dayAndMonth(on)}; your leaders see that.
  </p>
{/snippet}

{#if data.isPreview}<div class="mb-4">
    <Notice kind="done"
      >This is how it would be published now. Nothing is stored, and nobody else sees it.
      <a href="/walks/{data.walk.id}/brief">Back to what is published</a></Notice
    >
  </div>{/if}
{#if data.publishing}
  {@const publishing = data.publishing}
  <section class="no-print mb-6 border-b border-rule pb-4">
    {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    {#if form && 'published' in form && form.published}<Notice kind="done"
        >Version {form.published} is published; learners of the group see it now.</Notice
      >{#if form.told}<Told news={form.told} />{/if}{/if}
    {#if form && 'confirmed' in form && form.confirmed}<Notice kind="done"
        >You have confirmed version {form.confirmed}.</Notice
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
          <input type="hidden" name="revision" value={data.walk.revision} />
          <button class="btn btn-primary" disabled={publishing.isHeldBack || isPublishing}
            >{isPublishing ? 'Composing and drawing …' : publishLabel}</button
          >
        </form>
      {/if}
      {#if data.leads && !data.isPreview}<a class="btn btn-line" href="/walks/{data.walk.id}/brief?preview"
          >Look at it first</a
        >{/if}
      {#if publishing.mayConfirm && data.brief && !data.isPreview}
        <form method="POST" action="?/confirm" use:enhance>
          <button class="btn btn-line">Confirm version {data.brief.version} as leader</button>
        </form>
      {/if}
      <p class="note max-w-[56ch] text-ink-2">
        {#if publishing.isHeldBack}<span class="font-strong text-rosehip"
            >Waits for: {publishing.stops.map(({ title }) => title.replace('Stop: ', '')).join('; ')}.</span
          > <a href="/walks/{data.walk.id}">Mend it in the plan</a>.
        {:else if !publishing.version}Nothing stops it. A published brief is a snapshot: later changes make a
          new version.
        {:else if publishing.since.length > 0}<span class="font-strong text-ochre"
            >The plan has changed since version {publishing.version}.</span
          >
        {:else}Version {publishing.version} is as the plan stands.{/if}
      </p>
      {#if data.brief}<button type="button" class="btn btn-line ml-auto" onclick={() => window.print()}
          ><Printer size={17} aria-hidden="true" />Print</button
        >{/if}
    </div>
    {#if data.brief && !data.isPreview}
      {#if publishing.since.length > 0}{@render differences(
          publishing.since,
          `${counted(publishing.since.length, 'difference')} between version ${publishing.version} and the plan`
        )}{/if}
      <p class="note mt-2 text-ink-2">
        Confirmed by {publishing.leaders
          .filter(({ hasConfirmed }) => hasConfirmed)
          .map(({ name }) => name)
          .join(', ') || 'no leader yet'}{#if publishing.leaders.some(({ hasConfirmed }) => !hasConfirmed)}; <span
            class="font-strong text-ochre"
            >waits for {publishing.leaders
              .filter(({ hasConfirmed }) => !hasConfirmed)
              .map(({ name }) => name)
              .join(', ')}</span
          >{/if}. Read by {publishing.readers
          .map(({ name, on }) => `${name} (${dayAndMonth(on)})`)
          .join(', ') || 'nobody yet'}{publishing.unread.length > 0
          ? `; not yet by ${publishing.unread.join(', ')}`
          : ''}{publishing.onPaper.length > 0 ? `; on paper for ${publishing.onPaper.join(', ')}` : ''}.
      </p>
      <TakeAway walkId={data.walk.id} isLeader={true} />
    {/if}
  </section>
{:else if data.brief}
  <div class="no-print mb-4">
    {#if data.readOn}{@render hasRead(data.readOn)}{/if}
    <TakeAway walkId={data.walk.id} isLeader={false} />
    <KeepOnPhone walkId={data.walk.id} personId={data.viewer?.personId} />
  </div>
{/if}

{#if document && data.brief}
  {#if data.changes.length > 0}<div class="no-print mb-4 border-l-4 border-ochre px-3">
      {@render differences(
        data.changes,
        `What version ${data.brief.version} says otherwise than version ${data.brief.version - 1}`
      )}
    </div>{/if}
  <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_250px]">
    <section class="min-w-0">
      <BriefFront {document} version={data.brief.version} isLeader={data.publishing !== undefined} />
      <BriefTimetable {document} />
    </section>
    <aside
      class="note grid content-start gap-4 lg:border-l lg:border-rule lg:pl-6 print:grid-cols-2 print:gap-x-8"
    >
      <div>
        <h2>In an emergency</h2>
        {#each document.front.emergencyNumbers as one, nth (nth)}<p>
            {one.label}<br /><a
              href="tel:{one.number.replace(/[^+0-9]/g, '')}"
              class="text-[17px] font-strong text-ink underline underline-offset-2">{one.number}</a
            >
          </p>{/each}
      </div>
      <div><HazardList {document} /></div>
      <p class="border-t border-rule pt-3 text-ink-2">
        The library behind this brief describes {document.library.taxa} taxa. A lookalike that is not among them
        is not warned of here.
      </p>
    </aside>
  </div>

  {#if document.map}
    <section class="mt-6">
      <h2>The way</h2>
      <GroundMap
        ground={document.map.ground}
        route={document.map.route}
        markers={placedStops(document).map((stop) => ({ ...stop, label: stop.name }))}
        label="The way with its stops; the timetable above says the same"
        height="h-[340px]"
        saysPlace
      />
    </section>
  {/if}

  {#each document.targets.filter(({ found }) => !found) as target (target.slug)}
    <div class="mt-5 border-l-4 border-rosehip bg-rosehip-tint px-4 py-3">
      <strong>{target.name}, not at this stage.</strong> What can be seen on the piece does not tell it from
      every dangerous lookalike. {target.firstDate
        ? `First from ${dayAndMonth(target.firstDate)}.`
        : 'Not within a year.'} It is shown, never gathered.
    </div>
  {/each}

  {#each document.sheets as sheet, i (sheet.key)}
    <section class="mt-9 scroll-mt-4 break-before-page border-t border-ink pt-4">
      <p class="plate-label mb-3">Pair {i + 1} of {document.sheets.length}</p>
      <SheetText {sheet} {source} photographs={data.photographs[i]} remark={document.remarks[sheet.key]} />
    </section>
  {/each}
  <BriefCards {document} />
  {#if data.publishing?.mayReadHealth}<LeadersHealth walkId={data.walk.id} />{/if}
  {#if !data.publishing}
    <section class="no-print mt-8 border-t border-ink pt-4">
      {#if data.readOn}{@render hasRead(data.readOn)}
      {:else}
        <p class="max-w-prose">
          Say so when you have read it, to the end: what the sheets show, whom to call, what to bring. Your
          leaders see who has.
        </p>
        <form method="POST" action="?/read" use:enhance class="mt-2">
          <button class="btn btn-primary">I have read this brief</button>
        </form>
      {/if}
    </section>
  {/if}
  {#if !data.isPreview}<p class="fine mt-6 text-ink-2">
      Published by {data.brief.publishedBy}, {localMoment(data.brief.effectiveAt, document.walk.timeZone)}.
      Library {document.library.name}, {document.library.hash.slice(0, 12)}. Starter entries are drafts until
      the school has confirmed them with two sources.
    </p>{/if}
{:else if !data.publishing}
  <p class="max-w-prose">
    The brief of this walk is not published yet. When your instructor publishes it, it stands here.
  </p>
{:else}
  <p class="max-w-prose text-ink-2">
    No brief yet. Publishing composes it from the plan: front page, hazards by rating, contrast sheets of
    every dangerous pair drawn for this date, harvest card, what to do if somebody feels ill.
  </p>
{/if}
