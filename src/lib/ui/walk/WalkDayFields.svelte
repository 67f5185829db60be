<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import { fieldsAround } from '$lib/ui/form/fields';

  /** Kind, name, day, start and group: the same for a new walk and for one that moves. */
  interface Props {
    cohorts: readonly { value: string; label: string }[];
    /** The earliest day that the calendar offers. */
    today: string;
  }
  let { cohorts, today }: Props = $props();
  const { form } = fieldsAround('kind')!;
</script>

<Field label="Name" name="name" placeholder="What people will call it" />
<Field
  label="Kind"
  name="kind"
  options={[
    { value: 'walk', label: 'walk, from stop to stop' },
    { value: 'class', label: 'class, in a room, garden or kitchen' }
  ]}
/>
{#if $form.kind === 'class'}
  <Field label="Where it is held" name="venue" placeholder="Room, street, how an ambulance gets there" />
{/if}
<Field label="Group" name="cohortId" options={cohorts} />
<Field label="Date" name="heldOn" type="date" min={today} />
<Field label="Start" name="startsAt" type="time" />
