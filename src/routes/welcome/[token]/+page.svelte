<script lang="ts">
  import NewPassword from '$lib/ui/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { superForm } from '$lib/ui/forms.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form);
</script>

<svelte:head><title>Welcome · Good Trail</title></svelte:head>
{#if data.invitation}
  <h1>Welcome, {data.invitation.name}</h1>
  <p class="mt-2 max-w-prose">
    {data.invitation.school} invites you. You sign in with {data.invitation.email}. Choose a password; if you
    have an account with this address already, enter the password of that account.
  </p>
  <form method="POST" use:enhance class="mt-6 grid max-w-[420px] gap-4">
    {#if $message}<Notice kind="problem">{$message}</Notice>{/if}
    <NewPassword bind:value={$form.password} errors={$errors.password} />
    <button class="btn btn-primary">Come in with this password</button>
  </form>
{:else}
  <h1>This link does not open</h1>
  <Notice kind="problem">{data.problem}</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
