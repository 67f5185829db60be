<script lang="ts">
  import type { SubmitFunction } from '@sveltejs/kit';
  import ContactFields from './ContactFields.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';

  /** What can be changed of one person, in the row that opens below them. */
  interface Props {
    person: {
      id: string;
      name: string;
      role: string;
      email: string | undefined;
      isYou: boolean;
      hasFactor: boolean;
      isMinor: boolean;
      telephone: string | undefined;
      emergencyName: string | undefined;
      emergencyTelephone: string | undefined;
      guardianConsentOn: string | undefined;
      invited: { email: string; until: Date } | undefined;
      cohorts: { id: string }[];
    };
    cohorts: { id: string; name: string }[];
    roles: readonly string[];
    isOwner: boolean;
    isErased: boolean;
    keep: SubmitFunction;
  }
  let { person, cohorts, roles, isOwner, isErased, keep }: Props = $props();
  const part = 'grid content-start gap-2';
  const mayInvite = $derived(isOwner || person.role === 'learner' || person.role === 'assistant');
</script>

{#snippet id()}<input type="hidden" name="personId" value={person.id} />{/snippet}

<div class="grid gap-x-10 gap-y-5 py-2 sm:grid-cols-2">
  {#if !isErased}
    <form method="POST" action="?/correct" use:enhance={keep} class={part}>
      {@render id()}
      <Field label="Name" name="name" value={person.name} maxlength={120} autocomplete="off" />
      <ContactFields {person} />
      <Tick label="Under 18" name="isMinor" checked={person.isMinor} />
      <button class="btn btn-line btn-sm justify-self-start">Keep this entry</button>
    </form>
  {/if}
  {#if cohorts.length > 0}
    <form method="POST" action="?/groups" use:enhance={keep} class={part}>
      {@render id()}
      <fieldset>
        <legend class="note font-strong">Groups of {person.name}</legend>
        {#each cohorts as group (group.id)}
          <label class="flex min-h-8 items-center gap-2"
            ><input
              type="checkbox"
              name="cohortId"
              value={group.id}
              checked={person.cohorts.some((one) => one.id === group.id)}
            />{group.name}</label
          >
        {/each}
      </fieldset>
      <button class="btn btn-line btn-sm justify-self-start">Keep these groups</button>
    </form>
  {/if}
  {#if person.invited}
    <form method="POST" action="?/withdraw" use:enhance={keep} class={part}>
      {@render id()}
      <p class="note max-w-[34ch]">
        An invitation went to {person.invited.email}. It works until {dayAndMonth(
          person.invited.until.toISOString().slice(0, 10)
        )}.
      </p>
      {#if mayInvite}<button class="btn btn-line btn-sm justify-self-start">Withdraw it</button>{/if}
    </form>
  {/if}
  {#if !person.email && person.role !== 'guest' && mayInvite}
    <form method="POST" action="?/invite" use:enhance={keep} class={part}>
      {@render id()}
      <Field label="E-mail address for an invitation" name="email" type="email" />
      <button class="btn btn-line btn-sm justify-self-start">Invite {person.name}</button>
    </form>
  {/if}
  {#if person.isMinor && !person.guardianConsentOn}
    <form method="POST" action="?/consent" use:enhance={keep} class={part}>
      {@render id()}
      <Field label="Guardian who consents" name="guardianName" />
      <button class="btn btn-line btn-sm justify-self-start">Record the consent</button>
    </form>
  {/if}
  {#if isOwner && !isErased}
    <form method="POST" action="?/role" use:enhance={keep} class={part}>
      {@render id()}
      <Field
        label="Role of {person.name}"
        name="role"
        options={roles.map((value) => ({ value, label: value }))}
        value={person.role}
        hint={person.role === 'owner' ? 'A school always keeps an owner.' : 'There may be several owners.'}
      />
      <button class="btn btn-line btn-sm justify-self-start">Give this role</button>
    </form>
    {#if person.email && !person.isYou}
      <form method="POST" action="?/passwordLink" use:enhance={keep} class={part}>
        {@render id()}
        <p class="note max-w-[34ch]">
          Forgotten their password? They choose a new one by a link that works once.
        </p>
        <button class="btn btn-line btn-sm justify-self-start">Make a link for {person.name}</button>
      </form>
    {/if}
    {#if person.hasFactor && !person.isYou}
      <form method="POST" action="?/factorOff" use:enhance={keep} class={part}>
        {@render id()}
        <p class="note max-w-[34ch]">
          Lost their authenticator and their recovery codes? Be sure that it is they who ask.
        </p>
        <button class="btn btn-line btn-sm justify-self-start">Take their second factor off</button>
      </form>
    {/if}
    <div class={part}>
      <p class="note max-w-[34ch]">Everything that is kept about {person.name}, as a file.</p>
      <a class="btn btn-line btn-sm justify-self-start" href="/people/{person.id}/data" data-sveltekit-reload
        >Take it out</a
      >
    </div>
    <form method="POST" action="?/erase" use:enhance={keep} class={part}>
      {@render id()}
      <Field label="To erase this person, type the name" name="name" autocomplete="off" />
      <button class="btn btn-line btn-sm justify-self-start text-rosehip">Erase {person.name} for good</button
      >
    </form>
  {/if}
</div>
