<script lang="ts">
  import Circle from '@lucide/svelte/icons/circle';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import CircleDot from '@lucide/svelte/icons/circle-dot';
  import OctagonAlert from '@lucide/svelte/icons/octagon-alert';

  interface Props {
    firmness: string;
  }
  let { firmness }: Props = $props();
</script>

<span
  class={[
    'note inline-flex items-center align-bottom gap-1 font-strong',
    firmness === 'firm'
      ? 'text-moss'
      : firmness === 'missed'
        ? 'text-ochre'
        : firmness === 'shaky'
          ? ''
          : 'text-ink-3'
  ]}
>
  {#if firmness === 'firm'}<CircleDot
      size={15}
      aria-hidden="true"
    />{:else if firmness === 'missed'}<OctagonAlert
      size={15}
      aria-hidden="true"
    />{:else if firmness === 'shaky'}<Circle size={15} aria-hidden="true" />{:else}<CircleDashed
      size={15}
      aria-hidden="true"
    />{/if}{firmness}
</span>
