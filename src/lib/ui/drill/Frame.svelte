<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Feedback } from '$core/learning';

  /** A question as most kinds lay it out: what is asked, the picture, and beside it the choices or what follows them. */
  interface Props {
    feedback: Feedback | undefined;
    statement: Snippet;
    picture: Snippet;
    /** While the question is open. */
    choices?: Snippet;
    /** Beneath the button that sends. */
    below?: Snippet;
    confirm: Snippet;
    after: Snippet;
    /** Whether there is something to send yet. */
    canConfirm?: boolean;
  }
  let { feedback, statement, picture, choices, below, confirm, after, canConfirm = true }: Props = $props();
</script>

<p class="mt-1 font-serif text-[19px] leading-7">{@render statement()}</p>
<div class="mt-3 grid gap-x-9 gap-y-4 lg:grid-cols-[minmax(0,1fr)_270px]">
  <div>{@render picture()}</div>
  <div class="grid content-start gap-4">
    {#if feedback}
      {@render after()}
    {:else}
      {@render choices?.()}
      {#if canConfirm}{@render confirm()}{/if}
      {@render below?.()}
    {/if}
  </div>
</div>
