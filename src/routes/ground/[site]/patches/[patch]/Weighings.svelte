<script lang="ts">
  import Scale from '@lucide/svelte/icons/scale';
  import { units } from '$core/ground';
  import { longDate } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import type { PageData } from './$types';

  /** How many pieces are in a handful or a gram: what the school weighed, and what stands in until it did. */
  interface Props {
    data: PageData;
    result: { problem?: string; done?: string } | undefined;
  }
  let { data, result }: Props = $props();
  const known = $derived(
    data.parts.flatMap(({ part, measures }) => measures.map((measure) => ({ part, ...measure })))
  );
  const figure = (pieces: number) => (pieces >= 10 ? Math.round(pieces) : Number(pieces.toPrecision(2)));
  /** A gram is less than a piece of most. */
  const inWords = ({ unit, pieces }: { unit: string; pieces: number }) =>
    unit === 'gram'
      ? { what: '100 grams have', pieces: figure(100 * pieces) }
      : { what: `a ${unit} has`, pieces: figure(pieces) };
</script>

<section class="border-t border-rule pt-4">
  <h2>Handfuls, tubs and grams</h2>
  <p class="note mt-1 text-ink-2">
    The ledger counts pieces. What is gathered by the handful or weighed becomes pieces by what was counted
    once: pick a handful, weigh it, count it.
  </p>
  {#if result?.problem}<Notice kind="problem">{result.problem}</Notice>{:else if result?.done}<Notice
      kind="done">{result.done}</Notice
    >{/if}
  {#if known.length > 0}
    <ul class="m-0 mt-2 list-none p-0">
      {#each known as one (one.part + one.unit)}<li class="flex gap-2">
          <Scale size={16} class="mt-1 shrink-0" aria-hidden="true" /><span
            >{one.part}: {inWords(one).what} <strong>{inWords(one).pieces}</strong>
            <span class="text-ink-2"
              >{one.weighings > 0
                ? `by what was weighed here, ${one.weighings === 1 ? 'once' : `${one.weighings} times`}`
                : 'by the library’s masses, from memory and to the cautious side'}</span
            ></span
          >
        </li>{/each}
    </ul>
  {/if}
  <form
    method="POST"
    action="?/weigh"
    class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4"
    use:enhance={() =>
      async ({ result: answer, update }) =>
        update({ reset: answer.type === 'success' })}
  >
    {#if data.parts.length > 0}
      <Field
        label="Part"
        name="part"
        value={data.parts[0]!.part}
        options={data.parts.map(({ part }) => ({ value: part, label: part }))}
      />
    {:else}<Field label="Part" name="part" />{/if}
    <Field label="Amount" name="amount" type="number" min="0" step="any" />
    <Field
      label="Of"
      name="unit"
      value="handful"
      options={units.map((unit) => ({ value: unit, label: `${unit}s` }))}
    />
    <Field label="Held so many pieces" name="pieces" type="number" min="1" />
    <button class="btn btn-line justify-self-start">Keep it</button>
  </form>
  {#if data.weighings.length > 0}
    <ul class="note m-0 mt-3 list-none p-0">
      {#each data.weighings as one (one.id)}<li class="flex flex-wrap items-baseline gap-x-3">
          <span
            >{longDate(one.on)}: {one.amount}
            {one.unit}{one.amount === 1 ? '' : 's'} of {one.part} held {one.pieces}
            <span class="text-ink-2">{one.weighedBy}</span></span
          >{#if data.mayEdit}<form method="POST" action="?/unweigh" use:enhance>
              <input type="hidden" name="id" value={one.id} /><button
                class="cursor-pointer underline underline-offset-2">take back</button
              >
            </form>{/if}
        </li>{/each}
    </ul>
  {/if}
</section>
