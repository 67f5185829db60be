<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import type { EChartsCoreOption } from 'echarts/core';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';

  /** Pairs against learners: the darker, the more of the answers were clean; dangerous 'gather' answers are written in. */
  interface Cell {
    readonly answers: number;
    readonly clean: number;
    readonly gathers: number;
  }
  interface Props {
    people: readonly { readonly name: string; readonly cells: readonly Cell[] }[];
    pairs: readonly { readonly target: string; readonly lookalike: string; readonly stages: string }[];
  }
  let { people, pairs }: Props = $props();

  const height = $derived(`${96 + 38 * pairs.length}px`);
  /** The icon of danger, for a canvas. */
  const skull = (colour: string) =>
    `data:image/svg+xml,${encodeURIComponent(
      `<svg xmlns="http://www.w3.org/2000/svg" width="24" height="24" fill="none" stroke="${colour}" stroke-width="2.4" stroke-linecap="round" stroke-linejoin="round"><path d="m12.5 17-.5-1-.5 1h1z"/><path d="M15 22a1 1 0 0 0 1-1v-1a2 2 0 0 0 1.56-3.25 8 8 0 1 0-11.12 0A2 2 0 0 0 8 20v1a1 1 0 0 0 1 1z"/><circle cx="15" cy="12" r="1"/><circle cx="9" cy="12" r="1"/></svg>`
    )}`;
  let frame = $state<HTMLElement>();
  $effect(() => {
    if (frame) frame.style.height = height;
  });

  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 262, right: 70, top: 92, bottom: 4 },
    xAxis: {
      type: 'category',
      position: 'top',
      data: people.map(({ name }) => name),
      axisLabel: {
        color: inks.ink,
        fontSize: 13,
        interval: 0,
        rotate: -42,
        width: 110,
        overflow: 'truncate'
      },
      axisTick: { show: false },
      axisLine: { show: false }
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: pairs.map(
        ({ target, lookalike, stages }) => `${target} or ${nameWithin(lookalike)}${stages && `\n${stages}`}`
      ),
      axisLabel: {
        color: inks.ink,
        fontSize: 13,
        lineHeight: 16,
        interval: 0,
        width: 252,
        overflow: 'truncate'
      },
      axisTick: { show: false },
      axisLine: { show: false }
    },
    visualMap: {
      show: false,
      min: 0.5,
      max: 1,
      dimension: 2,
      inRange: { color: [inks.paper, inks.mossTint, inks.moss] }
    },
    series: [
      {
        type: 'heatmap',
        data: people.flatMap(({ cells }, x) =>
          cells.flatMap(({ answers, clean, gathers }, y) =>
            answers === 0
              ? []
              : [
                  {
                    value: [x, y, clean / answers],
                    label: {
                      formatter:
                        gathers > 0
                          ? `${clean} of ${answers} {skull|}{danger|${gathers}}`
                          : `${clean} of ${answers}`,
                      color: clean / answers > 0.84 ? inks.paper : inks.ink,
                      rich: {
                        skull: { backgroundColor: { image: skull(inks.rosehip) }, width: 15, height: 15 },
                        danger: {
                          color: inks.rosehip,
                          fontWeight: 700,
                          fontSize: 13,
                          lineHeight: 17,
                          backgroundColor: inks.paper,
                          padding: [1, 4],
                          borderRadius: 2
                        }
                      }
                    },
                    itemStyle: { borderColor: inks.paper, borderWidth: 2 }
                  }
                ]
          )
        ),
        label: { show: true, fontSize: 13, lineHeight: 17 }
      }
    ]
  });
</script>

<div bind:this={frame} class="max-md:hidden">
  <Chart
    {option}
    height="h-full"
    label="Pairs against learners: the share of clean answers, and dangerous ‘gather’ answers. The same stands in the table below."
  />
</div>
