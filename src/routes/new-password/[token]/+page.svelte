<script lang="ts">
  import NewPassword from '$lib/ui/form/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
</script>

<svelte:head><title>New password · Good Trail</title></svelte:head>
{#if data.email}
  <h1>Choose a new password</h1>
  <p class="mt-2 max-w-prose">
    For {data.email}. You are signed out on all devices then, and sign in with the new one.
  </p>
  <Form of={filled} class="mt-6 grid max-w-[420px] gap-4">
    <FormMessage kind="problem" />
    <input type="hidden" autocomplete="username" value={data.email} />
    <NewPassword label="New password" />
    <button class="btn btn-primary justify-self-start">Set this password</button>
  </Form>
{:else}
  <h1>This link does not open</h1>
  <Notice kind="problem">{data.problem}</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
