<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import type { CloserView } from '$core/evidence';
  import type { Step } from './closer-address';

  /** What was entered, each to be taken back. */
  let { seen, unseen, to }: Pick<CloserView, 'seen' | 'unseen'> & { to: (step: Step) => string } = $props();
</script>

{#if seen.length > 0 || unseen.length > 0}
  <section aria-label="What you have entered">
    <h2>You have seen</h2>
    <ul class="m-0 mt-1 flex list-none flex-wrap gap-2 p-0">
      {#each seen as one (one.entry)}<li>
          <a
            href={to({ unsee: one.entry })}
            class="note flex min-h-10 items-center gap-2 rounded-[3px] border-[1.5px] border-rule-strong bg-plate px-3 no-underline hover:bg-shade"
            aria-label="Take back: {one.name}, {one.label}"
            ><span><span class="text-ink-2">{one.name}:</span> <strong>{one.label}</strong></span><X
              size={15}
              aria-hidden="true"
            /></a
          >
        </li>{/each}
      {#each unseen as one (one.slug)}<li>
          <a
            href={to({ can: one.slug })}
            class="note flex min-h-10 items-center gap-2 rounded-[3px] border-[1.5px] border-dashed border-rule-strong px-3 text-ink-2 no-underline hover:bg-shade"
            aria-label="Ask again: {one.name}">{one.name}: not sure<X size={15} aria-hidden="true" /></a
          >
        </li>{/each}
    </ul>
  </section>
{/if}
