<script lang="ts">
  import type { BatchInShort } from '$lib/server/making/batches';
  import { inGrams } from '$core/making';
  import { counted, longDate } from '$core/words';

  /** Batches, one a line. */
  let { batches }: { batches: readonly BatchInShort[] } = $props();
</script>

<ul class="m-0 mt-1 list-none p-0">
  {#each batches as one (one.id)}
    <li class="flex flex-wrap items-baseline gap-x-5 border-b border-rule py-2">
      <a
        href="/making/batches/{one.id}"
        class="min-w-[220px] flex-1 font-strong underline decoration-rule underline-offset-4">{one.title}</a
      >
      <span class="note text-ink-2">{counted(one.pieces, 'piece')}, begun {longDate(one.begunOn)}</span>
      <span class={['note w-[120px]', one.state === 'thrown away' && 'text-rosehip']}
        >{one.state === 'begun' ? 'not packed yet' : one.state}{one.state === 'in jars'
          ? `, ${inGrams(one.left)}`
          : ''}</span
      >
      <span class="tabular-nums text-ink-2">{one.code}</span>
    </li>
  {/each}
</ul>
