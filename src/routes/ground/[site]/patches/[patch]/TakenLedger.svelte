<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { piecesOf } from '$core/ground';
  import { growingYear, growingYearName } from '$core/season';
  import { dayAndMonth } from '$core/words';
  import type { PageData } from './$types';

  /** What was taken from a patch, year by year, and a form for more. */
  let { data }: { data: PageData } = $props();
  const taken = superForm(() => data.taken, { resetForm: true });
  const { form: entry } = taken;
  const measures = $derived(data.parts.find(({ part }) => part === $entry.part)?.measures ?? []);
  const measure = $derived(measures.find(({ unit }) => unit === $entry.unit));
  // What was measured is entered as so many pieces, which whoever counted them can mend.
  $effect(() => {
    if (measure && $entry.amount) $entry.pieces = piecesOf($entry.amount, measure);
  });
  const byYear = $derived.by(() => {
    const yearOf = (isoDate: string) => growingYear(isoDate, data.patch.latitude);
    const years = [...new Set(data.gatherings.map(({ gatheredOn }) => yearOf(gatheredOn)))];
    return years.map((year) => {
      const gatherings = data.gatherings.filter(({ gatheredOn }) => yearOf(gatheredOn) === year);
      const pieces = gatherings.reduce((sum, one) => sum + one.pieces, 0);
      return { year, name: growingYearName(year, data.patch.latitude), gatherings, pieces };
    });
  });
</script>

<section class="border-t border-rule pt-4">
  <h2>Ledger of what was taken</h2>
  <Form of={taken} action="?/taken" class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
    <FormMessage class="col-span-full" />
    {#if data.parts.length > 0}
      <Field
        label="Part"
        name="part"
        options={data.parts.map(({ part }) => ({ value: part, label: part }))}
      />
    {:else}<Field label="Part" name="part" />{/if}
    {#if measures.length > 0}
      <Field
        label="Measured by"
        name="unit"
        options={[
          { value: '', label: 'the piece' },
          ...measures.map(({ unit }) => ({ value: unit, label: `the ${unit}` }))
        ]}
      />
      {#if measure}<Field
          label="{measure.unit}s, parts too"
          name="amount"
          type="number"
          min="0"
          step="any"
        />{/if}
    {/if}
    <Field
      label="Pieces"
      name="pieces"
      type="number"
      min="1"
      hint={measure
        ? `${measure.pieces >= 10 ? Math.round(measure.pieces) : measure.pieces.toFixed(1)} in a ${measure.unit}, ${measure.weighings > 0 ? 'as weighed here' : 'by the library, rather too many'}`
        : ''}
    />
    <Field label="On" name="gatheredOn" type="date" max={data.today} />
    <div class="self-end">
      <Tick label="Lifted whole, to show" name="isLifted" />
    </div>
    <Field label="People, if noted" name="people" type="number" min="1" />
    <Field label="Minutes, if noted" name="minutes" type="number" min="0" step="any" />
    <div class="col-span-2">
      <Field label="Note" name="note" />
    </div>
    <button class="btn btn-line self-end justify-self-start">Enter it</button>
  </Form>
  <WideTable label="Ledger">
    <table class="ruled compact mt-3">
      <tbody>
        {#each byYear as { year, name, gatherings, pieces } (year)}
          <tr class="font-strong"><td>{name}</td><td>{pieces} pieces in all</td><td></td></tr>
          {#each gatherings as one (one.id)}
            <tr
              ><td class="whitespace-nowrap">{dayAndMonth(one.gatheredOn)}</td><td
                >{one.pieces} × {one.part}{one.unit
                  ? ` (${one.amount} ${one.unit}${one.amount === 1 ? '' : 's'})`
                  : ''}{one.isLifted ? ', lifted whole' : ''}{one.walk ? `, ${one.walk}` : ''}{one.note
                  ? `, ${one.note}`
                  : ''}
                <span class="text-ink-2">{one.recordedBy}</span></td
              ><td class="!pr-0 text-right"
                >{#if data.mayEdit}<form method="POST" action="?/takeBack" use:plainEnhance>
                    <input type="hidden" name="id" value={one.id} /><button
                      class="note cursor-pointer underline underline-offset-2">take back</button
                    >
                  </form>{/if}</td
              ></tr
            >
          {/each}
        {:else}<tr><td colspan="3" class="text-ink-2">Nothing was taken here yet.</td></tr>{/each}
      </tbody>
    </table>
  </WideTable>
</section>
