<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import Skull from '@lucide/svelte/icons/skull';
  import type { ReliabilityPoint } from '$core/learning';
  import ReliabilityChart from './ReliabilityChart.svelte';
  import TrendChart from './TrendChart.svelte';

  /** What goes with every progress page: what is confused, how sure against how right, and how it goes on. */
  interface Props {
    calibration: {
      points: readonly ReliabilityPoint[];
      brier: number | undefined;
      misfit: number | undefined;
    };
    confusions: readonly { specimen: string; takenFor: string; times: number; isDangerous: boolean }[];
    weeks: readonly {
      week: string;
      answers: number;
      right: number;
      left: number;
      dangerousGathers: number;
    }[];
  }
  let { calibration, confusions, weeks }: Props = $props();
</script>

<div class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
  <section>
    <h2>Taken for one another</h2>
    {#each confusions as one (one.specimen + one.takenFor)}
      <p class="border-b border-rule py-1 leading-[19px]">
        {#if one.isDangerous}<Skull
            size={14}
            class="mr-1 inline text-rosehip"
            aria-label="dangerous:"
          />{/if}{one.specimen} <span class="text-ink-2">for</span>
        {nameWithin(one.takenFor)}
        <strong>{one.times}×</strong>
      </p>
    {:else}
      <p class="text-ink-2">Nothing was taken for anything else.</p>
    {/each}
  </section>
  {#if calibration.points.length > 0}
    <section>
      <h2>How sure, how right</h2>
      <ReliabilityChart points={calibration.points} />
      <p class="fine text-ink-2">
        On the dashed line, confidence fits. Brier score {calibration.brier?.toFixed(2)}, {calibration.misfit?.toFixed(
          2
        )} of it for confidence that does not fit: 0 is perfect, 0.25 a coin.
      </p>
    </section>
  {/if}
  {#if weeks.length > 0}
    <section>
      <h2>By week</h2>
      <TrendChart {weeks} />
      <p class="fine text-ink-2">From below: dangerous, missed, left alone, right.</p>
    </section>
  {/if}
</div>
