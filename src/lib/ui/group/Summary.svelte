<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';
  import { nameWithin } from '$core/knowledge';
  import type { SpecimenSummary } from '$lib/server/learning/group';

  /** What came of a round that is over. */
  interface Props {
    summary: readonly SpecimenSummary[];
    name: string;
  }
  let { summary, name }: Props = $props();
  const all = ({ division }: SpecimenSummary, choice: 'target' | 'lookalike' | 'cannot tell') =>
    division.choices[choice] + division.hands[choice];
</script>

<div class="mx-auto w-full max-w-[860px] flex-1">
  <h2 class="mt-6 text-[27px]!">{name}: what came of it</h2>
  {#if summary.length === 0}
    <p class="mt-2 text-ink-2">It was ended before the first specimen.</p>
  {:else}
    <table class="mt-3 w-full border-collapse text-left">
      <thead class="note text-ink-2"
        ><tr class="align-bottom"
          ><th scope="col" class="py-2">Specimen</th
          >{#each ['took it', 'left it', 'looked further'] as column (column)}<th
              scope="col"
              class="w-[110px] py-2 text-right">{column}</th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each summary as one (one.position)}
          <tr class="border-t border-rule align-top"
            ><th scope="row" class="py-2 font-normal"
              >{one.position}.
              {#if one.truth}<strong>{nameWithin(one.truth.name)}</strong>
                <i>{one.truth.scientific}</i>{:else}no longer in the library{/if}{#if one.mistaken.length > 0}<br
                /><span class="inline-flex items-center gap-1 text-rosehip"
                  ><Skull size={16} class="shrink-0" aria-hidden="true" />taken for the plant wanted by {one.mistaken
                    .map((who) => `“${who}”`)
                    .join(', ')}</span
                >{/if}</th
            >{#each ['target', 'lookalike', 'cannot tell'] as const as choice (choice)}<td
                class="py-2 text-right tabular-nums">{all(one, choice)}</td
              >{/each}</tr
          >
        {/each}
      </tbody>
    </table>
    <p class="note mt-3 text-ink-2">
      Phones and raised hands together. The names of phones are forgotten after a month.
    </p>
  {/if}
</div>
