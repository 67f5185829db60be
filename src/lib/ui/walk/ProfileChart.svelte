<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';
  import type { PlanTimes } from '$core/walk';
  import Chart from '$lib/ui/charts/Chart.svelte';
  import type { Inks } from '$lib/ui/charts/inks';

  /** Height above the sea along the walk, with its stops. */
  interface Props {
    times: PlanTimes;
  }
  let { times }: Props = $props();
  const profile = $derived.by(() => {
    const points: [number, number][] = [];
    const stops: { at: number; number: number }[] = [];
    let walked = 0;
    times.legs.forEach(({ metres, profile: part }, i) => {
      stops.push({ at: walked, number: i + 1 });
      for (const [along, height] of part) points.push([walked + along, height]);
      walked += metres;
    });
    stops.push({ at: walked, number: times.legs.length + 1 });
    return { points, stops, walked };
  });
  const heightAt = (at: number) =>
    profile.points.reduce(
      (best, one) => (Math.abs(one[0] - at) < Math.abs(best[0] - at) ? one : best),
      profile.points[0]!
    )[1];
  const heights = $derived(profile.points.map(([, height]) => height));
  const words = $derived(
    `${Math.round(times.metres / 10) * 10} m along the way, ${Math.round(times.ascentMetres)} m up; lowest ${Math.round(Math.min(...heights))} m, highest ${Math.round(Math.max(...heights))} m above the sea`
  );
  const option = (inks: Inks): EChartsCoreOption => ({
    animation: false,
    textStyle: { fontFamily: inks.font, fontSize: 13, color: inks.ink },
    grid: { left: 48, right: 24, top: 20, bottom: 24 },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.ceil(profile.walked),
      axisLabel: { color: inks.second, fontSize: 13, formatter: '{value} m', showMaxLabel: false },
      splitLine: { show: false }
    },
    yAxis: {
      type: 'value',
      scale: true,
      splitNumber: 3,
      axisLabel: { color: inks.second, fontSize: 13, formatter: '{value} m' },
      splitLine: { lineStyle: { color: inks.rule } }
    },
    series: [
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: inks.ink, width: 1.5 },
        areaStyle: { color: inks.mossTint, origin: 'start' },
        data: profile.points
      },
      {
        type: 'scatter',
        symbolSize: 18,
        silent: true,
        itemStyle: { color: inks.ink, opacity: 1 },
        z: 3,
        clip: false,
        label: { show: true, formatter: '{@[2]}', color: inks.paper, fontSize: 13, fontWeight: 650 },
        data: profile.stops.map(({ at, number }) => [at, heightAt(at), number])
      }
    ]
  });
</script>

{#if profile.points.length > 1}
  <Chart {option} label={words} height="h-[150px]" />
  <p class="fine text-ink-2">{words}. Averaged over 40 m to either side.</p>
{:else}
  <p class="note text-ink-2">The site’s path has no heights; bring in a track that has them.</p>
{/if}
