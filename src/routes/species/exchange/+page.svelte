<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Upload from '@lucide/svelte/icons/upload';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  let isReading = $state(false);
  const about: Record<string, string> = {
    'taxa.csv': 'Taxa and synonyms, in Darwin Core terms.',
    'vernacularnames.csv': 'Names by language and region, in Darwin Core terms; warnings as remarks.',
    'matrix.csv':
      'The character matrix in long form: one row for each state with its frequency word (always, usually, sometimes, rarely), or one for a range with min, low, high and max. What has no row is not known.',
    'stages.csv': 'When a stage is up, as days of the year 1–366.',
    'uses.csv': 'Uses by part and stage, with their conditions; stages divided by |.',
    'hazards.csv': 'Hazards by route: severity 0–4, principle, effect, onset, parts.',
    'legal.csv': 'Legal status by region.',
    'parts.csv':
      'What holds for one part alone: how it is taken, an allowance of its own, grams of a piece and of a handful (least, mostly, most).',
    'preparations.csv':
      'How a part is prepared in one way: its steps, what it asks, how much, how it keeps, and its sources; lists divided by |.',
    'facts.csv': 'What the others have no column for, one fact a row; lists divided by |.',
    'pairs.csv':
      'Which plant is taken for which, why, and the popular test that fails. New rows are added; the starter library’s stay.',
    'animals.csv':
      'Animals that harm, when and where they are met, and what is done at once; seasons as first and last day of the year.',
    'families.csv': 'Families with what their plants share. New rows are added.',
    'states.csv': 'The answers that each character of the glossary has. New rows are added.'
  };
</script>

<svelte:head><title>In and out · Good Trail</title></svelte:head>
<h1>In and out</h1>
<p class="max-w-prose text-ink-2">
  The library as your school has corrected it, {data.taxa} taxa, in tables that any spreadsheet opens. What goes
  out comes in again without loss.
</p>
<div class="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,0.8fr)]">
  <section>
    <h2>Take it out</h2>
    <p class="mt-2">
      <a href="/species/exchange/files/library.zip" download class="btn btn-primary"
        ><Download size={18} aria-hidden="true" />All tables in one archive</a
      >
    </p>
    <p class="note mt-3 max-w-prose text-ink-2">
      For other programs: the taxa as <a href="/species/exchange/files/darwin-core.zip" download
        >Darwin Core archive</a
      >, the characters as <a href="/species/exchange/files/sdd.xml" download>Structured Descriptive Data</a> (TDWG
      116).
    </p>
    <WideTable label="Tables">
      <table class="ruled mt-3">
        <thead><tr><th scope="col">table</th><th scope="col">what it holds</th></tr></thead>
        <tbody>
          {#each data.tables as { name, columns }, nth (nth)}<tr>
              <td
                ><a
                  href="/species/exchange/files/{name}"
                  download
                  class="font-strong underline decoration-rule underline-offset-4">{name}</a
                ></td
              >
              <td class="note"
                >{about[name]}<span class="fine block break-words text-ink-2">{columns.join(', ')}</span></td
              >
            </tr>{/each}
        </tbody>
      </table>
    </WideTable>
  </section>
  <section>
    <h2>Bring tables in</h2>
    <p class="mt-1 text-ink-2">
      One table, several, or the archive. You see what would change before anything does. A table says
      everything of the taxa that it names: what is missing there is taken away.
    </p>
    {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form?.said}<Notice kind="done"
        >{form.said}</Notice
      >{/if}
    {#if form && 'rows' in form && form.rows && form.rows.length > 0}
      <ul class="m-0 max-h-[360px] list-none overflow-y-auto border-y border-rule p-0">
        {#each form.rows as row, i (i)}<li class="note border-b border-rule py-1.5">
            <strong>{row.file}, line {row.line}</strong>: {row.message}
          </li>{/each}
      </ul>
    {/if}
    <form
      method="POST"
      enctype="multipart/form-data"
      class="mt-3 grid justify-items-start gap-3"
      use:enhance={() => {
        isReading = true;
        return async ({ update }) => {
          await update({ reset: false });
          isReading = false;
        };
      }}
    >
      <label class="block w-full"
        ><span class="note font-strong">Files (.csv or .zip)</span><input
          type="file"
          data-most="6"
          name="files"
          multiple
          accept=".csv,.zip,text/csv,application/zip"
          class="file-input mt-1 w-full border-rule-strong bg-plate"
          required
        /></label
      >
      <button class="btn btn-line" disabled={isReading}
        ><Upload size={18} aria-hidden="true" />{isReading ? 'Reading …' : 'Show what would change'}</button
      >
    </form>
  </section>
</div>
