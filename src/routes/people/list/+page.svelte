<script lang="ts">
  import { readRoster } from '$core/formats/roster';
  import { counted } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import FileDrop from '$lib/ui/FileDrop.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import LetterWithLink from '$lib/ui/people/LetterWithLink.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data, form } = $props();
  let text = $state('');
  /** Lines that were ticked or not by hand; the others are ticked where nothing speaks against it. */
  let byHand = $state<Record<number, boolean>>({});
  const read = $derived(text.trim() === '' ? [] : readRoster(text));
  const known = $derived(new Set(data.names.map((name) => name.toLowerCase())));
  const rows = $derived(
    ('problem' in read ? [] : read).map((row, i, all) => {
      const name = row.name.toLowerCase();
      const isKnown = known.has(name) || all.slice(0, i).some((other) => other.name.toLowerCase() === name);
      const isFit = row.problems.length === 0;
      return { ...row, isKnown, isFit, isChosen: isFit && (byHand[row.line] ?? !isKnown) };
    })
  );
  const chosen = $derived(rows.filter(({ isChosen }) => isChosen));
  const addresses = $derived(chosen.filter(({ email }) => email).length);
  async function take(file: File | undefined) {
    if (!file) return;
    text = await file.text();
    byHand = {};
  }
</script>

<svelte:head><title>Add a list of people · Good Trail</title></svelte:head>
<h1>Add a list of people</h1>
<p class="mt-2 max-w-prose text-ink-2">
  Paste names, one a line, or a table with a heading: name, e-mail, telephone, emergency contact, emergency
  telephone, under 18. Everybody comes as a learner. <a href="/people">Back to People</a>
</p>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}
  <Notice kind="done">{form.done} <a href="/people">See everybody</a></Notice>
  {#each form.uninvited as words, i (i)}<Notice kind="problem">No invitation for {words}</Notice>{/each}
  {#each form.letters as letter, i (i)}<LetterWithLink {letter} />{/each}
{/if}

<form
  method="POST"
  class="mt-4 grid gap-x-10 gap-y-5 lg:grid-cols-[340px_minmax(0,1fr)]"
  use:enhance={() =>
    async ({ result, update }) => {
      await update({ reset: false });
      if (result.type === 'success') text = '';
    }}
>
  <FileDrop ondrop={(file) => void take(file)} class="grid content-start gap-4">
    <Field
      label="The list"
      name="text"
      rows={10}
      bind:value={text}
      hint="Or drop a CSV file here. What you paste is looked through at once; nothing is stored yet."
    />
    <label class="note"
      ><span class="btn btn-line btn-sm">Open a CSV file</span><input
        type="file"
        class="sr-only"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        onchange={(event) => void take(event.currentTarget.files?.[0])}
      /></label
    >
    <Field
      label="Group"
      name="cohortId"
      options={[
        { value: '', label: 'none yet' },
        ...data.cohorts.map(({ id, name }) => ({ value: id, label: name }))
      ]}
      value={data.cohorts.length === 1 ? data.cohorts[0]!.id : ''}
    />
    <Field
      label={data.cohorts.length > 0 ? 'Or a new group, called' : 'A group of them, called'}
      name="newCohort"
      maxlength={80}
      autocomplete="off"
      hint="Of beginners, until you say otherwise."
    />
    {#if addresses > 0}<Tick
        label="Make an invitation for {addresses === 1 ? 'the one' : `the ${addresses}`} with an address"
        name="invites"
      />{/if}
    <button class="btn btn-primary justify-self-start" disabled={chosen.length === 0}
      >{chosen.length === 0 ? 'Add them' : `Add ${counted(chosen.length, 'person', 'people')}`}</button
    >
  </FileDrop>
  <section class="min-w-0" aria-live="polite" aria-label="What the list says">
    {#if 'problem' in read}<Notice kind="problem">{read.problem}</Notice>
    {:else if rows.length === 0}
      <p class="text-ink-2">What you paste is shown here as it is understood.</p>
    {:else}
      <WideTable label="The list as it is understood">
        <table class="ruled compact">
          <thead
            ><tr
              ><th scope="col"><span class="sr-only">add</span></th><th scope="col">name</th><th scope="col"
                >reached by</th
              ><th scope="col">in an emergency</th><th scope="col" class="whitespace-nowrap">under 18</th></tr
            ></thead
          >
          <tbody>
            {#each rows as row (row.line)}
              <tr>
                <td
                  ><input
                    type="checkbox"
                    class="checkbox"
                    name="line"
                    value={row.line}
                    aria-label="Add {row.name || `line ${row.line}`}"
                    disabled={!row.isFit}
                    checked={row.isChosen}
                    onchange={(event) => (byHand[row.line] = event.currentTarget.checked)}
                  /></td
                >
                <td class="wrap-anywhere"
                  ><strong>{row.name}</strong>{#each row.problems as problem, i (i)}<span
                      class="note block text-rosehip">Line {row.line}: {problem}</span
                    >{/each}{#if row.isKnown}<span class="note block text-ochre"
                      >Somebody of this name is on the list already.</span
                    >{/if}</td
                >
                <td class="note wrap-anywhere"
                  >{[row.email, row.telephone].filter(Boolean).join(', ') || '—'}</td
                >
                <td class="note wrap-anywhere"
                  >{[row.emergencyName, row.emergencyTelephone].filter(Boolean).join(', ') || '—'}</td
                >
                <td>{row.isMinor ? 'yes' : 'no'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </WideTable>
      {#if chosen.some(({ isMinor }) => isMinor)}<p class="note mt-2 text-ink-2">
          Who is under 18 needs the consent of a guardian before a walk: record it under People.
        </p>{/if}
    {/if}
  </section>
</form>
