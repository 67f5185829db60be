<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Holds a table that may be wider than a phone: it then scrolls by itself, by keyboard too. */
  interface Props {
    label: string;
    children: Snippet;
  }
  let { label, children }: Props = $props();
  let frame = $state<HTMLElement>();
  let width = $state(0);
  const scrolls = $derived(frame !== undefined && width > 0 && frame.scrollWidth > width);
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  bind:this={frame}
  bind:clientWidth={width}
  class="relative overflow-x-auto"
  role={scrolls ? 'region' : undefined}
  aria-label={scrolls ? label : undefined}
  tabindex={scrolls ? 0 : undefined}
>
  {@render children()}
</div>
