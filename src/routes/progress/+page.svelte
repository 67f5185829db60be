<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';
  import FirmnessMark from '$lib/ui/FirmnessMark.svelte';
  import { dayAndMonth } from '$lib/ui/dates';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
  const shown = $derived(data.pairs.reduce((sum, one) => sum + one.dangerousShown, 0));
  const gathers = $derived(data.pairs.reduce((sum, one) => sum + one.dangerousGathers, 0));
</script>

<svelte:head><title>Progress · Good Trail</title></svelte:head>
<h1>Progress</h1>
{#if data.pairs.length === 0}
  <p class="mt-3 max-w-prose">
    Nothing yet. After your first round each pair stands here: how firm it is at which stage, and where the
    danger is. <a href="/practice">Start a round</a>.
  </p>
{:else}
  <p class="mt-2 flex max-w-prose gap-2">
    <Skull size={18} class="mt-1 shrink-0 text-rosehip" aria-hidden="true" /><span
      ><strong class={gathers > 0 ? 'text-rosehip' : ''}
        >{gathers} dangerous ‘gather’ {gathers === 1 ? 'answer' : 'answers'}</strong
      >
      on {shown} questions that showed a dangerous plant. This is counted apart from all else.</span
    >
  </p>
  <WideTable label="Progress by pair">
    <table class="ruled mt-4">
      <thead
        ><tr
          ><th scope="col">pair</th><th scope="col">dangerous ‘gather’</th><th scope="col">named rightly</th
          ><th scope="col">left alone</th><th scope="col">how firm, at which stage</th></tr
        ></thead
      >
      <tbody>
        {#each data.pairs as pair (pair.pair)}
          <tr>
            <td><strong>{pair.target}</strong> or {pair.lookalike.toLowerCase()}</td>
            <td class={pair.dangerousGathers > 0 ? 'font-[650] text-rosehip' : ''}
              >{#if pair.dangerousGathers > 0}<Skull
                  size={14}
                  class="mr-1 inline"
                  aria-hidden="true"
                />{/if}{pair.dangerousGathers} of {pair.dangerousShown}<br /><span
                class="fine font-normal text-ink-2"
                >could be up to {Math.round(pair.dangerLimit * 100)} in 100</span
              ></td
            >
            <td>{pair.namedRight} of {pair.answers}</td>
            <td>{pair.leftAlone}</td>
            <td
              >{#each pair.units as unit (unit.stage)}<span class="block"
                  ><FirmnessMark firmness={unit.firmness} />
                  <span class="note text-ink-2">{unit.stage}, next on {dayAndMonth(unit.due)}</span></span
                >{/each}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </WideTable>
  <p class="fine mt-3 max-w-prose text-ink-2">
    ‘Could be up to’ is the upper end of the one-sided 95 % Wilson interval: few answers say little. What is
    known at one stage is not known at another. Drawings are not plants.
  </p>
{/if}
