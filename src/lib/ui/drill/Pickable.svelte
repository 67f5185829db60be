<svelte:options namespace="svg" />

<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Something on a picture that is picked by tap, click or the space bar. */
  interface Props {
    isPicked: boolean;
    label: string;
    ontoggle: () => void;
    children: Snippet;
  }
  let { isPicked, label, ontoggle, children }: Props = $props();
</script>

<g
  role="checkbox"
  tabindex="0"
  aria-checked={isPicked}
  aria-label={label}
  class="piece cursor-pointer"
  onclick={(event) => {
    // A tap on the picture beside it means the nearest piece: it is not counted twice.
    event.stopPropagation();
    ontoggle();
  }}
  onkeydown={(event) => {
    if (event.key !== ' ') return;
    event.preventDefault();
    ontoggle();
  }}
>
  {@render children()}
</g>
