<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';

  interface Props {
    danger: { readonly gathers: number; readonly shown: number; readonly limit: number };
    /** Whose answers they are, behind ‘gathered’. */
    by?: string;
  }
  let { danger, by = '' }: Props = $props();
</script>

<!-- The error that counts, with what it might be at worst, before all else. -->
<p class="flex gap-3">
  <Skull
    size={26}
    class="mt-1 shrink-0 {danger.gathers > 0 ? 'text-rosehip' : 'text-ink-3'}"
    aria-hidden="true"
  /><span
    >{#if danger.shown === 0}No dangerous plant was shown yet.{:else}<strong
        class={['font-serif text-[21px]', danger.gathers > 0 ? 'text-rosehip' : '']}
        >{danger.gathers} of {danger.shown} dangerous plants gathered{by}</strong
      >
      <span class="block text-ink-2"
        >in questions: up to {Math.ceil(danger.limit * 100)} in 100 could be wrong.</span
      >{/if}</span
  >
</p>
