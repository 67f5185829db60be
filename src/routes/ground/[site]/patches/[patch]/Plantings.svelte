<script lang="ts">
  import type { SubmitFunction } from '@sveltejs/kit';
  import { longDate } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import type { PageData } from './$types';

  /** What was sown or planted here, and what came of it. */
  interface Props {
    data: PageData;
    result: { problem?: string; done?: string } | undefined;
  }
  let { data, result }: Props = $props();
  const emptied: SubmitFunction =
    () =>
    async ({ result: answer, update }) =>
      update({ reset: answer.type === 'success' });
</script>

<section class="border-t border-rule pt-4">
  <h2>Sown and planted</h2>
  <p class="note mt-1 text-ink-2">
    Only with the landowner’s leave, of plants that belong here, and from stock of this place: what is brought
    from afar may harm what stands.
  </p>
  {#if result?.problem}<Notice kind="problem">{result.problem}</Notice>{:else if result?.done}<Notice
      kind="done">{result.done}</Notice
    >{/if}
  {#if data.plantings.length > 0}
    <ul class="m-0 mt-2 grid list-none gap-3 p-0">
      {#each data.plantings as one (one.id)}<li>
          <span
            >{longDate(one.plantedOn)}: <strong>{one.kind}, {one.amount}</strong>, from {one.origin}{one.note
              ? `. ${one.note}`
              : ''}
            <span class="text-ink-2">{one.plantedBy}</span></span
          >
          <span class="note mt-1 block text-ink-2"
            >{one.cameUp === undefined
              ? 'Nobody has looked yet what came of it.'
              : `${one.cameUp} stood there on ${longDate(one.lookedOn!)}${one.kind === 'seeds' || one.amount < 10 ? '' : `, ${Math.round((100 * one.cameUp) / one.amount)} in 100`}.`}</span
          >
          <span class="note mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
            <form
              method="POST"
              action="?/cameUp"
              class="flex flex-wrap items-end gap-2"
              use:enhance={emptied}
            >
              <input type="hidden" name="id" value={one.id} />
              <input type="hidden" name="lookedOn" value={data.today} />
              <label class="flex items-center gap-2 whitespace-nowrap"
                >Standing today<input
                  name="cameUp"
                  type="number"
                  min="0"
                  required
                  class="input !w-24"
                /></label
              >
              <button class="btn btn-line btn-sm">Note it</button>
            </form>
            {#if data.mayEdit}<form
                method="POST"
                action="?/unplant"
                use:enhance
                onsubmit={(event) => {
                  if (!confirm(`Take back what was entered of ${longDate(one.plantedOn)}?`))
                    event.preventDefault();
                }}
              >
                <input type="hidden" name="id" value={one.id} /><button
                  class="min-h-8 cursor-pointer underline underline-offset-2">take back</button
                >
              </form>{/if}
          </span>
        </li>{/each}
    </ul>
  {/if}
  <form
    method="POST"
    action="?/plant"
    class="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-3"
    use:enhance={emptied}
  >
    <Field label="On" name="plantedOn" type="date" max={data.today} value={data.today} />
    <Field label="How many" name="amount" type="number" min="1" />
    <Field
      label="Of"
      name="kind"
      value="seeds"
      options={data.plantingKinds.map((kind) => ({ value: kind, label: kind }))}
    />
    <Field label="From where" name="origin" placeholder="Our own plants" />
    <div class="col-span-2"><Field label="How and where, if it matters" name="note" /></div>
    <button class="btn btn-line justify-self-start">Keep it</button>
  </form>
</section>
