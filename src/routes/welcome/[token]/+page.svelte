<script lang="ts">
  import NewPassword from '$lib/ui/form/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
</script>

<svelte:head><title>Welcome · Good Trail</title></svelte:head>
{#if data.invitation}
  <h1>Welcome, {data.invitation.name}</h1>
  <p class="mt-2 max-w-prose">
    {data.invitation.school} invites you. You sign in with {data.invitation.email}. Choose a password; if you
    have an account with this address already, enter the password of that account.
  </p>
  <Form of={filled} class="mt-6 grid max-w-[420px] gap-4">
    <FormMessage kind="problem" />
    <NewPassword />
    <button class="btn btn-primary">Come in with this password</button>
  </Form>
{:else}
  <h1>This link does not open</h1>
  <Notice kind="problem">{data.problem}</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
