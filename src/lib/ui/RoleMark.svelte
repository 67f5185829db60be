<script lang="ts">
  import Eye from '@lucide/svelte/icons/eye';
  import Scissors from '@lucide/svelte/icons/scissors';
  import Skull from '@lucide/svelte/icons/skull';

  interface Props {
    role: string;
  }
  let { role }: Props = $props();
</script>

<span
  class={[
    'inline-flex items-baseline gap-1 font-strong',
    role === 'danger'
      ? 'text-rosehip'
      : role === 'show'
        ? 'text-tide'
        : role === 'leave out'
          ? 'text-ink-3 line-through'
          : ''
  ]}
>
  {#if role === 'gather'}<Scissors
      size={15}
      class="self-center"
      aria-hidden="true"
    />{:else if role === 'show'}<Eye
      size={16}
      class="self-center"
      aria-hidden="true"
    />{:else if role === 'danger'}<Skull size={16} class="self-center" aria-hidden="true" />{/if}{role}</span
>
