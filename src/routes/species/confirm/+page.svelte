<script lang="ts">
  import BookOpen from '@lucide/svelte/icons/book-open';
  import Trash from '@lucide/svelte/icons/trash-2';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { counted, dayAndMonth } from '$core/words';

  let { data, form: result } = $props();
  const filled = superForm(() => data.form, { resetForm: true });
  const { message } = filled;
  const kinds = ['flora', 'handbook', 'paper', 'expert', 'web page'].map((kind) => ({
    value: kind,
    label: kind === 'web page' ? 'web page (never counts)' : kind
  }));
  const originals = $derived([
    { value: '', label: 'no, it stands for itself' },
    ...data.sources.map(({ id, citation }) => ({ value: id, label: citation }))
  ]);
</script>

<svelte:head><title>Confirm · Good Trail</title></svelte:head>
<h1>Confirm</h1>
<p class="max-w-prose text-ink-2">
  Starter entries are drafts. Two independent sources from your bookshelf confirm a claim; what is planned
  next and what can kill comes first. {data.total - data.waiting.length} of {data.total} taxa are confirmed in full.
</p>
<div class="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_280px]">
  <section>
    <h2>To be confirmed</h2>
    <WideTable label="Taxa to be confirmed">
      <table class="ruled compact mt-1">
        <thead
          ><tr
            ><th scope="col">taxon</th><th scope="col">harm</th><th scope="col" class="max-sm:hidden"
              >why now</th
            ><th scope="col">open claims</th></tr
          ></thead
        >
        <tbody>
          {#each data.waiting as one (one.slug)}<tr>
              <td
                ><a
                  href="/species/confirm/{one.slug}"
                  class="font-strong underline decoration-rule underline-offset-4">{one.name}</a
                > <i class="text-[14px] max-sm:hidden">{one.scientific}</i></td
              >
              <td><SeverityMark severity={one.severity} dangerous={one.isDangerous} /></td>
              <td class="note max-sm:hidden"
                >{#if one.walk}{one.walk.asLookalike ? 'taken for a plant of' : 'on'} “{one.walk.name}”, {dayAndMonth(
                    one.walk.isoDate
                  )}{:else}<span class="text-ink-3">—</span>{/if}</td
              >
              <td
                >{one.open} of {one.claims}{#if one.disputed > 0}<span
                    class="note ml-2 inline-flex items-center gap-1 font-strong text-ochre"
                    ><TriangleAlert size={14} aria-hidden="true" />{one.disputed} disputed</span
                  >{/if}</td
              >
            </tr>{:else}<tr
              ><td colspan="4" class="text-ink-2">Every claim in this library has two sources.</td></tr
            >{/each}
        </tbody>
      </table>
    </WideTable>
  </section>
  <aside class="lg:border-l lg:border-rule lg:pl-6">
    <h2 class="flex items-center gap-2"><BookOpen size={19} aria-hidden="true" />Bookshelf</h2>
    {#if result?.problem}<Notice kind="problem">{result.problem}</Notice>{:else if result?.said}<Notice
        kind="done">{result.said}</Notice
      >{/if}
    <ul class="m-0 mt-1 list-none p-0">
      {#each data.sources as source (source.id)}<li
          class="note flex items-start gap-2 border-b border-rule py-1.5"
        >
          <span class="flex-1"
            >{source.citation}
            <span class="text-ink-2"
              >{source.kind}, {counted(source.claims, 'claim')}{source.copyOf
                ? '; a copy, counts once with its original'
                : ''}</span
            ></span
          >
          {#if source.claims === 0}<form method="POST" action="?/remove" use:plainEnhance>
              <input type="hidden" name="id" value={source.id} /><button
                class="grid h-8 w-8 place-items-center"
                aria-label="Take {source.citation} off the shelf"
                ><Trash size={16} aria-hidden="true" /></button
              >
            </form>{/if}
        </li>{:else}<li class="text-ink-2">
          Empty. Enter the floras, handbooks and experts that your school relies on, once.
        </li>{/each}
    </ul>
    <Form of={filled} action="?/add" class="mt-4 grid gap-3">
      <Field label="Author, title, edition; or the expert" name="citation" />
      <Field label="Kind" name="kind" options={kinds} />
      {#if data.sources.length > 0}<Field
          label="Copied from another source?"
          name="copyOf"
          options={originals}
        />{/if}
      <button class="btn btn-line justify-self-start">Put on the shelf</button>
      {#if $message}<p class="note text-ink-2" role="status">{$message}</p>{/if}
    </Form>
  </aside>
</div>
