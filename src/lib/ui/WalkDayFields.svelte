<script lang="ts">
  import type { SuperForm } from 'sveltekit-superforms';
  import Field from './Field.svelte';

  /** Name, day, start and group of a walk: the same for a new one and for one that moves. */
  type Day = {
    name: string;
    heldOn: string;
    startsAt: string;
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
  label="Group"
  name="cohortId"
  options={cohorts}
  bind:value={$form.cohortId}
  errors={$errors.cohortId}
/>
<Field label="Date" name="heldOn" type="date" min={today} bind:value={$form.heldOn} errors={$errors.heldOn} />
<Field label="Start" name="startsAt" type="time" bind:value={$form.startsAt} errors={$errors.startsAt} />
