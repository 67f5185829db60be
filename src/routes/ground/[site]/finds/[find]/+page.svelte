<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import CalendarClock from '@lucide/svelte/icons/calendar-clock';
  import Skull from '@lucide/svelte/icons/skull';
  import { addressOf, dayAndMonth, longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
  const entered = $derived((form && 'entered' in form ? form.entered : undefined) ?? {});
  const percent = (p: number) =>
    p < 0.01 ? 'below 1 %' : p > 0.99 ? 'over 99 %' : `${Math.round(p * 100)} %`;
  const describeAddress = $derived(
    addressOf('/species/look-closer', [
      ['site', data.site.id],
      ['date', data.find.seenOn],
      ['find', data.find.id],
      ...(data.described?.seen ?? data.find.seen).map((entry) => ['see', entry] as const),
      ...(data.described?.cannot ?? data.find.cannot).map((slug) => ['cannot', slug] as const)
    ])
  );
  const letter = $derived(
    [
      `At ${data.site.name} we found a plant that we cannot name, on ${longDate(data.find.seenOn)}${data.find.latitude === undefined ? '' : `, at ${data.find.latitude}, ${data.find.longitude}`}.`,
      data.find.note,
      data.seen.length > 0
        ? `What we saw: ${data.seen.map(({ name, label }) => `${name.toLowerCase()}, ${label}`).join('; ')}.`
        : '',
      data.candidates.length > 0
        ? `It may be ${data.candidates.map(({ name, scientific }) => `${name} (${scientific})`).join(', or ')}.`
        : '',
      'What would you say it is, and what should we look at?',
      `${data.viewerName}, ${data.schoolName}`
    ]
      .filter(Boolean)
      .join('\n\n')
  );
</script>

<svelte:head><title>{data.find.name} · Good Trail</title></svelte:head>
<p class="note">
  <a href="/ground/{data.site.id}">{data.site.name}</a>, <a href="/ground/{data.site.id}/scout">Scout</a>
</p>
<h1>{data.find.name}</h1>
<p class="mt-1 text-ink-2">
  {data.named ? 'A find that has its name' : 'A find without a name'}, seen on {longDate(data.find.seenOn)} by {data
    .find.foundBy}.
</p>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}

<div class="mt-4 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="grid content-start gap-7">
    {#if data.picture}<img
        src={data.picture}
        alt="As it was found"
        class="max-h-[420px] w-auto max-w-full justify-self-start border border-rule-strong"
      />{/if}
    {#if data.named}
      <section>
        <h2>It is <a href="/species/{data.named.slug}">{data.named.name}</a></h2>
        <p class="mt-1">{data.find.namedBecause}</p>
        {#if data.find.patchId}<p class="note mt-1">
            <a href="/ground/{data.site.id}/patches/{data.find.patchId}">Its patch</a>
          </p>{/if}
      </section>
    {/if}
    {#if data.described}
      <section class="border-l-4 border-ochre pl-4">
        <h2>Described anew</h2>
        <p class="note">What is shown below goes by the new description, which is not kept yet.</p>
        <form method="POST" action="?/describe" use:enhance class="mt-2 flex gap-2">
          {#each data.described.seen as entry, nth (nth)}<input
              type="hidden"
              name="see"
              value={entry}
            />{/each}
          {#each data.described.cannot as slug (slug)}<input
              type="hidden"
              name="cannot"
              value={slug}
            />{/each}
          <button class="btn btn-primary">Keep this description</button>
          <a class="btn btn-line" href="/ground/{data.site.id}/finds/{data.find.id}">Leave it as it was</a>
        </form>
      </section>
    {/if}
    <section>
      <h2>What it may be</h2>
      <table class="ruled compact mt-1">
        <tbody>
          {#each data.candidates as one (one.slug)}
            <tr
              ><td
                ><a href="/species/{one.slug}" class="link-line">{one.name}</a>
                <i class="text-ink-2">{one.scientific}</i>{#if one.isDanger}<Skull
                    size={15}
                    class="ml-2 inline text-rosehip"
                    aria-label="danger"
                  />{/if}</td
              ><td class="text-ink-2">{one.stage}</td><td class="whitespace-nowrap text-right"
                >{percent(one.probability)}</td
              ></tr
            >
          {:else}<tr
              ><td class="text-ink-2"
                >{data.seen.length === 0
                  ? 'Nothing of it is described yet, so nothing is guessed. Say what you see of it first.'
                  : 'Nothing of this library fits well.'}</td
              ></tr
            >{/each}
        </tbody>
      </table>
      <p class="fine mt-1 text-ink-2">
        {#if data.seen.length > 0}Something that this library does not have: {percent(data.other)}. The
          figures follow from what was described; they name no plant.{/if} Until it has a name it is left alone.
      </p>
    </section>
    {#if !data.named}
      <section>
        <h2 class="flex items-center gap-2">
          <CalendarClock size={19} aria-hidden="true" />{data.back
            ? `Come back about ${longDate(data.back.isoDate)}`
            : 'Come back'}
        </h2>
        {#if data.back}
          <p class="mt-1">
            Then they can be told apart: {data.back.stages
              .map(({ name, stage }) => `${name} in ${stage}`)
              .join(', ')}. Look at
            {#each data.back.characters as one, i (i)}{i > 0 ? '; ' : ''}<strong
                >{nameWithin(one.name)}</strong
              >{/each}.
          </p>
          <ul class="note m-0 mt-1 list-none p-0 text-ink-2">
            {#each data.back.characters as one, nth (nth)}<li>{one.name}: {one.how}</li>{/each}
          </ul>
        {:else}<p class="mt-1 text-ink-2">
            {data.candidates.length < 2
              ? 'Describe more of it first: there is nothing to tell apart yet.'
              : 'On no day within a year do these show what tells every two of them. Ask somebody who knows.'}
          </p>{/if}
      </section>
    {/if}
    <section class="border-t border-rule pt-4">
      <h2>Ask an expert</h2>
      {#each data.questions as one (one.id)}
        <div class="mt-2 border-b border-rule pb-2">
          <p class="note"><strong>{one.expert}</strong> was asked on {longDate(one.askedOn)}.</p>
          {#if one.answer}<p class="mt-1">{one.answer}</p>
            <p class="fine text-ink-2">
              Kept on {longDate(one.answeredOn!)}, as a source on the
              <a href="/species/confirm">bookshelf</a>.
            </p>
          {:else}
            <form method="POST" action="?/answer" use:enhance class="mt-1 flex flex-wrap items-end gap-2">
              <input type="hidden" name="id" value={one.id} />
              <label class="note min-w-0 flex-1"
                ><span class="font-strong">The answer</span><input
                  name="answer"
                  class="input"
                  maxlength="1000"
                /></label
              >
              <button class="btn btn-line">Keep it</button>
            </form>
          {/if}
        </div>
      {/each}
      <details class="mt-2" open={'letter' in entered || undefined}>
        <summary class="cursor-pointer font-strong">Put it to somebody</summary>
        <form method="POST" action="?/ask" use:enhance class="mt-2 grid gap-3 sm:grid-cols-2">
          <label class="note"
            ><span class="font-strong">Expert</span><input
              name="expert"
              class="input"
              maxlength="120"
              value={entered['expert'] ?? ''}
            /></label
          >
          <label class="note"
            ><span class="font-strong">E-mail</span><input
              name="email"
              type="email"
              class="input"
              value={entered['email'] ?? ''}
            /></label
          >
          <label class="note sm:col-span-2"
            ><span class="font-strong">Letter</span><textarea
              name="letter"
              class="textarea font-sans"
              rows="9"
              value={String(entered['letter'] ?? letter)}></textarea></label
          >
          <button class="btn btn-line justify-self-start">Put it into the outbox</button>
        </form>
      </details>
    </section>
  </div>
  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
    {#if data.find.latitude !== undefined}
      <GroundMap
        ground={data.site.ground}
        centre={data.site.place}
        label="Where it was found"
        height="h-[200px]"
        markers={[
          {
            longitude: data.find.longitude!,
            latitude: data.find.latitude,
            label: data.find.name,
            number: 1
          }
        ]}
      />
    {/if}
    <section>
      <h2>What was seen</h2>
      <ul class="m-0 mt-1 list-none p-0">
        {#each data.seen as one, nth (nth)}<li>{one.name}: <strong>{one.label}</strong></li>{:else}<li
            class="text-ink-2"
          >
            Nothing described yet.
          </li>{/each}
      </ul>
      {#if data.find.note}<p class="mt-1 text-ink-2">{data.find.note}</p>{/if}
      {#if !data.named}<p class="mt-2">
          <a class="btn btn-line btn-sm" href={describeAddress}>Look closer</a>
        </p>{/if}
    </section>
    {#if !data.named && data.mayName}
      <form method="POST" action="?/name" use:enhance class="grid gap-2 border-t border-rule pt-4">
        <h2>Give it its name</h2>
        <label
          ><span class="font-strong">It is</span><select name="taxon" class="select">
            <option value="">Choose</option>
            {#each data.taxa as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
          </select></label
        >
        <label
          ><span class="font-strong">On what grounds</span><textarea
            name="because"
            class="textarea"
            rows="2"
            maxlength="500"></textarea></label
        >
        <p class="fine text-ink-2">
          Two characters that tell it from each dangerous candidate, or an expert’s answer of {dayAndMonth(
            data.today
          )} or before.
        </p>
        <button class="btn btn-line justify-self-start">Name it</button>
      </form>
    {/if}
    {#if !data.find.patchId}
      <form
        method="POST"
        action="?/remove"
        use:enhance
        class="border-t border-rule pt-4"
        onsubmit={(event) => {
          if (!confirm(`Remove the find “${data.find.name}”?`)) event.preventDefault();
        }}
      >
        <button class="btn btn-line btn-sm text-rosehip">Remove it</button>
      </form>
    {/if}
  </aside>
</div>
