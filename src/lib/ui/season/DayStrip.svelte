<script lang="ts">
  import type { ScoredDay } from '$core/year';
  import { longDate } from '$core/words';

  /** The days of a period left to right, as high as what can be taught on each; barred days are hollow. */
  interface Props {
    days: readonly ScoredDay[];
    best: readonly ScoredDay[];
    most: number;
    chosen: string | undefined;
    onchoose: (isoDate: string) => void;
  }
  let { days, best, most, chosen, onchoose }: Props = $props();
  let width = $state(770);
  const height = 190;
  const top = 66;
  const base = 166;
  const step = $derived(width / days.length);
  const tall = (score: number) => (most > 0 ? ((base - top) * score) / most : 0);
  const months = $derived(
    days.flatMap((day, i) =>
      day.isoDate.endsWith('-01') || i === 0
        ? [
            {
              i,
              name: new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' }).format(
                new Date(`${day.isoDate}T12:00:00Z`)
              )
            }
          ]
        : []
    )
  );
  const at = $derived(days.findIndex(({ isoDate }) => isoDate === chosen));
  /** The numbers of the best days; where two would lie on each other, the lower ranked is lifted. */
  const marks = $derived(
    best.reduce<{ isoDate: string; number: number; x: number; y: number }[]>((placed, day, i) => {
      const x = (days.findIndex(({ isoDate }) => isoDate === day.isoDate) + 0.5) * step;
      let y = base - tall(day.score) - 14;
      while (placed.some((one) => Math.abs(one.x - x) < 23 && Math.abs(one.y - y) < 23)) y -= 24;
      return [
        ...placed,
        { isoDate: day.isoDate, number: i + 1, x: Math.min(width - 11, Math.max(11, x)), y }
      ];
    }, [])
  );

  function onkeydown(event: KeyboardEvent) {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = Math.min(days.length - 1, Math.max(0, at + by));
    onchoose(days[next]!.isoDate);
  }
  function onclick(event: MouseEvent & { currentTarget: SVGSVGElement }) {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const day = days[Math.min(days.length - 1, Math.max(0, Math.floor(x / step)))];
    if (day) onchoose(day.isoDate);
  }
</script>

<div bind:clientWidth={width}>
  <!-- A slider over the days: arrow keys move by a day, page keys by a week. -->
  <svg
    {width}
    {height}
    class="block cursor-pointer touch-manipulation"
    role="slider"
    tabindex="0"
    aria-label="Days of the period; arrow keys choose a day"
    aria-valuemin={0}
    aria-valuemax={days.length - 1}
    aria-valuenow={Math.max(0, at)}
    aria-valuetext={at >= 0
      ? `${longDate(days[at]!.isoDate)}, ${days[at]!.score.toFixed(1)}${days[at]!.bars.length > 0 ? `, ${days[at]!.bars.join(', ')}` : ''}`
      : 'none chosen'}
    {onclick}
    {onkeydown}
  >
    {#each months as { i, name } (i)}
      <path d="M{i * step} {top - 10}V{base + 6}" stroke="var(--rule)" />
      {#if i === 0 ? !months[1] || months[1].i * step > 34 : true}<text
          x={i * step + 4}
          y={height - 6}
          class="word">{name}</text
        >{/if}
    {/each}
    {#each days as day, i (day.isoDate)}
      {@const h = tall(day.score)}
      {#if h > 0}<rect
          x={i * step + step * 0.12}
          width={Math.max(0.8, step * 0.76)}
          y={base - h}
          height={h}
          fill={day.bars.length > 0 ? 'var(--rule)' : 'var(--color-moss)'}
          fill-opacity={day.bars.length > 0 ? 0.9 : 0.85}
        />{/if}
    {/each}
    <path d="M0 {base + 0.5}H{width}" stroke="currentColor" />
    {#if at >= 0}<path
        d="M{(at + 0.5) * step} {top - 12}V{base + 8}"
        stroke="currentColor"
        stroke-width="2"
      />{/if}
    {#each marks as mark (mark.isoDate)}
      <circle cx={mark.x} cy={mark.y} r="11" fill="var(--color-base-content)" />
      <text x={mark.x} y={mark.y + 4.5} text-anchor="middle" class="number">{mark.number}</text>
    {/each}
  </svg>
</div>

<style>
  .word {
    font-size: 13px;
    fill: var(--ink-2);
  }
  .number {
    font-size: 13px;
    font-weight: 650;
    fill: var(--color-base-100);
  }
</style>
