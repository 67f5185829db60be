<script lang="ts">
  import { clockTime } from '$core/route';

  /** The running clock of a walk as a line: stops as numbered boxes, legs between them. The table says the same. */
  interface Props {
    /** Minutes after midnight. */
    stops: readonly { position: number; arrive: number; leave: number }[];
  }
  let { stops }: Props = $props();
  const steps = [5, 10, 15, 30, 60, 120];
  const mostLabels = 7;
  const range = $derived.by(() => {
    const [start, end] = [stops[0]?.arrive ?? 0, stops.at(-1)?.leave ?? 0];
    const step = steps.find((minutes) => (end - start) / minutes <= mostLabels) ?? 240;
    const from = start - (end - start) * 0.05;
    return { start, end, step, from, span: (end - from) * 1.11 || 1 };
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
  const holdsNumber = (stop: Props['stops'][number]) => (stop.leave - stop.arrive) / range.span > 0.022;
</script>

<svg class="mt-2 block h-[58px] w-full overflow-visible" aria-hidden="true">
  <line x1="0" x2="100%" y1="22" y2="22" stroke="currentColor" stroke-width="1" />
  {#each hours as hour (hour)}
    <line x1={x(hour)} x2={x(hour)} y1="16" y2="22" stroke="currentColor" />
    <text x={x(hour)} y="12" text-anchor="middle" class="fill-ink-2 text-[13px]">{clockTime(hour)}</text>
  {/each}
  <line x1={x(range.start)} x2={x(range.end)} y1="39" y2="39" stroke="currentColor" stroke-width="1.5" />
  {#each stops as stop (stop.position)}
    <rect
      x={x(stop.arrive)}
      y="29"
      width={wide(stop.leave - stop.arrive)}
      height="20"
      class="fill-plate stroke-ink"
      stroke-width="1.5"
    />
    {#if holdsNumber(stop)}<text
        x={x((stop.arrive + stop.leave) / 2)}
        y="44"
        text-anchor="middle"
        class="fill-ink text-[13px] font-[650]">{stop.position}</text
      >{/if}
  {/each}
  <line x1={x(range.end)} x2={x(range.end)} y1="22" y2="56" stroke="currentColor" stroke-width="2" />
  <text x={x(range.end)} dx="7" y="44" class="fill-ink text-[13px] max-sm:hidden"
    >ends {clockTime(range.end)}</text
  >
</svg>
