<script lang="ts">
  import { clockTime, minutesOf } from '$core/route';
  import { type Period, type ScoredDay, bestDays, periods, problemOfDays, spanOf } from '$core/year';
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { dayRange, longDate } from '$core/words';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import DayReasons from '$lib/ui/season/DayReasons.svelte';
  import DayStrip from '$lib/ui/season/DayStrip.svelte';
  import type { Answer, Question } from '$lib/ui/season/choose.worker';

  let { data } = $props();
  const entry = superForm(() => data.entry, { resetForm: true });
  const { errors: entryErrors } = entry;

  const weekdays = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
  let period = $state<Period>('year');
  let hoursLong = $state(2.5);
  let opens = $state('09:00');
  let closes = $state('18:00');
  let onDays = $state([0, 1, 2, 3, 4, 5, 6]);
  let usesShore = $state(true);
  let leftOut = $state<string[]>([]);

  let days = $state.raw<readonly ScoredDay[]>([]);
  let done = $state(0);
  let isWorking = $state(false);
  let isStopped = $state(false);
  let chosen = $state<string>();
  let compared = $state<string[]>([]);

  const wishes = $derived(data.wishes.filter(({ taxon }) => !leftOut.includes(taxon)));
  const most = $derived(wishes.reduce((sum, { worth }) => sum + worth, 0));
  const danger = $derived(new Set(data.wishes.filter(({ isDanger }) => isDanger).map(({ taxon }) => taxon)));
  const span = $derived(spanOf(period, data.today));
  const problem = $derived(
    problemOfDays({ hoursLong, opens: minutesOf(opens), closes: minutesOf(closes), weekdays: onDays })
  );

  let worker: Worker | undefined;
  function stop() {
    worker?.terminate();
    worker = undefined;
    isWorking = false;
  }
  function ask(question: Question) {
    stop();
    isStopped = false;
    isWorking = true;
    done = 0;
    worker = new Worker(new URL('$lib/ui/season/choose.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data: answer }: MessageEvent<Answer>) => {
      if (answer.kind === 'progress') done = answer.done;
      else {
        days = answer.days;
        stop();
      }
    });
    worker.postMessage(question);
  }
  const question = $derived<Question>({
    wishes,
    circumstances: {
      timeZone: data.timeZone,
      place: data.place,
      minutes: Math.round(hoursLong * 60),
      hours: { from: minutesOf(opens), until: minutesOf(closes) },
      weekdays: [...onDays],
      diary: data.diary.filter(({ bars }) => bars),
      shoreBelowMetres: usesShore ? data.tide?.shoreBelowMetres : undefined
    },
    tide: usesShore ? data.tide : undefined,
    ...span
  });
  let again = $state(0);
  $effect(() => {
    void again;
    if (problem || wishes.length === 0) return;
    const next = $state.snapshot(question) as Question;
    // While somebody types, the last question alone is asked.
    const waiting = setTimeout(() => ask(next), 150);
    return () => clearTimeout(waiting);
  });
  $effect(() => stop);

  const best = $derived(bestDays(days, 3));
  const dayOf = (isoDate: string) => days.find((one) => one.isoDate === isoDate);
  const shown = $derived(chosen === undefined ? undefined : dayOf(chosen));
  const pair = $derived(compared.map(dayOf).filter((one) => one !== undefined));
  const remarksOf = (isoDate: string) => [
    ...data.diary
      .filter(({ bars, from, until }) => !bars && from <= isoDate && isoDate <= until)
      .map(({ what }) => `Diary: ${what}.`),
    ...data.walks
      .filter(({ heldOn }) => heldOn === isoDate)
      .map(
        ({ name, siteName, startsAt }) => `Planned that day: ${name}, ${siteName}, ${startsAt.slice(0, 5)}.`
      )
  ];
  const startOf = (day: ScoredDay) =>
    clockTime(Math.ceil(Math.max(day.span!.from, Math.min(600, day.span!.until - hoursLong * 60)) / 5) * 5);
  const newWalk = (day: ScoredDay) =>
    `/walks/new?site=${data.site.id}&date=${day.isoDate}&start=${startOf(day)}`;
  function toggleCompared(isoDate: string) {
    compared = compared.includes(isoDate)
      ? compared.filter((one) => one !== isoDate)
      : [...compared.slice(-1), isoDate];
  }
</script>

{#snippet day(one: ScoredDay, number: number | undefined, isNarrow = false)}
  <article class="border-b border-rule py-3">
    <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
      {#if number}<span class="disc">{number}</span>{/if}
      <h3>{longDate(one.isoDate)}</h3>
      <span><strong>{one.score.toFixed(1)}</strong> <span class="text-ink-2">of {most}</span></span>
      {#if one.span && one.bars.length === 0}<span class="note text-ink-2"
          >{data.tide && usesShore ? 'shore open' : 'within'}
          {clockTime(one.span.from)} to {clockTime(one.span.until)}</span
        >{/if}
    </div>
    <div class="mt-1">
      <DayReasons day={one} names={data.names} {danger} remarks={remarksOf(one.isoDate)} {isNarrow} />
    </div>
    <div class="mt-2 flex flex-wrap gap-2">
      {#if data.mayEdit && one.bars.length === 0}<a class="btn btn-line btn-sm" href={newWalk(one)}
          >Plan a walk on this day</a
        >{/if}
      <button
        type="button"
        class={['btn btn-line btn-sm', compared.includes(one.isoDate) ? '!bg-ink !text-base-200' : '']}
        aria-pressed={compared.includes(one.isoDate)}
        onclick={() => toggleCompared(one.isoDate)}
        >{compared.includes(one.isoDate) ? 'Laid out to compare' : 'Compare'}</button
      >
    </div>
  </article>
{/snippet}

<svelte:head><title>Choose the day at {data.site.name} · Good Trail</title></svelte:head>
<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_272px]">
  <div class="min-w-0">
    {#if data.wishes.length === 0}
      <p class="max-w-prose">
        A day is chosen for what is to be taught on it. <a href="/season/{data.site.id}"
          >Put some plants on the wish list</a
        > first, and the best days for them stand here.
      </p>
    {:else}
      {#if problem}<Notice kind="problem">{problem} The days below are of before.</Notice>{/if}
      {#if wishes.length === 0}<Notice kind="problem">Tick at least one plant of the wish list.</Notice>{/if}
      <div class="flex min-h-6 flex-wrap items-center gap-3" aria-live="polite">
        {#if isWorking}
          <progress class="progress w-48" value={done} max={span.days} aria-label="Days looked at"></progress>
          <span class="note">{done} of {span.days} days</span>
          <button
            type="button"
            class="btn btn-line btn-sm"
            onclick={() => {
              stop();
              isStopped = true;
            }}>Stop</button
          >
        {:else if isStopped}
          <span class="note">Stopped; what is shown is of before.</span>
          <button type="button" class="btn btn-line btn-sm" onclick={() => (again += 1)}>Look again</button>
        {:else if days.length > 0}
          <span class="note text-ink-2"
            >{days.length} days looked at, {days.filter(({ bars }) => bars.length === 0).length} of them free. The
            higher, the more of the wish list can be taught; pale days are barred. Choose one on the strip.</span
          >
        {/if}
      </div>
      {#if days.length > 0}
        <div class="mt-1">
          <DayStrip {days} {best} {most} {chosen} onchoose={(isoDate) => (chosen = isoDate)} />
        </div>
        {#if shown}
          <section class="border-l-4 border-ink pl-4" aria-live="polite">
            {@render day(shown, undefined)}
          </section>
        {/if}
        {#if pair.length === 2}
          <section class="mt-4">
            <h2>Two days side by side</h2>
            <div class="mt-1 grid gap-x-8 sm:grid-cols-2">
              {#each pair as one (one.isoDate)}<div>{@render day(one, undefined, true)}</div>{/each}
            </div>
          </section>
        {/if}
        <section class="mt-4">
          <h2>{best.length > 0 ? 'The best days' : 'No day holds this walk'}</h2>
          {#if best.length === 0}<p class="note mt-1 text-ink-2">
              Nothing on the list is worth a stop and can be told on a free day of this period. Try a longer
              period, a shorter walk, or other days of the week.
            </p>{/if}
          {#each best as one, i (one.isoDate)}{@render day(one, i + 1)}{/each}
        </section>
      {/if}
      <noscript
        ><Notice kind="problem">The days are worked out in the browser, which needs scripts.</Notice
        ></noscript
      >
    {/if}
  </div>

  <aside class="grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
    <section class="grid gap-3">
      <h2>What is asked of a day</h2>
      <Field label="Period" name="period" options={periods} bind:value={period} />
      <Field
        label="Length of the walk, hours"
        name="hours"
        type="number"
        step="0.25"
        min="0.25"
        bind:value={hoursLong}
      />
      <div class="grid grid-cols-2 gap-3">
        <Field label="Not before" name="opens" type="time" bind:value={opens} />
        <Field label="Not after" name="closes" type="time" bind:value={closes} />
      </div>
      <fieldset>
        <legend class="note font-strong">Days of the week</legend>
        <div class="mt-1 grid grid-cols-4 gap-x-2">
          {#each [1, 2, 3, 4, 5, 6, 0] as weekday (weekday)}<label
              class="note flex min-h-9 items-center gap-1.5"
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                value={weekday}
                bind:group={onDays}
              />{weekdays[weekday]}</label
            >{/each}
        </div>
      </fieldset>
      {#if data.tide}<Tick label="The walk goes to the shore" name="shore" bind:checked={usesShore} />{/if}
      {#if !data.place}<p class="fine text-ink-2">
          The site’s map is not drawn yet: daylight is not known, and bars nothing.
        </p>{/if}
    </section>
    <section class="border-t border-rule pt-4">
      <h2>Wish list</h2>
      {#each data.wishes as wish (wish.taxon)}<label class="note flex min-h-9 items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={!leftOut.includes(wish.taxon)}
            onchange={(event) =>
              (leftOut = event.currentTarget.checked
                ? leftOut.filter((one) => one !== wish.taxon)
                : [...leftOut, wish.taxon])}
          />{wish.name}<span class="ml-auto text-ink-2">{wish.worth}</span></label
        >{/each}
      <p class="fine mt-1 text-ink-2">
        A plant counts with its figure times the chance of a stage worth a stop; with nothing while a
        dangerous lookalike cannot be told from it. <a href="/season/{data.site.id}?show=wishes"
          >Change the list</a
        >
      </p>
    </section>
    <section class="note border-t border-rule pt-4">
      <h2>The school’s diary</h2>
      <ul class="m-0 list-none p-0">
        {#each data.diary as one (one.id)}
          <li class="flex gap-2 border-b border-rule py-1">
            <span
              >{one.from === one.until ? longDate(one.from) : dayRange(one.from, one.until)}: {one.what}{one.bars
                ? ''
                : ' (a remark)'}</span
            >
            {#if data.mayEdit}<form method="POST" action="?/strike" use:plainEnhance class="ml-auto">
                <input type="hidden" name="id" value={one.id} /><button
                  class="cursor-pointer underline underline-offset-2"
                  aria-label="Strike {one.what}">strike</button
                >
              </form>{/if}
          </li>
        {:else}<li class="text-ink-2">Every day is free.</li>{/each}
      </ul>
      {#if data.mayEdit}
        <details class="mt-2" open={Object.keys($entryErrors).length > 0 || undefined}>
          <summary class="cursor-pointer font-strong">Write into it</summary>
          <Form of={entry} action="?/note" class="mt-2 grid gap-2">
            <FormMessage />
            <div class="grid grid-cols-2 gap-2">
              <Field label="From" name="from" type="date" />
              <Field label="Until" name="until" type="date" />
            </div>
            <Field label="What" name="what" />
            <Tick label="No walk then" name="bars" />
            <button class="btn btn-line justify-self-start">Write it down</button>
          </Form>
        </details>
      {/if}
    </section>
  </aside>
</div>
