<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';

  /** How much earlier or later than usual the year is at a site, as a density, before and after what was seen. */
  type Density = readonly { readonly days: number; readonly probability: number }[];
  interface Props {
    density: Density;
    unseen: Density;
    low: number;
    high: number;
    /** The same in words. */
    words: string;
  }
  let { density, unseen, low, high, words }: Props = $props();
  const reach = 28;
  const shown = (some: Density) => some.filter(({ days }) => Math.abs(days) <= reach);
  /** The ends would run into their neighbours. */
  const tick = (days: number) =>
    Math.abs(days) === reach
      ? ''
      : days === 0
        ? 'usual'
        : `${Math.abs(days)} d ${days < 0 ? 'early' : 'late'}`;
  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 6, right: 6, top: 24, bottom: 22 },
    xAxis: {
      type: 'value',
      min: -reach,
      max: reach,
      interval: 14,
      axisLabel: {
        formatter: tick,
        color: inks.second,
        fontSize: 13
      },
      axisLine: { onZero: false, lineStyle: { color: inks.ink } },
      axisTick: { show: true },
      splitLine: { show: false }
    },
    yAxis: { type: 'value', show: false, max: (value: { max: number }) => value.max * 1.02 },
    series: [
      {
        type: 'bar',
        barWidth: 3,
        itemStyle: { color: inks.moss },
        data: shown(density).map(({ days, probability }) => [days, probability]),
        markLine: {
          symbol: ['none', 'none'],
          silent: true,
          lineStyle: { color: inks.ink, type: 'solid', width: 2 },
          label: {
            formatter: '80 in 100',
            position: 'middle',
            fontSize: 13,
            color: inks.ink,
            distance: 3
          },
          data: [
            [
              { coord: [Math.max(-reach, low), Math.max(...density.map((one) => one.probability))] },
              { coord: [Math.min(reach, high), Math.max(...density.map((one) => one.probability))] }
            ]
          ]
        }
      },
      {
        type: 'line',
        smooth: true,
        symbol: 'none',
        lineStyle: { color: inks.second, type: 'dashed', width: 1.5 },
        data: shown(unseen).map(({ days, probability }) => [days, probability])
      }
    ]
  });
</script>

<Chart {option} label={words} height="h-[128px]" />
