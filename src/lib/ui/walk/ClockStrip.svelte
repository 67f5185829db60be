<script lang="ts">
  import { clockTime } from '$core/route';
  import type { PlanTimes } from '$core/walk';

  /** The running clock as a line: stops as numbered boxes, legs between them; the timetable says the same. */
  interface Props {
    times: PlanTimes;
    /** When the shore can be walked, in minutes after midnight; drawn where the walk goes there. */
    shore?: readonly { readonly from: number; readonly until: number }[];
  }
  let { times, shore = [] }: Props = $props();
  let width = $state(770);
  const steps = [5, 10, 15, 30, 60, 120];
  const mostLabels = 7;
  const range = $derived.by(() => {
    const start = times.rows[0]?.arrive ?? 0;
    const end = Math.max(times.end, times.due);
    const step = steps.find((minutes) => (end - start) / minutes <= mostLabels) ?? 240;
    const from = start - (end - start) * 0.03;
    // The word beside the last mark needs its room, most of all on a phone.
    const room = width < 500 ? 1.24 : 1.14;
    return { start, end, step, from, span: (end - from) * room || 1 };
  });
  const x = (minutes: number) => `${((100 * (minutes - range.from)) / range.span).toFixed(2)}%`;
  const wide = (minutes: number) => `${((100 * minutes) / range.span).toFixed(2)}%`;
  const hours = $derived(
    Array.from(
      { length: Math.floor(range.end / range.step) - Math.ceil(range.start / range.step) + 1 },
      (_, i) => (Math.ceil(range.start / range.step) + i) * range.step
    )
  );
  /** Narrower boxes cannot hold a number. */
  const holdsNumber = ({ arrive, leave }: PlanTimes['rows'][number]) => (leave - arrive) / range.span > 0.022;
  const windows = $derived(
    shore
      .map(({ from, until }) => ({
        from: Math.max(from, range.from),
        until: Math.min(until, range.from + range.span * 0.99)
      }))
      .filter(({ from, until }) => until > from)
  );
  const flag = $derived(
    times.turningBack && times.turningBack.at > range.start && times.turningBack.at < range.end
      ? times.turningBack
      : undefined
  );
  const flagShare = $derived(flag ? (flag.at - range.from) / range.span : 0);
  /** Its words stand on the side that has room for them. */
  const isFlagLate = $derived((1 - flagShare) * width < 135);
  /** It ends after it is due: the word then stands below, where no box hides it. */
  const isLate = $derived(times.due < times.end);
  const tall = $derived(windows.length > 0 || flag || isLate ? 'h-[74px]' : 'h-[58px]');
  /** Words under the line keep clear of the flag’s. */
  const shoreAt = $derived(windows[0] ? (windows[0].from - range.from) / range.span : 0);
  const clash = $derived(Boolean(flag) && !isFlagLate && flagShare - shoreAt < 0.3 && shoreAt < flagShare);
  /** Both would stand left of the flag: the shore's hours give way, the table of checks has them. */
  const isCrowded = $derived(Boolean(flag) && isFlagLate && (flagShare - shoreAt) * width < 300);
</script>

<div bind:clientWidth={width}>
  <svg class="mt-2 block w-full overflow-visible {tall}" aria-hidden="true">
    <line x1="0" x2="100%" y1="22" y2="22" stroke="currentColor" stroke-width="1" />
    {#each hours as hour (hour)}
      <line x1={x(hour)} x2={x(hour)} y1="16" y2="22" stroke="currentColor" />
      <text x={x(hour)} y="12" text-anchor="middle" class="fill-ink-2 text-[13px]">{clockTime(hour)}</text>
    {/each}
    {#each windows as window (window.from)}
      <rect x={x(window.from)} y="51" width={wide(window.until - window.from)} height="6" class="fill-tide" />
      {#if !isCrowded}<text
          x={clash ? x(flag!.at) : x(window.from)}
          dx={clash ? -8 : 0}
          y="71"
          text-anchor={clash ? 'end' : 'start'}
          class="fill-tide text-[13px]">shore {clockTime(window.from)} to {clockTime(window.until)}</text
        >{/if}
    {/each}
    <line x1={x(range.start)} x2={x(times.end)} y1="39" y2="39" stroke="currentColor" stroke-width="1.5" />
    {#each times.rows as row, i (i)}
      <rect
        x={x(row.arrive)}
        y="29"
        width={wide(row.leave - row.arrive)}
        height="20"
        class="fill-plate stroke-ink"
        stroke-width="1.5"
      />
      {#if holdsNumber(row)}<text
          x={x((row.arrive + row.leave) / 2)}
          y="44"
          text-anchor="middle"
          class="fill-ink text-[13px] font-strong">{i + 1}</text
        >{/if}
    {/each}
    {#if flag}
      <line x1={x(flag.at)} x2={x(flag.at)} y1="22" y2="60" class="stroke-ochre" stroke-width="2" />
      <text
        x={x(flag.at)}
        dx={isFlagLate ? -6 : 6}
        y="71"
        text-anchor={isFlagLate ? 'end' : 'start'}
        class="fill-ochre text-[13px] font-strong">turn back by {clockTime(flag.at)}</text
      >
    {/if}
    <line x1={x(times.due)} x2={x(times.due)} y1="24" y2="52" stroke="currentColor" stroke-width="3" />
    <text
      x={x(times.due)}
      dx="6"
      y={isLate ? 64 : 44}
      class={['text-[13px]', isLate ? 'fill-rosehip font-strong' : 'fill-ink']}
      >due {clockTime(times.due)}</text
    >
  </svg>
</div>
