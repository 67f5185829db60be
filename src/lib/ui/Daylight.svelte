<script lang="ts">
  import Sunrise from '@lucide/svelte/icons/sunrise';
  import Sunset from '@lucide/svelte/icons/sunset';
  import type { LightByClock } from '$lib/server/season/light';

  /** When the sun rises and sets, with civil twilight. */
  interface Props {
    light: LightByClock;
  }
  let { light }: Props = $props();
</script>

{#if light.sunrise && light.sunset}
  <p class="flex flex-wrap items-center gap-x-4 gap-y-1 tabular-nums">
    <span class="flex items-center gap-1.5"
      ><Sunrise size={17} aria-hidden="true" />sunrise <strong>{light.sunrise}</strong></span
    >
    <span class="flex items-center gap-1.5"
      ><Sunset size={17} aria-hidden="true" />sunset <strong>{light.sunset}</strong></span
    >
    {#if light.dawn && light.dusk}<span class="text-ink-2"
        >twilight from {light.dawn} and until {light.dusk}</span
      >{/if}
  </p>
{:else}
  <p>{light.isLightAllDay ? 'The sun does not set.' : 'The sun does not rise.'}</p>
{/if}
