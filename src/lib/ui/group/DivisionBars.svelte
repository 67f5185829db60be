<script lang="ts">
  import type { Division } from '$core/learning';
  import { counted } from '$core/words';

  /** How a room divides: a post for each answer, phones filled, hands hatched. */
  interface Props {
    division: Division;
    choices: readonly { readonly value: keyof Division['choices']; readonly title: string }[];
  }
  let { division, choices }: Props = $props();
  const most = $derived(
    Math.max(1, ...choices.map(({ value }) => division.choices[value] + division.hands[value]))
  );
  const letters = $derived(Object.entries(division.letters));
</script>

<dl class="m-0 grid gap-2">
  {#each choices as { value, title } (value)}
    {@const [phones, hands] = [division.choices[value], division.hands[value]]}
    <div>
      <dt class="flex justify-between text-[18px]">
        <span>{title}</span><strong class="tabular-nums">{phones + hands}</strong>
      </dt>
      <dd class="m-0 flex h-4 border-b-[1.5px] border-ink">
        <span class="bg-ink" style:width="{(100 * phones) / most}%"></span><span
          class="hands border border-ink"
          style:width="{(100 * hands) / most}%"
          class:hidden={hands === 0}
        ></span><span class="sr-only">{counted(phones, 'phone')}, {counted(hands, 'hand')}</span>
      </dd>
    </div>
  {/each}
</dl>
{#if letters.length > 0}
  <p class="mt-2">
    Decided by {#each letters as [letter, count], i (letter)}{i > 0 ? ', ' : ''}<strong>{letter}</strong>
      {count}×{/each}; sure: {division.sure}
  </p>
{/if}

<style>
  .hands {
    background: repeating-linear-gradient(45deg, transparent 0 4px, currentColor 4px 5.5px);
  }
</style>
