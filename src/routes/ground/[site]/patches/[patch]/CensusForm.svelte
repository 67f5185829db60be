<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import { counted } from '$core/words';
  import { onMount } from 'svelte';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import Undo from '@lucide/svelte/icons/undo-2';
  import { type Census, advisedQuadrats, censusProblem, censusResult } from '$core/ground';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** Counting on the spot: quadrat by quadrat with a thumb, a full count, or an estimate with bounds. */
  interface Props {
    patchId: string;
    accounts: PageData['accounts'];
    squareMetres: number | undefined;
    today: string;
    result: { problem?: string; done?: string } | undefined;
  }
  let { patchId, accounts, squareMetres, today, result }: Props = $props();
  let account = $state('');
  const rule = $derived(accounts.find(({ key }) => key === account)?.rule);
  const unit = $derived(rule?.unit ?? 'plants');
  const exempt = $derived(rule?.exempt);
  const key = $derived(`census ${patchId}`);

  let method = $state<Census['method']>('quadrats');
  let quadrat = $state(0.25);
  // svelte-ignore state_referenced_locally
  let patch = $state<number | undefined>(squareMetres ? Math.round(squareMetres) : undefined);
  let counts = $state<number[]>([]);
  let current = $state(0);
  let all = $state<number | undefined>();
  let low = $state<number | undefined>();
  let high = $state<number | undefined>();
  // svelte-ignore state_referenced_locally
  let countedOn = $state(today);
  let exemptPercent = $state<number | undefined>();
  let isRestored = $state(false);

  // A count under way stays on the device until it is kept.
  onMount(() => {
    const kept = localStorage.getItem(key);
    if (kept)
      try {
        const before = JSON.parse(kept) as {
          counts: number[];
          current: number;
          quadrat: number;
          patch?: number;
        };
        if (Array.isArray(before.counts) && before.counts.every(Number.isFinite)) {
          ({ counts, quadrat } = before);
          current = before.current || 0;
          patch = before.patch ?? patch;
          isRestored = counts.length > 0 || current > 0;
        }
      } catch {
        localStorage.removeItem(key);
      }
  });
  function keep() {
    localStorage.setItem(key, JSON.stringify({ counts, current, quadrat, patch }));
  }
  function next() {
    counts = [...counts, current];
    current = 0;
    keep();
  }
  function back() {
    const last = counts.at(-1);
    if (last === undefined) return;
    counts = counts.slice(0, -1);
    current = last;
    keep();
  }
  function add(step: number) {
    current = Math.max(0, current + step);
    keep();
  }

  const census = $derived<Census>(
    method === 'quadrats'
      ? { method, quadratSquareMetres: quadrat, patchSquareMetres: patch ?? 0, counts }
      : method === 'all counted'
        ? { method, count: all ?? NaN }
        : {
            method,
            low: low ?? NaN,
            high: high ?? NaN,
            ...(patch && patch > 0 && { patchSquareMetres: patch })
          }
  );
  const problem = $derived(censusProblem(census));
  const now = $derived(problem ? undefined : censusResult(census));
  const round = (n: number) => (n >= 100 ? Math.round(n / 10) * 10 : Math.round(n)).toLocaleString('en-GB');
  const methods = [
    { value: 'quadrats', label: 'Quadrats' },
    { value: 'all counted', label: 'All counted' },
    { value: 'estimate', label: 'Estimate with bounds' }
  ] as const;
</script>

<form
  method="POST"
  action="?/census"
  class="grid gap-3"
  use:enhance={({ formData }) => {
    formData.set('body', JSON.stringify(census));
    return async ({ result: answer, update }) => {
      if (answer.type === 'success') {
        counts = [];
        current = 0;
        isRestored = false;
        localStorage.removeItem(key);
      }
      await update({ reset: false });
    };
  }}
>
  {#if result?.problem}<Notice kind="problem">{result.problem}</Notice>{/if}
  {#if result?.done}<Notice kind="done">{result.done}</Notice>{/if}
  <fieldset class="flex flex-wrap gap-2">
    <legend class="sr-only">How it is counted</legend>
    {#each methods as { value, label } (value)}
      <label class={['btn btn-line', method === value ? '!bg-ink !text-base-200' : '']}
        ><input type="radio" class="sr-only" bind:group={method} {value} />{label}</label
      >
    {/each}
  </fieldset>
  {#if accounts.length > 1}
    <label class="note max-w-[420px]"
      ><span class="font-strong">What is counted</span><select
        class="select"
        name="account"
        bind:value={account}
        >{#each accounts as one (one.key)}<option value={one.key}
            >{one.rule?.unit ?? 'plants'}, for {one.parts.join(' and ')}</option
          >{/each}</select
      ></label
    >
  {/if}
  {#if method === 'quadrats'}
    <div class="grid max-w-[420px] grid-cols-2 gap-3">
      <label class="note"
        ><span class="font-strong">One quadrat, m²</span><input
          class="input"
          type="number"
          step="any"
          min="0"
          bind:value={quadrat}
          oninput={keep}
        /></label
      >
      <label class="note"
        ><span class="font-strong">The patch, m²</span><input
          class="input"
          type="number"
          step="any"
          min="0"
          bind:value={patch}
          oninput={keep}
        /></label
      >
    </div>
    {#if isRestored}<p class="note text-ochre">
        The count that was under way on this device is still here: {counted(counts.length, 'quadrat')}.
      </p>{/if}
    <div class="grid max-w-[420px] gap-2">
      <p class="note" aria-live="polite">
        <strong>Quadrat {counts.length + 1}</strong>: throw it without looking, then count the {unit} in it.
      </p>
      <div class="grid grid-cols-[64px_1fr_64px_64px] gap-2">
        <button
          type="button"
          class="btn btn-line h-16"
          aria-label="One fewer"
          disabled={current === 0}
          onclick={() => add(-1)}><Minus size={20} aria-hidden="true" /></button
        >
        <output class="grid place-items-center border-y border-rule-strong font-serif text-[34px]"
          >{current}</output
        >
        <button type="button" class="btn btn-line h-16" aria-label="One more" onclick={() => add(1)}
          ><Plus size={22} aria-hidden="true" /></button
        >
        <button type="button" class="btn btn-line h-16" aria-label="Ten more" onclick={() => add(10)}
          >+10</button
        >
      </div>
      <div class="flex gap-2">
        <button type="button" class="btn btn-primary h-14 flex-1" onclick={next}>Next quadrat</button>
        <button type="button" class="btn btn-line h-14" disabled={counts.length === 0} onclick={back}
          ><Undo size={17} aria-hidden="true" />Back</button
        >
      </div>
      {#if counts.length > 0}<p class="note">
          Counted so far: {counts.join(', ')}.
          {#if counts.length < advisedQuadrats}<span class="text-ink-2"
              >At least {advisedQuadrats} are advised; each makes the range narrower.</span
            >{/if}
        </p>{/if}
    </div>
  {:else if method === 'all counted'}
    <label class="note max-w-[220px]"
      ><span class="font-strong">How many {unit}</span><input
        class="input"
        type="number"
        min="0"
        step="1"
        bind:value={all}
      /></label
    >
  {:else}
    <p class="note text-ink-2">
      Paced, or counted to fifty and multiplied: give bounds that you would stand by. The allowance goes by
      the lower one.
    </p>
    <div class="grid max-w-[420px] grid-cols-2 gap-3">
      <label class="note"
        ><span class="font-strong">Surely at least</span><input
          class="input"
          type="number"
          min="0"
          bind:value={low}
        /></label
      >
      <label class="note"
        ><span class="font-strong">Surely at most</span><input
          class="input"
          type="number"
          min="0"
          bind:value={high}
        /></label
      >
      {#if squareMetres === undefined}<label class="note col-span-2"
          ><span class="font-strong">The patch, m², paced out</span><input
            class="input"
            type="number"
            step="any"
            min="0"
            bind:value={patch}
          /></label
        >{/if}
    </div>
  {/if}
  <div class="grid max-w-[420px] grid-cols-2 gap-3">
    <Field label="Counted on" name="countedOn" type="date" max={today} bind:value={countedOn} />
    {#if exempt}<label class="note"
        ><span class="font-strong">Of them {exempt}, %</span><input
          class="input"
          type="number"
          name="exemptPercent"
          min="0"
          max="100"
          bind:value={exemptPercent}
        /></label
      >{:else}<input type="hidden" name="exemptPercent" value="" />{/if}
  </div>
  {#if now}
    <p class="note">
      {#if now.total !== undefined}About <strong>{round(now.total)}</strong>
        {unit}{#if now.quadrats},
          {now.quadrats.density.toFixed(1)} to the m²{/if}.{/if}
      {#if now.low !== undefined && now.high !== undefined && now.low !== now.high}80 in 100 between {round(
          now.low
        )} and {round(now.high)}.{:else if now.quadrats}One quadrat says nothing of how they vary: count more.{/if}
    </p>
  {:else if counts.length > 0 || method !== 'quadrats'}
    <p class="note text-ink-2">{problem}</p>
  {/if}
  <button class="btn btn-line justify-self-start" disabled={Boolean(problem)}>Keep this census</button>
</form>
