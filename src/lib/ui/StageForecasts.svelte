<script lang="ts">
  import type { ForecastStage } from '$lib/server/season/sightings';
  import { dayAndMonth, dayReadOn } from '$core/words';

  /** The stages of a plant that are up on a date, and those that are due soon with their 80 % range. */
  interface Props {
    stages: readonly ForecastStage[];
    /** The day on which it is read. */
    today: string;
  }
  let { stages, today }: Props = $props();
</script>

{#each stages as { stage, probability, due, next } (stage)}
  <span class="block"
    >{#if next}{next.isAgain ? 'over; ' : 'not yet; '}{stage}
      {next.isAgain ? 'again about' : 'about'}
      {dayReadOn(next.expected, today)}{:else}{stage}
      {#if due}<span class="text-ochre">due {dayAndMonth(due.expected)}</span> ({dayAndMonth(due.low)} to {dayAndMonth(
          due.high
        )})
      {:else}{Math.round(probability * 100)} %{/if}{/if}</span
  >
{:else}not described{/each}
