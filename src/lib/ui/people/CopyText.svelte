<script lang="ts">
  import Copy from '@lucide/svelte/icons/copy';

  /** Puts a text where any messenger takes it from. */
  interface Props {
    readonly text: string;
    readonly label: string;
  }
  let { text, label }: Props = $props();
  let said = $state<string>();
  async function copy() {
    try {
      await navigator.clipboard.writeText(text);
      said = 'Copied';
    } catch {
      said = 'This browser does not let a page copy: mark the text by hand.';
    }
  }
</script>

<button type="button" class="btn btn-line btn-sm" onclick={copy}
  ><Copy size={15} aria-hidden="true" />{label}</button
>
{#if said}<span class="note text-ink-2" role="status">{said}</span>{/if}
