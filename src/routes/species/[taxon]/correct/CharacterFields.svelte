<script lang="ts">
  import type { PageData } from './$types';

  type Character = PageData['organs'][number]['characters'][number];

  /** How often a plant has each state of a character, or between what figures it lies. */
  let { character: one }: { character: Character } = $props();

  const words = ['always', 'usually', 'sometimes', 'rarely'];
  const ends = [
    { name: 'min', label: 'smallest' },
    { name: 'low', label: 'usual from' },
    { name: 'high', label: 'usual to' },
    { name: 'max', label: 'greatest' }
  ];
  const wordOf = (value: unknown, state: string) =>
    (value as Record<string, string> | undefined)?.[state] ?? '';
</script>

{#if one.states.length > 0}
  <div class="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
    {#each one.states as state (state.slug)}<label
        class="flex items-center justify-between gap-3"
        title={state.definition}
        ><span class="note">{state.label}</span><select
          name="state:{state.slug}"
          class="select w-[130px]"
          value={wordOf(one.value, state.slug)}
          ><option value="">–</option>{#each words as word, nth (nth)}<option>{word}</option>{/each}</select
        ></label
      >{/each}
  </div>
  <p class="fine mt-1 text-ink-2">Leave all at “–” where it is not known: unknown separates nothing.</p>
{:else}
  <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
    {#each ends as end, nth (nth)}<label
        ><span class="note text-ink-2">{end.label}, {one.unit}</span><input
          name={end.name}
          inputmode="decimal"
          class="input"
          value={wordOf(one.value, end.name)}
        /></label
      >{/each}
  </div>
{/if}
