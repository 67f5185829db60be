<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import { longDate } from '$core/words';
  import type { PageData } from './$types';

  /** What happened to the ground, and a form for more. */
  let { data }: { data: PageData } = $props();
  const happened = superForm(() => data.happened, { resetForm: true });
  const { errors: happenedErrors } = happened;
</script>

<section class="mt-6 border-t border-rule pt-4">
  <h2>What happened to the ground</h2>
  <ul class="m-0 mt-1 list-none p-0">
    {#each data.events as one (one.id)}
      <li class="note flex flex-wrap items-baseline gap-x-2 border-b border-rule py-1">
        <span
          ><strong>{one.kind}</strong> on {longDate(one.happenedOn)}, {one.patch ??
            'the whole site'}{one.closedUntil
            ? `; nothing is picked until ${longDate(one.closedUntil)}`
            : ''}{one.setsBackDays ? `; growth set back by ${one.setsBackDays} days` : ''}{one.note
            ? `; ${one.note}`
            : ''}
          <span class="text-ink-2">{one.notedBy}</span></span
        >
        {#if data.mayEdit}<form method="POST" action="?/unhappened" use:plainEnhance class="ml-auto">
            <input type="hidden" name="id" value={one.id} /><button
              class="cursor-pointer underline underline-offset-2">take back</button
            >
          </form>{/if}
      </li>
    {:else}<li class="note text-ink-2">
        Nothing is noted. Spraying, mowing or a flood close a patch for a time, or set its growth back.
      </li>{/each}
  </ul>
  {#if data.mayEdit}
    <details class="mt-2" open={Object.keys($happenedErrors).length > 0 || undefined}>
      <summary class="note cursor-pointer font-strong">Note something</summary>
      <Form of={happened} action="?/happened" class="mt-2 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3">
        <FormMessage class="col-span-full" />
        <Field label="What" name="kind" options={data.eventKinds.map((value) => ({ value, label: value }))} />
        <Field
          label="Where"
          name="patch"
          options={[
            { value: '', label: 'the whole site' },
            ...data.patches.map((one) => ({ value: one.id, label: one.name }))
          ]}
        />
        <Field label="On" name="happenedOn" type="date" max={data.today} />
        <Field label="Nothing picked until" name="closedUntil" type="date" />
        <Field label="Growth set back, days" name="setsBackDays" type="number" min="1" />
        <Field label="Note" name="note" />
        <button class="btn btn-line justify-self-start">Note it</button>
      </Form>
    </details>
  {/if}
  {#if data.gone.length > 0}<p class="note mt-2 text-ink-2">
      Not there any more: {#each data.gone as one, i (one.id)}{i > 0 ? ', ' : ''}<a
          href="/ground/{data.site.id}/patches/{one.id}">{one.name}</a
        >{/each}.
    </p>{/if}
</section>
