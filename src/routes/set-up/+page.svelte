<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import NewPassword from '$lib/ui/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { superForm } from '$lib/ui/forms.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form);
</script>

<svelte:head><title>Set up · Good Trail</title></svelte:head>
<h1>Set up your school</h1>
<p class="mt-2 max-w-prose">
  Nobody has signed up here yet. You become the owner; you can invite others afterwards.
</p>
<form method="POST" use:enhance class="mt-6 grid max-w-[460px] gap-4">
  {#if $message}<Notice kind="problem">{$message}</Notice>{/if}
  <Field label="Name of the school" name="school" bind:value={$form.school} errors={$errors.school} />
  <Field
    label="Its time zone"
    name="timeZone"
    options={data.zones.map((zone) => ({ value: zone, label: zone }))}
    bind:value={$form.timeZone}
    errors={$errors.timeZone}
  />
  <Field label="Your name" name="name" autocomplete="name" bind:value={$form.name} errors={$errors.name} />
  <Field
    label="Your e-mail address"
    name="email"
    type="email"
    autocomplete="username"
    bind:value={$form.email}
    errors={$errors.email}
  />
  <NewPassword bind:value={$form.password} errors={$errors.password} />
  {#if data.asksForCode}
    <Field
      label="Set-up code"
      name="code"
      autocomplete="off"
      hint="The start command has printed it, with the address of this page."
      bind:value={$form.code}
      errors={$errors.code}
    />
  {/if}
  <button class="btn btn-primary">Set up the school</button>
</form>
