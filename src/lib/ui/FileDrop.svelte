<script lang="ts">
  import type { Snippet } from 'svelte';

  /** A part of a page on which a file may be dropped; a button within it does the same. */
  interface Props {
    ondrop: (file: File | undefined) => void;
    class?: string;
    children: Snippet;
  }
  let { ondrop, class: look = '', children }: Props = $props();
  let isDraggedOver = $state(false);
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class={[look, isDraggedOver ? 'outline-[3px] outline-moss' : '']}
  ondragover={(event) => {
    event.preventDefault();
    isDraggedOver = true;
  }}
  ondragleave={() => (isDraggedOver = false)}
  ondrop={(event) => {
    event.preventDefault();
    isDraggedOver = false;
    ondrop(event.dataTransfer?.files[0]);
  }}
>
  {@render children()}
</div>
