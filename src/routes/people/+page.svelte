<script lang="ts">
  import type { SubmitFunction } from '@sveltejs/kit';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import LetterWithLink from '$lib/ui/people/LetterWithLink.svelte';
  import ContactFields from '$lib/ui/people/ContactFields.svelte';
  import PersonPanel from '$lib/ui/people/PersonPanel.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { dayAndMonth } from '$core/words';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data, form } = $props();
  const person = superForm(() => data.personForm, { resetForm: false });
  const cohort = superForm(() => data.cohortForm);
  let editing = $state<string>();
  let showsErased = $state(false);
  const erased = $derived(data.people.filter(({ name }) => name === data.erasedName).length);
  const shown = $derived(
    showsErased ? data.people : data.people.filter(({ name }) => name !== data.erasedName)
  );
  /** What was typed stays where a change is refused; a change that is made closes its row. */
  const keep: SubmitFunction =
    () =>
    async ({ result, update }) => {
      await update({ reset: false });
      if (result.type === 'success') editing = undefined;
    };
  const roles = $derived(
    ['learner', 'guest', 'assistant', ...(data.viewer?.role === 'owner' ? ['instructor'] : [])].map(
      (value) => ({ value, label: value === 'guest' ? 'guest, without account' : value })
    )
  );
</script>

<svelte:head><title>People · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-center justify-between gap-3">
  <h1>People</h1>
  <div class="flex flex-wrap gap-x-5">
    <a href="/people/list" class="link-line">Add a list</a>
    <a href="/people/export?as=csv" class="link-line" data-sveltekit-reload>Take out as a table</a>
    <a
      href="/people/export?as=csv&table=semicolon"
      class="link-line"
      data-sveltekit-reload
      title="For spreadsheets that take commas for decimal signs">with semicolons</a
    >
    <a href="/people/export?as=vcard" class="link-line" data-sveltekit-reload>as contacts</a>
    {#if data.viewer?.role === 'owner'}<a href="/people/record" class="link-line">What was done</a>{/if}
    <a href="/people/outbox" class="link-line">Outbox</a>
  </div>
</div>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
{#if form && 'letter' in form && form.letter}<LetterWithLink letter={form.letter} />{/if}

<div class="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <WideTable label="People">
    <table class="ruled">
      <thead
        ><tr
          ><th scope="col">name</th><th scope="col">role</th><th scope="col" class="max-sm:hidden">groups</th
          ><th scope="col" class="max-sm:hidden">signs in as</th><th scope="col">under 18</th><th scope="col"
            ><span class="sr-only">change</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each shown as one (one.id)}
          {@const groups = one.cohorts.map(({ name }) => name).join(', ')}
          {@const account =
            one.email ?? (one.role === 'guest' ? 'no account' : one.invited ? 'invited' : 'no account yet')}
          <tr>
            <td class="sm:min-w-[15ch]"
              ><strong>{one.name}</strong><span class="note block text-ink-2 wrap-anywhere sm:hidden"
                >{groups}{groups ? ' · ' : ''}{account}</span
              ></td
            ><td>{one.role}</td><td class="max-sm:hidden">{groups || '—'}</td><td
              class="text-ink-2 max-sm:hidden">{account}</td
            >
            <td>
              {#if one.isMinor && one.guardianConsentOn}consent of {one.guardianName}, {dayAndMonth(
                  one.guardianConsentOn
                )}
              {:else if one.isMinor}<span class="font-strong text-rosehip">consent is missing</span>{/if}
            </td>
            <td class="!pr-0 !text-right"
              ><button
                type="button"
                class="cursor-pointer p-1"
                aria-expanded={editing === one.id}
                aria-label="Change {one.name}"
                onclick={() => (editing = editing === one.id ? undefined : one.id)}
                ><Pencil size={15} /></button
              ></td
            >
          </tr>
          {#if editing === one.id}
            <tr>
              <td colspan="6" class="bg-shade !px-3">
                <PersonPanel
                  person={one}
                  cohorts={data.cohorts}
                  roles={data.roles}
                  isOwner={data.viewer?.role === 'owner'}
                  isErased={one.name === data.erasedName}
                  {keep}
                />
              </td>
            </tr>
          {/if}
        {/each}
      </tbody>
    </table>
    {#if erased > 0}<button
        type="button"
        class="note mt-2 cursor-pointer underline underline-offset-2"
        aria-pressed={showsErased}
        onclick={() => (showsErased = !showsErased)}
        >{showsErased
          ? 'Leave out who was erased'
          : `Show ${erased} who ${erased === 1 ? 'was' : 'were'} erased`}</button
      >{/if}
  </WideTable>
  <aside class="grid content-start gap-8 lg:border-l lg:border-rule lg:pl-7">
    <Form of={person} action="?/addPerson" class="grid gap-3">
      <h2>Add somebody</h2>
      <FormMessage />
      <Field label="Name" name="name" />
      <Field label="Role" name="role" options={roles} />
      <Field
        label="E-mail address"
        name="email"
        type="email"
        hint="Empty: on the list without an account. Else you get an invitation to send."
      />
      <Field
        label="Group"
        name="cohortId"
        options={[
          { value: '', label: 'none yet' },
          ...data.cohorts.map(({ id, name }) => ({ value: id, label: name }))
        ]}
      />
      <details>
        <summary class="note cursor-pointer font-strong">Telephone and emergency contact</summary>
        <div class="mt-2 grid gap-3">
          <ContactFields />
        </div>
      </details>
      <Tick label="Under 18: needs a guardian’s consent" name="isMinor" />
      <button class="btn btn-primary justify-self-start">Add to the school</button>
    </Form>
    <Form of={cohort} action="?/addCohort" class="grid gap-3 border-t border-rule pt-5">
      <h2>Add a group</h2>
      <FormMessage />
      <Field label="Name" name="name" />
      <Field
        label="Level"
        name="level"
        options={['beginner', 'improver', 'experienced'].map((value) => ({ value, label: value }))}
      />
      <button class="btn btn-line justify-self-start">Add this group</button>
    </Form>
  </aside>
</div>
