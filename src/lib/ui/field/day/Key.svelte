<script lang="ts">
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import type Leaf from '@lucide/svelte/icons/leaf';

  /** A large key for wet hands: filled is what comes next, outlined is possible, dashed is not open and says why. */
  interface Props {
    title: string;
    does?: string | undefined;
    look?: 'next' | 'open' | 'shut' | 'danger';
    icon?: typeof Leaf;
    /** Leads somewhere; without one it acts. */
    href?: string;
    onclick?: () => void;
  }
  let { title, does, look = 'open', icon: Icon, href, onclick }: Props = $props();
  const looks = {
    next: 'border-ink bg-ink text-paper',
    open: 'border-ink',
    shut: 'border-dashed border-ink',
    danger: 'border-rosehip bg-rosehip text-paper'
  };
  const style = $derived([
    'flex min-h-[64px] w-full items-center gap-3 rounded-[4px] border-[3px] px-4 py-2 text-left no-underline',
    looks[look]
  ]);
</script>

{#snippet inside()}
  {#if Icon}<Icon size={28} class="shrink-0" aria-hidden="true" />{/if}
  <span class="min-w-0 flex-1 leading-6"
    ><strong class="text-[19px]">{title}</strong>{#if does}<br /><span class="text-[16px]">{does}</span
      >{/if}</span
  >
  {#if href}<ChevronRight size={26} class="shrink-0" aria-hidden="true" />{/if}
{/snippet}

{#if href}
  <a {href} class={style}>{@render inside()}</a>
{:else}
  <button type="button" class={[...style, 'cursor-pointer']} {onclick}>{@render inside()}</button>
{/if}
