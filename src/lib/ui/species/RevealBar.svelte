<script lang="ts">
  import Eye from '@lucide/svelte/icons/eye';
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import Printer from '@lucide/svelte/icons/printer';
  import RefreshCw from '@lucide/svelte/icons/refresh-cw';

  /** What can be done with a drawn riddle: another one, show or hide what it holds, print. */
  interface Props {
    /** Address of another one. */
    again: string;
    anew: string;
    /** What is shown or hidden, after the verb. */
    what: string;
    isShown: boolean;
    toggle: () => void;
  }
  let { again, anew, what, isShown, toggle }: Props = $props();
</script>

<div class="no-print mt-4 flex flex-wrap gap-3">
  <a class="btn btn-line" href={again} data-sveltekit-noscroll
    ><RefreshCw size={16} aria-hidden="true" />{anew}</a
  >
  <button type="button" class="btn btn-line" aria-pressed={isShown} onclick={toggle}
    >{#if isShown}<EyeOff size={16} aria-hidden="true" />Hide {what}{:else}<Eye
        size={16}
        aria-hidden="true"
      />Show {what}{/if}</button
  >
  <button type="button" class="btn btn-line" onclick={() => window.print()}
    ><Printer size={16} aria-hidden="true" />Print</button
  >
</div>
