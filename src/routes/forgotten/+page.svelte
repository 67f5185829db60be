<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
</script>

<svelte:head><title>Password forgotten · Good Trail</title></svelte:head>
<h1>Password forgotten</h1>
{#if data.sendsMail}
  <p class="mt-2 max-w-prose">
    Enter the address with which you sign in. A link to choose a new password goes there.
  </p>
  <Form of={filled} class="mt-6 grid max-w-[420px] gap-4">
    <FormMessage kind="done" />
    <Field label="E-mail address" name="email" type="email" autocomplete="username" />
    <button class="btn btn-primary justify-self-start">Send the link</button>
  </Form>
{:else}
  <p class="mt-2 max-w-prose">
    This installation sends no mail. Ask an owner of your school: they make a link for you under People. An
    owner asks whoever runs the installation.
  </p>
{/if}
<p class="mt-8"><a href="/sign-in">Back to signing in</a></p>
