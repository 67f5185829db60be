<script lang="ts" generics="Card extends { readonly id: number }">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import GripVertical from '@lucide/svelte/icons/grip-vertical';
  import { dndzone } from 'svelte-dnd-action';
  import type { Snippet } from 'svelte';

  /** Cards that are put in order by drag, or by their arrows. */
  interface Props {
    cards: Card[];
    isFixed: boolean;
    card: Snippet<[Card]>;
    onmove: () => void;
  }
  let { cards = $bindable(), isFixed, card: shown, onmove }: Props = $props();

  function move(i: number, by: -1 | 1) {
    const to = i + by;
    if (to < 0 || to >= cards.length) return;
    const next = [...cards];
    [next[i], next[to]] = [next[to]!, next[i]!];
    cards = next;
    onmove();
  }
  const reduced = typeof matchMedia === 'function' && matchMedia('(prefers-reduced-motion: reduce)').matches;
</script>

<ol
  class="m-0 grid list-none gap-2 p-0"
  use:dndzone={{
    items: cards,
    flipDurationMs: reduced ? 0 : 150,
    dragDisabled: isFixed,
    dropTargetStyle: {}
  }}
  onconsider={(event) => (cards = event.detail.items)}
  onfinalize={(event) => {
    cards = event.detail.items;
    onmove();
  }}
>
  {#each cards as card, i (card.id)}
    <li class="flex min-h-12 items-center gap-3 rounded-[3px] border border-rule bg-plate pr-2">
      <GripVertical size={18} class="ml-1 shrink-0 text-ink-3" aria-hidden="true" />
      <span class="disc">{i + 1}</span>
      {@render shown(card)}
      {#if !isFixed}
        <button
          type="button"
          class="btn btn-line btn-square"
          disabled={i === 0}
          aria-label="Earlier: card {i + 1}"
          onclick={() => move(i, -1)}><ArrowUp size={18} aria-hidden="true" /></button
        >
        <button
          type="button"
          class="btn btn-line btn-square"
          disabled={i === cards.length - 1}
          aria-label="Later: card {i + 1}"
          onclick={() => move(i, 1)}><ArrowDown size={18} aria-hidden="true" /></button
        >
      {/if}
    </li>
  {/each}
</ol>
