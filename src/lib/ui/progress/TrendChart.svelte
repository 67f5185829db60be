<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';
  import { dayAndMonth } from '$core/words';

  /** Answers by week: right, left alone, wrong, and dangerous 'gather' answers apart. */
  interface Props {
    weeks: readonly {
      readonly week: string;
      readonly answers: number;
      readonly right: number;
      readonly left: number;
      readonly dangerousGathers: number;
    }[];
  }
  let { weeks }: Props = $props();
  const shown = $derived(weeks.slice(-12));
  const words = $derived(
    shown
      .map(
        ({ week, answers, right, left, dangerousGathers }) =>
          `Week of ${dayAndMonth(week)}: ${answers} answers, ${right} right, ${left} left alone, ${dangerousGathers} dangerous.`
      )
      .join(' ')
  );
  const option = (inks: Inks): EChartsCoreOption => {
    const bar = (name: string, color: string, of: (week: (typeof shown)[number]) => number) => ({
      type: 'bar',
      stack: 'answers',
      barMaxWidth: 26,
      name,
      itemStyle: { color, borderColor: inks.strongRule, borderWidth: 0.5 },
      data: shown.map(of)
    });
    return {
      animation: false,
      textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
      grid: { left: 32, right: 4, top: 10, bottom: 26 },
      xAxis: {
        type: 'category',
        data: shown.map(({ week }) => dayAndMonth(week).replace(/ (\w{3})\w*/, ' $1')),
        axisLabel: { color: inks.second, fontSize: 13, hideOverlap: true },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: inks.ink } }
      },
      yAxis: {
        type: 'value',
        minInterval: 1,
        axisLabel: { color: inks.second, fontSize: 13 },
        splitLine: { lineStyle: { color: inks.rule } }
      },
      series: [
        bar('dangerous', inks.rosehip, (week) => week.dangerousGathers),
        bar('missed', inks.ochre, (week) => week.answers - week.right - week.left - week.dangerousGathers),
        bar('left alone', inks.tideTint, (week) => week.left),
        bar('right', inks.moss, (week) => week.right)
      ]
    };
  };
</script>

<Chart
  {option}
  label="Answers by week, from below: dangerous, missed, left alone, right. {words}"
  height="h-[150px]"
/>
<p class="sr-only">{words}</p>
