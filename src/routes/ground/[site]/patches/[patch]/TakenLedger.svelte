<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { dayAndMonth } from '$core/words';
  import type { PageData } from './$types';

  /** What was taken from a patch, year by year, and a form for more. */
  let { data }: { data: PageData } = $props();
  const taken = superForm(() => data.taken, { resetForm: true });
  const byYear = $derived(
    [...new Set(data.year.gatherings.map(({ gatheredOn }) => gatheredOn.slice(0, 4)))].map((year) => ({
      year,
      pieces: data.year.gatherings
        .filter(({ gatheredOn }) => gatheredOn.startsWith(year))
        .reduce((sum, { pieces }) => sum + pieces, 0)
    }))
  );
</script>

<section class="border-t border-rule pt-4">
  <h2>Ledger of what was taken</h2>
  <Form of={taken} action="?/taken" class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
    <FormMessage class="col-span-full" />
    <Field label="Pieces" name="pieces" type="number" min="1" />
    <Field label="Part" name="part" />
    <Field label="On" name="gatheredOn" type="date" max={data.today} />
    <div class="self-end">
      <Tick label="Lifted whole, to show" name="isLifted" />
    </div>
    <Field label="People, if noted" name="people" type="number" min="1" />
    <Field label="Minutes, if noted" name="minutes" type="number" min="0" step="any" />
    <div class="col-span-2">
      <Field label="Note" name="note" />
    </div>
    <button class="btn btn-line justify-self-start">Enter it</button>
  </Form>
  <WideTable label="Ledger">
    <table class="ruled compact mt-3">
      <tbody>
        {#each byYear as { year, pieces } (year)}
          <tr class="font-strong"><td>{year}</td><td>{pieces} pieces in all</td><td></td></tr>
          {#each data.year.gatherings.filter(({ gatheredOn }) => gatheredOn.startsWith(year)) as one (one.id)}
            <tr
              ><td class="whitespace-nowrap">{dayAndMonth(one.gatheredOn)}</td><td
                >{one.pieces} × {one.part}{one.isLifted ? ', lifted whole' : ''}{one.walk
                  ? `, ${one.walk}`
                  : ''}{one.note ? `, ${one.note}` : ''}
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
