<script lang="ts">
  import Ban from '@lucide/svelte/icons/ban';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import Scissors from '@lucide/svelte/icons/scissors';
  import { dayAndMonth, dayReadOn } from '$core/words';
  import type { PageData } from './$types';
  import { rounded } from './rounded';

  /** What a patch may give this year of what is counted together, with how that is reckoned. */
  interface Props {
    account: PageData['accounts'][number];
    isOneOfSeveral: boolean;
    today: string;
  }
  let { account, isOneOfSeveral, today }: Props = $props();
  const unit = $derived(account.rule?.unit ?? 'plants');
  const thisYear = $derived(today.slice(0, 4));
  const capital = (words: string) => words.replace(/^./, (letter) => letter.toUpperCase());
  const reserved = $derived(
    account.reservations.reduce((sum, { people, piecesEach }) => sum + people * piecesEach, 0)
  );
</script>

<section>
  <h2>
    {isOneOfSeveral && account.parts.length > 0
      ? `${capital(account.parts.join(', '))}: how much in ${thisYear}`
      : `How much it may give in ${thisYear}`}
  </h2>
  {#if account.allowance.kind === 'pieces'}
    <p class="mt-2 flex items-baseline gap-2">
      <Scissors size={18} class="self-center" aria-hidden="true" /><span
        ><strong class="font-serif text-[26px]">{account.allowance.left}</strong>
        {account.rule?.part === 'leaf' && account.allowance.left !== 1 ? 'leaves' : `× ${account.rule?.part}`} left</span
      >
    </p>
    {#if account.allowance.carriedFrom}<p class="note text-ochre">
        By the census of {account.allowance.carriedFrom}, of which half counts until somebody counts again.
        <a href="#census">Count it now</a>
      </p>{/if}
    <table class="ruled compact mt-2 max-w-[620px]">
      <tbody>
        <tr
          ><td>Surely there, by the census of {dayReadOn(account.census!.countedOn, `${thisYear}`)}</td><td
            class="whitespace-nowrap text-right">{rounded(account.result!.low!)} {unit}</td
          ></tr
        >
        {#if account.rule?.exempt}<tr
            ><td>Left alone: {account.rule.exempt}</td><td class="whitespace-nowrap text-right"
              >− {Math.round(100 * (account.census!.exemptShare ?? 0))} %</td
            ></tr
          >{/if}
        <tr
          ><td>The rule gives {account.ruleWords}</td><td class="whitespace-nowrap text-right"
            >{account.allowance.whole} for the year</td
          ></tr
        >
        <tr><td>Taken this year</td><td class="whitespace-nowrap text-right">− {account.taken}</td></tr>
        {#each account.reservations as one, nth (nth)}<tr
            ><td
              >Reserved: <a class="link-line" href="/walks/{one.walkId}">{one.walk}</a>, {dayAndMonth(
                one.heldOn
              )}, {one.people} people × {one.piecesEach}</td
            ><td class="whitespace-nowrap text-right">− {one.people * one.piecesEach}</td></tr
          >{/each}
        <tr class="font-strong"
          ><td>Left</td><td class="whitespace-nowrap text-right"
            >{account.allowance.left}{account.taken + reserved > account.allowance.whole
              ? `: over by ${account.taken + reserved - account.allowance.whole}`
              : ''}</td
          ></tr
        >
      </tbody>
    </table>
    {#if account.more.length > 0 && account.rule && account.rule.fraction !== 'to need'}
      <p class="note mt-2 text-ink-2">
        If more quadrats turned out like these, it would surely be
        {#each account.more as one, i (one.count)}{i > 0 ? ', ' : ''}{rounded(one.low)}
          {unit} with {one.count}{/each}: counting more gives more.
      </p>
    {/if}
    {#if account.pace}<p class="note mt-1 text-ink-2">
        Earlier groups gathered {account.pace.toFixed(1)} pieces a minute each.
      </p>{/if}
  {:else if account.allowance.kind === 'to need'}
    <p class="mt-2">
      {capital(account.ruleWords ?? '')}. No census is needed; {account.taken} taken this year are in the ledger.
    </p>
  {:else}
    <p class="mt-2 flex gap-2">
      {#if account.allowance.kind === 'none'}<Ban
          size={18}
          class="mt-1 shrink-0 text-ochre"
          aria-hidden="true"
        /><span><strong>Nothing.</strong> {account.allowance.why}</span>{:else}<CircleHelp
          size={18}
          class="mt-1 shrink-0 text-ochre"
          aria-hidden="true"
        /><span><strong>Not known yet.</strong> {account.allowance.why}</span>{/if}
    </p>
    {#if account.ruleWords}<p class="note mt-1 text-ink-2">The rule: {account.ruleWords}.</p>{/if}
  {/if}
  {#if account.harvest}<p class="note mt-2">{account.harvest}</p>{/if}
</section>
