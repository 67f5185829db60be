<script lang="ts">
  import type { Place, placeInWords } from '$core/place';
  import { onMount } from 'svelte';

  /** Where something on a map lies: in degrees and by the grid of its country. */
  interface Props {
    readonly place: Place;
  }
  let { place }: Props = $props();
  let inWords = $state.raw<typeof placeInWords>();
  onMount(() => {
    void import('$core/place').then((core) => (inWords = core.placeInWords));
  });
</script>

<p class="fine mt-1 text-ink-2 tabular-nums">{inWords?.(place) ?? '…'}</p>
