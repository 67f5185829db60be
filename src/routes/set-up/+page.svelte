<script lang="ts">
  import { onMount } from 'svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import NewPassword from '$lib/ui/form/NewPassword.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
  const { form } = filled;
  onMount(() => {
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    if (data.zones.includes(timeZone)) $form.timeZone = timeZone;
  });
</script>

<svelte:head><title>Set up · Good Trail</title></svelte:head>
<h1>Set up your school</h1>
<p class="mt-2 max-w-prose">
  Good Trail plans guided walks for a site and a date, puts each plant beside its dangerous lookalikes, and
  practises telling them apart. Nobody has signed up here yet: you become the owner, and can invite others
  afterwards.
</p>
<Form of={filled} class="mt-6 grid max-w-[460px] gap-4">
  <FormMessage kind="problem" />
  <Field label="Name of the school" name="school" />
  <Field
    label="Its time zone"
    name="timeZone"
    options={data.zones.map((zone) => ({ value: zone, label: zone }))}
  />
  <Field label="Your name" name="name" autocomplete="name" />
  <Field label="Your e-mail address" name="email" type="email" autocomplete="username" />
  <NewPassword />
  {#if data.asksForCode}
    <Field
      label="Set-up code"
      name="code"
      autocomplete="off"
      hint="The start command has printed it, with the address of this page."
    />
  {/if}
  <button class="btn btn-primary">Set up the school</button>
</Form>
