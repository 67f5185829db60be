<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';
  import type { TideDay } from '$lib/server/season/tide';

  /** The height of the tide through one day, with night, the level of the shore and its windows. */
  interface Props {
    day: TideDay;
    step: number;
    shoreBelowMetres: number;
    light: { sunrise: number; sunset: number } | undefined;
    /** The same in words. */
    words: string;
  }
  let { day, step, shoreBelowMetres, light, words }: Props = $props();
  const end = $derived((day.heights.length - 1) * step);
  /** Where there is no room for them, the table alone names the windows. */
  const roomy = 560;
  const option = (inks: Inks, width: number): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 48, right: width < roomy ? 26 : 14, top: 26, bottom: 30 },
    xAxis: {
      type: 'value',
      min: 0,
      max: end,
      interval: 180,
      axisLabel: {
        formatter: (minutes: number) => `${String(Math.round(minutes / 60)).padStart(2, '0')}:00`,
        color: inks.second,
        fontSize: 13,
        hideOverlap: true
      },
      axisLine: { onZero: false, lineStyle: { color: inks.ink } },
      axisTick: { show: true },
      splitLine: { show: true, lineStyle: { color: inks.rule } }
    },
    yAxis: {
      type: 'value',
      scale: true,
      axisLabel: { formatter: '{value} m', color: inks.second, fontSize: 13 },
      splitLine: { show: false },
      axisLine: { show: true, lineStyle: { color: inks.ink } }
    },
    series: [
      {
        type: 'line',
        smooth: true,
        symbol: 'none',
        lineStyle: { color: inks.tide, width: 2.5 },
        data: day.heights.map((metres, i) => [i * step, metres]),
        markArea: {
          silent: true,
          data: [
            ...(light
              ? [
                  [
                    { xAxis: 0, itemStyle: { color: inks.ink, opacity: 0.09 } },
                    { xAxis: Math.max(0, light.sunrise) }
                  ],
                  [
                    { xAxis: Math.min(end, light.sunset), itemStyle: { color: inks.ink, opacity: 0.09 } },
                    { xAxis: end }
                  ]
                ]
              : []),
            ...day.windows.map(({ fromMinutes, untilMinutes, from, until }) => [
              {
                xAxis: fromMinutes,
                itemStyle: { color: inks.tide, opacity: 0.16 },
                name: width < roomy ? '' : `${from} to ${until}`,
                label: { color: inks.ink, fontSize: 13, position: 'insideTop', distance: 4 }
              },
              { xAxis: untilMinutes }
            ])
          ]
        },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: inks.ochre, type: 'dashed', width: 1.5 },
          label: {
            formatter: `shore below ${shoreBelowMetres} m`,
            position: 'insideStartTop',
            color: inks.ochre,
            fontSize: 13
          },
          data: [{ yAxis: shoreBelowMetres }]
        },
        markPoint: {
          silent: true,
          symbol: 'circle',
          symbolSize: 8,
          itemStyle: { color: inks.tide },
          label: { color: inks.ink, fontSize: 13 },
          data: day.extremes.map(({ kind, metres, minutes, clock }) => ({
            coord: [minutes, metres],
            label: {
              formatter: `${clock}  ${metres.toFixed(1)} m`,
              position: kind === 'high' ? 'top' : 'bottom',
              ...(minutes < 90
                ? { align: 'left', offset: [-6, 0] }
                : minutes > end - 90
                  ? { align: 'right', offset: [6, 0] }
                  : {})
            }
          }))
        }
      }
    ]
  });
</script>

<Chart {option} label={words} height="h-[330px]" />
