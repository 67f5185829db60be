<script lang="ts">
  import type { EChartsCoreOption, EChartsType } from 'echarts/core';
  import { onMount } from 'svelte';
  import type { Inks } from './inks';
  import { inksOf } from './inks';

  /** A chart in the colours of the theme. What it shows is said in words beside it, or in its label. */
  interface Props {
    /** @param width of the chart in px, for what has no room on a phone */
    option: (inks: Inks, width: number) => EChartsCoreOption;
    /** What the chart shows, in words, for those who do not see it. */
    label: string;
    /** A class that gives the height. */
    height?: string;
  }
  let { option, label, height = 'h-[170px]' }: Props = $props();
  let frame: HTMLDivElement;
  let chart = $state.raw<EChartsType>();
  let width = $state(0);
  let inks = $state.raw<Inks>();

  onMount(() => {
    let isGone = false;
    let watch: ResizeObserver | undefined;
    const recolour = () => (inks = inksOf(frame));
    const themes = new MutationObserver(recolour);
    void Promise.all([import('./echarts'), document.fonts.ready]).then(([{ init }]) => {
      if (isGone) return;
      recolour();
      chart = init(frame);
      watch = new ResizeObserver(() => {
        width = frame.clientWidth;
        chart?.resize();
      });
      watch.observe(frame);
      themes.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    });
    return () => {
      isGone = true;
      watch?.disconnect();
      themes.disconnect();
      chart?.dispose();
    };
  });
  $effect(() => {
    if (chart && inks) chart.setOption(option(inks, width || frame.clientWidth), { notMerge: true });
  });
</script>

<div bind:this={frame} class="w-full {height}" role="img" aria-label={label}></div>
