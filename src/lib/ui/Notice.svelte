<script lang="ts">
  import type { Snippet } from 'svelte';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import OctagonX from '@lucide/svelte/icons/octagon-x';

  interface Props {
    kind: 'problem' | 'done';
    children: Snippet;
  }
  let { kind, children }: Props = $props();
</script>

<div
  role={kind === 'problem' ? 'alert' : 'status'}
  class={[
    'note my-3 flex gap-2 border-l-4 px-3 py-2',
    kind === 'problem' ? 'border-rosehip bg-rosehip-tint' : 'border-moss bg-moss-tint'
  ]}
>
  {#if kind === 'problem'}<OctagonX
      size={18}
      class="mt-px shrink-0 text-rosehip"
      aria-hidden="true"
    />{:else}<CircleCheck size={18} class="mt-px shrink-0 text-moss" aria-hidden="true" />{/if}
  <div class="min-w-0 wrap-anywhere">{@render children()}</div>
</div>
