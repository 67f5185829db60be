<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import Skull from '@lucide/svelte/icons/skull';
  import WideTable from './WideTable.svelte';

  interface Tally {
    personId: string;
    pair: string;
    answers: number;
    namedRight: number;
    leftAlone: number;
    dangerousShown: number;
    dangerousGathers: number;
  }
  interface Props {
    pairs: readonly { key: string; target: string; lookalike: string }[];
    people: readonly { id: string; name: string }[];
    tallies: readonly Tally[];
  }
  let { pairs, people, tallies }: Props = $props();
  const cell = (personId: string, pair: string) =>
    tallies.find((one) => one.personId === personId && one.pair === pair);
  const dangers = (personId: string) =>
    tallies
      .filter((one) => one.personId === personId && pairs.some(({ key }) => key === one.pair))
      .reduce(
        (sum, one) => ({
          shown: sum.shown + one.dangerousShown,
          gathers: sum.gathers + one.dangerousGathers
        }),
        { shown: 0, gathers: 0 }
      );
  const sorted = $derived([...people].sort((a, b) => dangers(b.id).gathers - dangers(a.id).gathers));
</script>

{#snippet dangerCount(personId: string)}
  {@const { gathers, shown } = dangers(personId)}
  <span class={gathers > 0 ? 'font-strong text-rosehip' : 'text-ink-2'}
    >{#if gathers > 0}<Skull size={15} class="mr-1 inline" aria-hidden="true" />{/if}{shown === 0
      ? '—'
      : `${gathers} of ${shown}`}</span
  >
{/snippet}

{#snippet tally(one: Tally)}
  <span class="flex items-center gap-2">
    <svg width="42" height="12" viewBox="0 0 42 12" aria-hidden="true"
      ><rect x="0.5" y="0.5" width="41" height="11" fill="none" stroke="var(--rule-strong)" /><rect
        x="1"
        y="1"
        width={40 * (one.namedRight / one.answers)}
        height="10"
        fill="var(--color-primary)"
      /><rect
        x={1 + 40 * (one.namedRight / one.answers)}
        y="1"
        width={40 * (one.leftAlone / one.answers)}
        height="10"
        fill="var(--moss-tint)"
      /></svg
    >
    <span>{one.namedRight + one.leftAlone}/{one.answers}</span>
    {#if one.dangerousGathers > 0}<span class="inline-flex items-center font-strong text-rosehip"
        ><Skull size={14} aria-hidden="true" /><span class="sr-only">dangerous gathers:</span
        >{one.dangerousGathers}</span
      >{/if}
  </span>
{/snippet}

<!-- Right or left alone of all answers; dangerous 'gather' answers stand apart, by icon and number. -->
<WideTable label="People and pairs">
  <table class="ruled max-md:hidden">
    <thead>
      <tr>
        <th scope="col">who</th>
        <th scope="col" class="!text-rosehip">dangerous ‘gather’</th>
        {#each pairs as pair (pair.key)}<th scope="col" class="min-w-[104px] leading-4"
            >{pair.target}<br /><span class="text-ink-3">or {nameWithin(pair.lookalike)}</span></th
          >{/each}
      </tr>
    </thead>
    <tbody>
      {#each sorted as person (person.id)}
        <tr>
          <th scope="row" class="!border-rule !text-[15px] !text-ink">{person.name}</th>
          <td>{@render dangerCount(person.id)}</td>
          {#each pairs as pair (pair.key)}
            {@const one = cell(person.id, pair.key)}
            <td>
              {#if one}
                {@render tally(one)}
              {:else}<span class="text-ink-3">none yet</span>{/if}
            </td>
          {/each}
        </tr>
      {:else}
        <tr><td colspan={pairs.length + 2} class="text-ink-2">Nobody is in this group yet.</td></tr>
      {/each}
    </tbody>
  </table>
</WideTable>
<ul class="m-0 list-none p-0 md:hidden">
  {#each sorted as person (person.id)}
    <li class="border-b border-rule">
      <details>
        <summary class="flex min-h-12 cursor-pointer items-center gap-3"
          ><strong class="flex-1">{person.name}</strong><span class="sr-only"
            >dangerous ‘gather’ answers:</span
          >{@render dangerCount(person.id)}<ChevronDown size={17} aria-hidden="true" /></summary
        >
        <ul class="note m-0 grid list-none gap-2 p-0 pb-3">
          {#each pairs as pair (pair.key)}
            {@const one = cell(person.id, pair.key)}
            <li class="flex items-center justify-between gap-3">
              <span>{pair.target} <span class="text-ink-2">or {nameWithin(pair.lookalike)}</span></span>
              {#if one}{@render tally(one)}{:else}<span class="text-ink-3">none yet</span>{/if}
            </li>
          {/each}
        </ul>
      </details>
    </li>
  {/each}
</ul>
<p class="fine mt-2 text-ink-2">
  Dark: named rightly. Pale: left alone, which is never wrong. <Skull
    size={13}
    class="inline text-rosehip"
    aria-hidden="true"
  /> the dangerous one was called the edible one. Drawings are not plants: this is advice, not a sign-off.
</p>
