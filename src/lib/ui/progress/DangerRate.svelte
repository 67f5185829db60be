<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';

  interface Props {
    danger: { readonly gathers: number; readonly shown: number; readonly limit: number };
    /** Whose answers they are. */
    whose?: string;
  }
  let { danger, whose = '' }: Props = $props();
</script>

<!-- The error that counts, with what it might be at worst, before all else. -->
<p class="flex gap-3">
  <Skull
    size={26}
    class="mt-1 shrink-0 {danger.gathers > 0 ? 'text-rosehip' : 'text-ink-3'}"
    aria-hidden="true"
  /><span
    >{#if danger.shown === 0}No dangerous plant was shown{whose} yet.{:else}<strong
        class={['font-serif text-[21px]', danger.gathers > 0 ? 'text-rosehip' : '']}
        >{danger.gathers} dangerous ‘gather’ on {danger.shown}</strong
      >
      <span class="block text-ink-2"
        >dangerous plants shown{whose}: up to {Math.ceil(danger.limit * 100)} in 100 could be wrong.</span
      >{/if}</span
  >
</p>
