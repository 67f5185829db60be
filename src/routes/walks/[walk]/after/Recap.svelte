<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import { paperPhone } from '$core/after';
  import { clockTime } from '$core/route';
  import { counted, dayAndMonth } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import BatchList from '$lib/ui/making/BatchList.svelte';
  import Waiting from './Waiting.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { ActionData, PageData } from './$types';

  /** What came of a walk, for those who teach. */
  type Whole = Extract<PageData, { recap: unknown }>;
  interface Props extends Pick<
    Whole,
    'begun' | 'leftOpen' | 'siteId' | 'recap' | 'batches' | 'moved' | 'samples'
  > {
    walkId: string;
    leads: boolean;
    today: string;
    heldOn: string;
    said: ActionData;
  }
  let { walkId, leads, today, heldOn, begun, leftOpen, siteId, recap, batches, moved, samples, said }: Props =
    $props();
  const time = (minutes: number) => clockTime(Math.floor(minutes));
  const range = ({ from, until }: { from: string; until: string }) =>
    from === until ? '' : `, ${dayAndMonth(from)} to ${dayAndMonth(until)}`;
  const byPhone = (phones: readonly number[]) =>
    phones
      .flatMap((pieces, i) => (pieces > 0 ? [`${i + 1 === paperPhone ? 'paper' : i + 1}: ${pieces}`] : []))
      .join(', ');
  const here = $derived(recap.people.filter(({ state }) => state === 'here'));
</script>

{#if said?.problem}<Notice kind="problem">{said.problem}</Notice>{:else if said?.done}<Notice kind="done"
    >{said.done}</Notice
  >{/if}
{#if !begun}
  <div class="max-w-[64ch]">
    <p>
      Nothing was recorded on this walk yet. What is tapped on phones under <a href="/walks/{walkId}/walk"
        >Walk</a
      >
      stands here afterwards; {#if leads}a paper sheet can be
        <a href="/walks/{walkId}/after/paper">typed in</a>{:else}a paper sheet can be typed in by who leads{/if}.
    </p>
  </div>
{:else}
  <div class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_300px]">
    <div class="grid content-start gap-7">
      <section>
        <h2>What was taken</h2>
        {#if recap.takings.length > 0}
          <WideTable label="What was taken">
            <table class="ruled compact mt-2 min-w-[640px]">
              <thead
                ><tr
                  ><th scope="col">plant, part</th><th scope="col">patch</th><th
                    scope="col"
                    class="!text-right">taken</th
                  ><th scope="col" class="!text-right">planned</th><th scope="col">left there now</th><th
                    scope="col">by phone</th
                  ><th scope="col" class="!text-right">a minute each</th></tr
                ></thead
              >
              <tbody>
                {#each recap.takings as one, nth (nth)}
                  <tr>
                    <td
                      ><strong>{one.name}</strong>, {one.part}{one.meantFor
                        ? `, for ${one.meantFor}`
                        : ''}{#each one.beyond as reason, i (i)}<br /><span class="note text-ochre"
                          >beyond the share: {reason}</span
                        >{/each}</td
                    >
                    <td
                      >{#if one.patchId}<a href="/ground/{siteId}/patches/{one.patchId}"
                          >{one.patch || 'the patch'}</a
                        >{:else}–{/if}</td
                    >
                    <td class="!text-right"
                      >{one.net}{one.lifted > 0 ? `, ${one.lifted} lifted` : ''}{one.putBack > 0
                        ? `, ${one.putBack} put back`
                        : ''}</td
                    >
                    <td
                      class={[
                        '!text-right',
                        one.planned !== undefined && one.net > one.planned && 'font-strong text-rosehip'
                      ]}>{one.planned ?? '–'}</td
                    >
                    <td>{one.left ?? '–'}</td>
                    <td>{byPhone(one.phones)}</td>
                    <td class="!text-right">{one.pace ? one.pace.toFixed(1) : '–'}</td>
                  </tr>
                {/each}
              </tbody>
            </table>
          </WideTable>
        {:else}<p class="mt-1 text-ink-2">Nothing was taken.</p>{/if}
        {#if batches.length > 0}<h3 class="mt-4">What is made of it</h3>
          <BatchList {batches} />{/if}
        {#if recap.takings.some(({ patchId }) => patchId)}<p class="note mt-2">
            <a href="/making/batches/new">Begin a batch</a> with what was taken: from there it is followed into
            the jar and back.
          </p>{/if}
        {#each recap.leftHere as one, i (i)}<p class="note mt-1">
            {one.name} was left: {one.because}.
          </p>{/each}
        {#each recap.served as one, i (i)}<p class="note mt-1">{one.what}: {one.words}.</p>{/each}
        {#each recap.baskets as one, i (i)}<p
            class={['note mt-1', one.isDangerous && 'border-l-4 border-rosehip pl-3']}
          >
            <strong>{one.person}’s basket of {one.name}:</strong> taken out {one.removed}.
          </p>{/each}
      </section>

      <section>
        <h2>Who can tell what</h2>
        <ul class="m-0 mt-2 grid list-none gap-2 p-0">
          {#each recap.asked as one, nth (nth)}<li>
              <strong>{one.name}</strong>
              {#each one.tests as test, i (i)}<span
                  class={['block', test.outcome.startsWith('would') && 'border-l-4 border-rosehip pl-3']}
                  >{test.name}{test.lookalike ? ` against ${test.lookalike}` : ''}: {test.outcome}{test.hints >
                  0
                    ? `, with ${counted(test.hints, 'hint')}`
                    : ''}.</span
                >{/each}
            </li>{/each}
        </ul>
        {#if recap.notAsked.length > 0}<p class="note mt-2 text-ink-2">
            Not asked on a living plant: {recap.notAsked.join(', ')}.
          </p>{/if}
        {#if recap.asked.some(({ tests }) => tests.some(({ outcome }) => outcome.startsWith('would')))}<p
            class="note mt-1"
          >
            A pair on which somebody would have gathered the dangerous one comes first in their next round.
          </p>{/if}
      </section>

      {#if recap.noticed.length > 0 || moved.length > 0}
        <section>
          <h2>The year, and what was found</h2>
          {#each moved as one (one.taxon + one.stage)}
            <div class="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-rule pb-2">
              <p class="min-w-[240px] flex-1">
                <strong>{one.name}</strong> in {one.stage}:
                {#if one.before.on === one.after.on}about {dayAndMonth(one.after.on)}{range(one.after)}; what
                  was seen fits the forecast.{:else}about
                  <strong>{dayAndMonth(one.after.on)}</strong>{range(one.after)}; before this walk {dayAndMonth(
                    one.before.on
                  )}{range(one.before)}.{/if}
              </p>
              {#if leads && one.after.on >= today}
                <form method="POST" action="?/diary" use:enhance>
                  <input type="hidden" name="on" value={one.after.on} />
                  <input type="hidden" name="what" value="{one.name} in {one.stage}: come back" />
                  <button class="cursor-pointer text-moss underline underline-offset-4"
                    >{dayAndMonth(one.after.on)} into the diary</button
                  >
                </form>
                <form method="POST" action="?/wish" use:enhance>
                  <input type="hidden" name="taxon" value={one.taxon} />
                  <button class="cursor-pointer text-moss underline underline-offset-4"
                    >Onto the wish list</button
                  >
                </form>
              {/if}
            </div>
          {/each}
          <ul class="m-0 mt-3 grid list-none gap-3 p-0">
            {#each recap.noticed as one (one.id)}<li class="flex items-start gap-3">
                {#if one.picture}<a href={one.picture} class="shrink-0"
                    ><img
                      src={one.picture}
                      alt="{one.words}, as it was found"
                      loading="lazy"
                      class="h-20 w-20 object-cover"
                    /></a
                  >{/if}
                <span
                  ><strong class="inline-block first-letter:uppercase">{one.kind}</strong><br
                  />{one.words}{one.note ? `: ${one.note}` : ''}{#if one.kind === 'unknown plant'}<br /><a
                      href="/ground/{siteId}/finds/{one.id}">Look closer, or ask somebody who knows</a
                    >{/if}</span
                >
              </li>{/each}
          </ul>
        </section>
      {/if}
    </div>

    <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
      <Waiting {walkId} />
      {#if leftOpen.length > 0}
        <section>
          <h3>What is left to do</h3>
          <ul class="m-0 mt-1 list-none border-t border-rule p-0">
            {#each leftOpen as one, nth (nth)}<li
                class="grid grid-cols-[24px_minmax(0,1fr)] items-start gap-x-2 border-b border-rule py-1.5"
              >
                {#if one.isDone}<span
                    class="mt-0.5 grid size-5 place-items-center rounded-full bg-moss text-paper"
                    ><Check size={13} aria-hidden="true" /><span class="sr-only">done</span></span
                  ><span class="text-ink-2">{one.title}</span>{:else}<span
                    class="mt-0.5 size-5 rounded-full border-2 border-ochre"
                    aria-hidden="true"
                  ></span><span
                    ><a href="/walks/{walkId}{one.page}" class="font-strong">{one.title}</a><br /><span
                      class="text-ink-2">{one.why}</span
                    ></span
                  >{/if}
              </li>{/each}
          </ul>
        </section>
      {/if}
      <section>
        <h3>Who came: {here.length} of {recap.people.length}</h3>
        {#each recap.people as one, nth (nth)}{#if one.state !== 'here'}<p>
              {one.name}: {one.state ?? 'nobody said'}
            </p>{/if}{/each}
        {#each recap.counts as one, i (i)}<p class="text-ink-2">
            {time(one.at)}: {one.counted} of {one.expected} counted{one.missing.length > 0
              ? `, missing ${one.missing.join(', ')}`
              : ''}{one.reason ? ` (${one.reason})` : ''}
          </p>{/each}
      </section>
      {#if recap.open.fires > 0 || recap.open.blades > 0}
        <section class="text-rosehip">
          {#if recap.open.fires > 0}<p>{counted(recap.open.fires, 'fire')} not felt cold.</p>{/if}
          {#if recap.open.blades > 0}<p>{counted(recap.open.blades, 'blade')} not back.</p>{/if}
        </section>
      {/if}
      {#if samples?.words}<section>
          <h3>Samples</h3>
          <p>
            {samples.words}{samples.until ? `; keep them until ${dayAndMonth(samples.until)}` : ''}.
          </p>
        </section>{/if}
      <section>
        <h3>To take away</h3>
        <p class="mt-1">
          <a href="/walks/{walkId}/files/table">The walk as a table</a>, without anybody’s name.
        </p>
        {#if leads}<p>
            <a href="/season/{siteId}/occurrences?from={heldOn}&until={heldOn}"
              >What was seen on this day, as Darwin Core occurrences</a
            >.
          </p>{/if}
      </section>
    </aside>
  </div>
{/if}
