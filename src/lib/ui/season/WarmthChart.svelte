<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';

  /** Degree days since the first day of the year that they are added up in: this year against the mean and each of the years before. */
  interface Props {
    from: string;
    /** How the year is called. */
    name: string;
    sums: readonly number[];
    others: readonly { readonly sums: readonly number[] }[];
    mean: readonly number[];
    /** The same in words. */
    words: string;
  }
  let { from, name, sums, others, mean, words }: Props = $props();
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  /** Months begin at these days after the first. */
  const starts = $derived(
    months.map((_, i) => {
      const first = new Date(`${from}T00:00Z`);
      return Math.round(
        (Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + i) - first.getTime()) / 864e5
      );
    })
  );
  const monthAt = (day: number) =>
    months[(starts.findLastIndex((start) => start <= day + 3) + Number(from.slice(5, 7)) - 1) % 12] ?? '';
  /** A month beyond what this year has reached, so that what is near is large. */
  const last = $derived(Math.min(365, Math.max(120, sums.length + 40)));
  const points = (of: readonly number[]) => of.slice(0, last).map((sum, d) => [d, Math.round(sum)]);
  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 48, right: 70, top: 14, bottom: 28 },
    xAxis: {
      type: 'value',
      min: 0,
      max: last,
      interval: 30.4,
      axisLabel: {
        formatter: monthAt,
        color: inks.second,
        fontSize: 13,
        hideOverlap: true,
        showMaxLabel: false
      },
      axisLine: { onZero: false, lineStyle: { color: inks.ink } },
      splitLine: { show: true, lineStyle: { color: inks.rule } }
    },
    yAxis: {
      type: 'value',
      axisLabel: { color: inks.second, fontSize: 13 },
      axisLine: { show: true, lineStyle: { color: inks.ink } },
      splitLine: { show: false }
    },
    series: [
      ...others.map((one) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: inks.strongRule, width: 1, opacity: 0.6 },
        data: points(one.sums)
      })),
      {
        type: 'line',
        symbol: 'none',
        lineStyle: { color: inks.second, type: 'dashed', width: 2 },
        endLabel: { show: true, formatter: 'mean', color: inks.second, fontSize: 13 },
        data: points(mean)
      },
      {
        type: 'line',
        symbol: 'none',
        lineStyle: { color: inks.ochre, width: 3 },
        endLabel: {
          show: true,
          formatter: name,
          color: inks.ochre,
          fontSize: 13,
          fontWeight: 650
        },
        data: points(sums)
      }
    ]
  });
</script>

<Chart {option} label={words} height="h-[360px]" />
