<script lang="ts">
  import type { PackBrief } from '$core/field';
  import { placedStops } from '$core/walk';

  /** The way with its numbered stops, as it was taken along. */
  let { brief }: { brief: PackBrief | undefined } = $props();
  const stops = $derived(brief ? placedStops(brief.document) : []);
</script>

{#if brief?.map}
  <details class="border-t-[3px] border-ink">
    <summary class="unfolds">Map of the way</summary>
    <img
      src="data:image/svg+xml,{encodeURIComponent(brief.map)}"
      alt="The way with its stops; the timetable says the same"
      class="mt-1 w-full"
    />
    <p class="my-2">{stops.map(({ number, name }) => `${number} ${name}`).join(' · ')}</p>
  </details>
{/if}
