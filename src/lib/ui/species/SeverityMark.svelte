<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';
  import { severityWords } from '$core/knowledge';

  /** How much harm a taxon does by mistake, in words, with the skull from 'hospital' on. */
  interface Props {
    severity: number;
    dangerous: boolean;
  }
  let { severity, dangerous }: Props = $props();
</script>

{#if dangerous}<span class="font-strong text-rosehip"
    ><Skull size={15} class="mr-1 inline" aria-hidden="true" />{severityWords[severity]}</span
  >{:else}<span class="text-ink-2">{severity > 0 ? severityWords[severity] : 'none known'}</span>{/if}
