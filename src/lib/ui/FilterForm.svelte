<script lang="ts">
  import type { Snippet } from 'svelte';
  import { goto } from '$app/navigation';
  import { addressOf } from '$core/words';
  import { fieldsOf } from './fields-of';

  interface Props {
    /** The page that answers to the fields. */
    path: string;
    class?: string;
    /** Is given what a field calls when it was set: with a delay in milliseconds while somebody types. */
    children: Snippet<[(after?: number) => void]>;
  }
  let { path, class: look, children }: Props = $props();
  let form = $state<HTMLFormElement>();
  let waiting: ReturnType<typeof setTimeout> | undefined;

  /** Fields apply as they are set; without script a button sends them. */
  function apply(after = 0) {
    clearTimeout(waiting);
    waiting = setTimeout(() => {
      if (form)
        void goto(addressOf(path, fieldsOf(form)), { replaceState: true, keepFocus: true, noScroll: true });
    }, after);
  }
</script>

<form
  bind:this={form}
  method="GET"
  class={look}
  onsubmit={(event) => {
    event.preventDefault();
    apply();
  }}
>
  {@render children(apply)}
</form>
