<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import type { ReliabilityPoint } from '$core/learning';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';

  /** What was said of one's confidence against how often it was right, with its interval. */
  interface Props {
    points: readonly ReliabilityPoint[];
  }
  let { points }: Props = $props();
  const percent = (share: number) => Math.round(100 * share);
  const words = $derived(
    points
      .map(
        ({ confidence, right, answers, interval }) =>
          `Said ‘${confidence}’ ${answers} times, right ${right} times: ${percent(interval[0])} to ${percent(interval[1])} in 100.`
      )
      .join(' ')
  );
  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 40, right: 14, top: 12, bottom: 44 },
    xAxis: {
      type: 'value',
      min: 40,
      max: 100,
      interval: 20,
      name: 'said, in 100',
      nameLocation: 'middle',
      nameGap: 28,
      nameTextStyle: { color: inks.second, fontSize: 13 },
      axisLabel: { color: inks.second, fontSize: 13 },
      axisLine: { lineStyle: { color: inks.ink } },
      splitLine: { lineStyle: { color: inks.rule } }
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 25,
      axisLabel: { color: inks.second, fontSize: 13 },
      axisLine: { show: true, lineStyle: { color: inks.ink } },
      splitLine: { show: false }
    },
    series: [
      {
        type: 'line',
        silent: true,
        symbol: 'none',
        lineStyle: { color: inks.strongRule, type: 'dashed', width: 1.5 },
        data: [
          [40, 40],
          [100, 100]
        ]
      },
      ...points.map(({ said, interval }) => ({
        type: 'line',
        silent: true,
        symbol: 'none',
        lineStyle: { color: inks.tide, width: 2 },
        data: interval.map((end) => [percent(said), percent(end)])
      })),
      {
        type: 'line',
        symbol: 'circle',
        symbolSize: 9,
        itemStyle: { color: inks.tide },
        lineStyle: { color: inks.tide, width: 1.5, type: 'dotted' },
        data: points.map(({ said, right, answers }) => [percent(said), percent(right / answers)])
      }
    ]
  });
</script>

<Chart {option} label="How sure, and how often right. {words}" height="h-[190px]" />
<p class="sr-only">{words}</p>
