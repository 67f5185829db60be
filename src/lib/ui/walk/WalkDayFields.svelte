<script lang="ts">
  import type { SuperForm } from 'sveltekit-superforms';
  import Field from '$lib/ui/Field.svelte';

  /** Kind, name, day, start and group: the same for a new walk and for one that moves. */
  type Day = {
    kind: 'walk' | 'class';
    name: string;
    heldOn: string;
    startsAt: string;
    venue: string;
    cohortId?: string | undefined;
  };
  interface Props {
    form: SuperForm<Day>['form'];
    errors: SuperForm<Day>['errors'];
    cohorts: readonly { value: string; label: string }[];
    /** The earliest day that the calendar offers. */
    today: string;
  }
  let { form, errors, cohorts, today }: Props = $props();
</script>

<Field
  label="Name"
  name="name"
  placeholder="What people will call it"
  bind:value={$form.name}
  errors={$errors.name}
/>
<Field
  label="Kind"
  name="kind"
  options={[
    { value: 'walk', label: 'walk, from stop to stop' },
    { value: 'class', label: 'class, in a room, garden or kitchen' }
  ]}
  bind:value={$form.kind}
  errors={$errors.kind}
/>
{#if $form.kind === 'class'}
  <Field
    label="Where it is held"
    name="venue"
    placeholder="Room, street, how an ambulance gets there"
    bind:value={$form.venue}
    errors={$errors.venue}
  />
{/if}
<Field
  label="Group"
  name="cohortId"
  options={cohorts}
  bind:value={$form.cohortId}
  errors={$errors.cohortId}
/>
<Field label="Date" name="heldOn" type="date" min={today} bind:value={$form.heldOn} errors={$errors.heldOn} />
<Field label="Start" name="startsAt" type="time" bind:value={$form.startsAt} errors={$errors.startsAt} />
