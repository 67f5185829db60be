<script lang="ts">
  import type { ForecastStage } from '$lib/server/season/sightings';
  import { dayAndMonth } from '$core/words';

  /** The stages of a plant that are up on a date, and those that are due soon with their 80 % range. */
  interface Props {
    stages: readonly ForecastStage[];
  }
  let { stages }: Props = $props();
</script>

{#each stages as { stage, probability, due } (stage)}
  <span class="block"
    >{stage}
    {#if due}<span class="text-ochre">due {dayAndMonth(due.expected)}</span> ({dayAndMonth(due.low)} to {dayAndMonth(
        due.high
      )})
    {:else}{Math.round(probability * 100)} %{/if}</span
  >
{:else}not up{/each}
