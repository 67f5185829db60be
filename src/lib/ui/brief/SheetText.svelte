<script lang="ts">
  import CalendarClock from '@lucide/svelte/icons/calendar-clock';
  import Eye from '@lucide/svelte/icons/eye';
  import FilePen from '@lucide/svelte/icons/file-pen';
  import Hand from '@lucide/svelte/icons/hand';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Skull from '@lucide/svelte/icons/skull';
  import { nameWithin, severityWords } from '$core/knowledge';
  import {
    type ContrastSheet,
    decidingRows,
    draftWords,
    lookingWords,
    saidOfDrills,
    sheetLine,
    trustWords
  } from '$core/walk';
  import type { PairPhotographs } from '$lib/server/library/photographs';
  import ContrastPlates from './ContrastPlates.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import { dayAndMonth, oneInAtMost } from '$core/words';
  import Photo from '$lib/ui/species/Photo.svelte';

  interface Props {
    sheet: ContrastSheet;
    source: (id: string) => string;
    photographs?: PairPhotographs | undefined;
    /** What the leaders of the walk add. */
    remark?: string | undefined;
  }
  let { sheet, source, photographs, remark }: Props = $props();
  const deciding = $derived(decidingRows(sheet));
  const rest = $derived(sheet.rows.filter((row) => !deciding.includes(row)));
  const moved = $derived(saidOfDrills(sheet.rating));
</script>

<article class="grid gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,1fr)_210px]" id={sheet.key}>
  <div>
    <ContrastPlates {sheet} {source} />
    {#if photographs?.target || photographs?.lookalike}
      <div class="mt-3 grid grid-cols-2 gap-x-3 md:gap-x-[25.8%]">
        {#each [photographs.target, photographs.lookalike] as photo, i (i)}
          {#if photo}<Photo {photo} numbered={deciding} />{:else}<p class="fine self-center text-ink-2">
              No photograph at this stage yet.
            </p>{/if}
        {/each}
      </div>
    {/if}
    <div class="mt-2 md:hidden">
      <div class="grid grid-cols-2 gap-3 border-b border-ink pb-2 leading-5">
        <p>
          <span class="font-serif text-[17px] font-semibold">{sheet.target.name}</span><br /><i
            class="text-[14px]">{sheet.target.scientific}</i
          ><br />{@render mark()}
        </p>
        <p>
          <span class="font-serif text-[17px] font-semibold">{sheet.lookalike.name}</span><br /><i
            class="text-[14px]">{sheet.lookalike.scientific}</i
          ><br /><span class="note inline-flex items-center gap-1 font-strong text-rosehip"
            ><Skull size={15} aria-hidden="true" />danger, {severityWords[sheet.lookalike.severity]}</span
          >
        </p>
      </div>
      {#each deciding as row, i (row.slug)}
        <div class="border-b border-rule py-2">
          <p>
            <span class="disc mr-2">{i + 1}</span><strong>{row.name}</strong>
            <span class="note text-ink-2">{lookingWords(row)}</span>
          </p>
          <div class="mt-1 grid grid-cols-2 gap-3">
            <p class="first-letter:uppercase">{row.target}</p>
            <p class="first-letter:uppercase">{row.lookalike}</p>
          </div>
        </div>
      {/each}
    </div>
    <table class="ruled mt-2 max-md:hidden">
      <thead>
        <tr>
          <th scope="col" class="w-[36%] !text-ink"
            ><span class="font-serif text-[18px] font-semibold">{sheet.target.name}</span><br /><i
              class="text-[15px]">{sheet.target.scientific}</i
            > <span class="note">{@render mark()}</span></th
          >
          <th scope="col" class="!align-bottom">check</th>
          <th scope="col" class="w-[36%] !text-ink"
            ><span class="font-serif text-[18px] font-semibold">{sheet.lookalike.name}</span><br /><i
              class="text-[15px]">{sheet.lookalike.scientific}</i
            >
            <span class="note inline-flex items-center gap-1 font-strong text-rosehip"
              ><Skull size={15} aria-hidden="true" />danger, {severityWords[sheet.lookalike.severity]}</span
            ></th
          >
        </tr>
      </thead>
      <tbody>
        {#each deciding as row, i (row.slug)}
          <tr>
            <td class="first-letter:uppercase">{row.target}</td>
            <td
              ><span class="disc mr-1">{i + 1}</span><strong>{row.name}</strong><br /><span
                class="note text-ink-2">{lookingWords(row)}</span
              ></td
            >
            <td class="first-letter:uppercase">{row.lookalike}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p
      class="mt-2 flex items-center gap-2 border-t-[3px] border-rosehip pt-2 font-serif text-[18px] font-semibold"
    >
      <Hand size={20} class="text-rosehip" aria-hidden="true" />
      {sheetLine(sheet)}
      <span class="note ml-auto hidden font-sans font-normal text-ink-2 sm:inline"
        >Every piece is checked, not the patch.</span
      >
    </p>
  </div>
  <div
    class="note grid content-start gap-3 lg:border-l lg:border-rule lg:pl-5 print:grid-cols-2 print:gap-x-8"
  >
    <div>
      <p class="flex items-center gap-2 font-strong text-rosehip">
        <Skull size={17} aria-hidden="true" />Rated {sheet.rating.rating} of 25
      </p>
      <details>
        <summary class="cursor-pointer text-ink-2"
          >{severityWords[sheet.lookalike.severity]} ({sheet.rating.consequence}) × likelihood class {sheet
            .rating.likelihood}</summary
        >
        <p class="text-ink-2">
          Met at a confusable stage here: {oneInAtMost(sheet.rating.chanceMet)}. Mistaken by this group: {oneInAtMost(
            sheet.rating.chanceMistaken
          )}. Both are estimates.
        </p>
      </details>
      {#if moved}<p class="mt-1">{moved}</p>{/if}
      <p class="mt-1 text-ink-2">{sheet.lookalike.harm}. Onset: {sheet.lookalike.onset}.</p>
    </div>
    {#if remark}
      <div class="border-t border-rule pt-3">
        <p class="font-strong">The leaders add</p>
        <p class="text-ink-2">{remark}</p>
      </div>
    {/if}
    {#if !sheet.separable}
      <div class="border-t border-rule pt-3">
        <p class="flex items-center gap-2 font-strong text-rosehip">
          <CalendarClock size={17} aria-hidden="true" />Not at this stage
        </p>
        <p class="text-ink-2">
          What can be seen on the piece itself does not separate them on this date. {sheet.firstDate
            ? `First from ${dayAndMonth(sheet.firstDate)}.`
            : 'Not within a year.'}
        </p>
      </div>
    {/if}
    {#if sheet.failingTest}
      <div class="border-t border-rule pt-3">
        <p class="flex items-center gap-2 font-strong text-ochre">
          <Eye size={17} aria-hidden="true" />The test that fails
        </p>
        <p class="text-ink-2">“{sheet.failingTest.claim}” {sheet.failingTest.fails}</p>
      </div>
    {/if}
    {#if sheet.notYet}
      <div class="border-t border-rule pt-3">
        <p class="flex items-center gap-2 font-strong text-tide">
          <CalendarClock size={17} aria-hidden="true" />Not there yet
        </p>
        <p class="text-ink-2">
          Flowers of {nameWithin(sheet.target.name)} open about {dayAndMonth(sheet.notYet.from)}. Not to be
          quoted on this walk.
        </p>
      </div>
    {/if}
    {#if sheet.trust}
      <div class="border-t border-rule pt-3">
        <p class="flex items-center gap-2 font-strong">
          <ListChecks size={17} aria-hidden="true" />How far to trust it
        </p>
        <p class="text-ink-2">{trustWords(sheet)}</p>
      </div>
    {/if}
    {#if sheet.drafts.length > 0}
      <div class="border-t border-rule pt-3">
        <p class="flex items-start gap-2 text-ochre">
          <FilePen size={17} class="mt-0.5 shrink-0" aria-hidden="true" />{draftWords(sheet)}
        </p>
      </div>
    {/if}
    {#if rest.length > 0}
      <details class="border-t border-rule pt-3 print:hidden">
        <summary class="cursor-pointer"
          >{rest.length} more {rest.length === 1 ? 'character' : 'characters'}</summary
        >
        <ul class="mt-1 grid list-none gap-2 p-0">
          {#each rest as row (row.slug)}<li>
              <strong>{row.name}:</strong>
              <span class="text-ink-2">{row.target}, against {row.lookalike}</span>
            </li>{/each}
        </ul>
      </details>
    {/if}
  </div>
</article>

{#snippet mark()}
  {#if sheet.isDangerMet}<span class="note text-ink-2">what it is taken for</span>{:else}<RoleMark
      role={sheet.target.role}
    />{/if}
{/snippet}
