<script lang="ts">
  import Ban from '@lucide/svelte/icons/ban';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import Scissors from '@lucide/svelte/icons/scissors';
  import { dayAndMonth, dayReadOn } from '$core/words';
  import type { PageData } from './$types';
  import { rounded } from './rounded';

  /** What a patch may give this year, with how that is reckoned. */
  let { data }: { data: PageData } = $props();
  const unit = $derived(data.rule?.unit ?? 'plants');
  const thisYear = $derived(data.today.slice(0, 4));
  const reserved = $derived(
    data.year.reservations.reduce((sum, { people, piecesEach }) => sum + people * piecesEach, 0)
  );
</script>

<section>
  <h2>How much it may give in {thisYear}</h2>
  {#if data.year.allowance.kind === 'pieces'}
    <p class="mt-2 flex items-baseline gap-2">
      <Scissors size={18} class="self-center" aria-hidden="true" /><span
        ><strong class="font-serif text-[26px]">{data.year.allowance.left}</strong>
        {data.rule?.part === 'leaf' && data.year.allowance.left !== 1 ? 'leaves' : `× ${data.rule?.part}`} left</span
      >
    </p>
    {#if data.year.allowance.carriedFrom}<p class="note text-ochre">
        By the census of {data.year.allowance.carriedFrom}, of which half counts until somebody counts again.
        <a href="#census">Count it now</a>
      </p>{/if}
    <table class="ruled compact mt-2 max-w-[620px]">
      <tbody>
        <tr
          ><td>Surely there, by the census of {dayReadOn(data.year.census!.countedOn, `${thisYear}`)}</td><td
            class="whitespace-nowrap text-right">{rounded(data.year.result!.low!)} {unit}</td
          ></tr
        >
        {#if data.rule?.exempt}<tr
            ><td>Left alone: {data.rule.exempt}</td><td class="whitespace-nowrap text-right"
              >− {Math.round(100 * (data.year.census!.exemptShare ?? 0))} %</td
            ></tr
          >{/if}
        <tr
          ><td>The rule gives {data.ruleWords}</td><td class="whitespace-nowrap text-right"
            >{data.year.allowance.whole} for the year</td
          ></tr
        >
        <tr><td>Taken this year</td><td class="whitespace-nowrap text-right">− {data.year.taken}</td></tr>
        {#each data.year.reservations as one, nth (nth)}<tr
            ><td
              >Reserved: <a class="link-line" href="/walks/{one.walkId}">{one.walk}</a>, {dayAndMonth(
                one.heldOn
              )}, {one.people} people × {one.piecesEach}</td
            ><td class="whitespace-nowrap text-right">− {one.people * one.piecesEach}</td></tr
          >{/each}
        <tr class="font-strong"
          ><td>Left</td><td class="whitespace-nowrap text-right"
            >{data.year.allowance.left}{data.year.taken + reserved > data.year.allowance.whole
              ? `: over by ${data.year.taken + reserved - data.year.allowance.whole}`
              : ''}</td
          ></tr
        >
      </tbody>
    </table>
    {#if data.more.length > 0 && data.rule && data.rule.fraction !== 'to need'}
      <p class="note mt-2 text-ink-2">
        If more quadrats turned out like these, it would surely be
        {#each data.more as one, i (one.count)}{i > 0 ? ', ' : ''}{rounded(one.low)}
          {unit} with {one.count}{/each}: counting more gives more.
      </p>
    {/if}
    {#if data.year.pace}<p class="note mt-1 text-ink-2">
        Earlier groups gathered {data.year.pace.toFixed(1)} pieces a minute each.
      </p>{/if}
  {:else if data.year.allowance.kind === 'to need'}
    <p class="mt-2">
      To need: {data.ruleWords}. No census is needed; {data.year.taken} taken this year are in the ledger.
    </p>
  {:else}
    <p class="mt-2 flex gap-2">
      {#if data.year.allowance.kind === 'none'}<Ban
          size={18}
          class="mt-1 shrink-0 text-ochre"
          aria-hidden="true"
        /><span><strong>Nothing.</strong> {data.year.allowance.why}</span>{:else}<CircleHelp
          size={18}
          class="mt-1 shrink-0 text-ochre"
          aria-hidden="true"
        /><span><strong>Not known yet.</strong> {data.year.allowance.why}</span>{/if}
    </p>
    {#if data.ruleWords}<p class="note mt-1 text-ink-2">The rule: {data.ruleWords}.</p>{/if}
  {/if}
  <p class="fine mt-2 text-ink-2">
    An allowance is a most, not a wish. Local law and the landowner come first{data.harvest
      ? `. ${data.harvest}`
      : ''}
  </p>
</section>
