<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import type { YearOfPatch } from '$core/ground';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';
  import { rounded } from './rounded';

  /** How much of a patch stood in each year, and how much was taken. */
  interface Props {
    readonly years: readonly YearOfPatch[];
    /** What is counted together, where a patch has several; empty where it is all of it. */
    readonly of: string;
  }
  let { years, of }: Props = $props();
  const counted = $derived(years.filter(({ counted: one }) => one));
  const stood = ({ counted: one }: YearOfPatch) =>
    one === undefined
      ? 'not counted'
      : one.low === undefined || one.high === undefined
        ? one.total === undefined
          ? 'counted, without a figure'
          : `about ${rounded(one.total)}`
        : `${rounded(one.low)} to ${rounded(one.high)}`;
  const words = $derived(years.map((one) => `${one.name}: ${stood(one)}, ${one.taken} taken.`).join(' '));
  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 52, right: 8, top: 16, bottom: 26 },
    xAxis: {
      type: 'category',
      data: years.map(({ name }) => name),
      axisLabel: { color: inks.second, fontSize: 13, hideOverlap: true },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: inks.ink } }
    },
    yAxis: {
      type: 'value',
      min: 0,
      axisLabel: { color: inks.second, fontSize: 13 },
      splitLine: { lineStyle: { color: inks.rule } }
    },
    series: [
      {
        type: 'bar',
        stack: 'range',
        barMaxWidth: 18,
        itemStyle: { color: 'transparent' },
        data: years.map(({ counted: one }) => one?.low ?? null)
      },
      {
        type: 'bar',
        stack: 'range',
        barMaxWidth: 18,
        itemStyle: { color: inks.tideTint, borderColor: inks.strongRule, borderWidth: 0.5 },
        data: years.map(({ counted: one }) =>
          one?.low === undefined || one.high === undefined ? null : one.high - one.low
        )
      },
      {
        type: 'line',
        connectNulls: true,
        symbolSize: 8,
        lineStyle: { color: inks.moss, width: 1.5, type: 'dashed' },
        itemStyle: { color: inks.moss },
        data: years.map(({ counted: one }) => one?.total ?? null)
      }
    ]
  });
</script>

<section class="border-t border-rule pt-4">
  <h2>Over the years{of && `: ${of}`}</h2>
  {#if counted.length > 1}
    <Chart {option} label="How much stood here. {words}" height="h-[170px]" />
    <p class="fine text-ink-2">
      Dots: what the count of a year says; tinted: where it lies in 80 of 100 such counts. A change within the
      tint may be chance.
    </p>
  {:else}<p class="note mt-1 text-ink-2">Counted in two years or more, a curve stands here.</p>{/if}
  <ul class="note m-0 mt-2 list-none p-0">
    {#each years.toReversed() as one (one.year)}<li>
        <strong>{one.name}</strong>: {stood(one)}{one.taken > 0 ? `, ${rounded(one.taken)} taken` : ''}
      </li>{/each}
  </ul>
</section>
