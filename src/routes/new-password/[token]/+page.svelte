<script lang="ts">
  import NewPassword from '$lib/ui/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { superForm } from '$lib/ui/forms.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form);
</script>

<svelte:head><title>New password · Good Trail</title></svelte:head>
{#if data.email}
  <h1>Choose a new password</h1>
  <p class="mt-2 max-w-prose">
    For {data.email}. You are signed out on all devices then, and sign in with the new one.
  </p>
  <form method="POST" use:enhance class="mt-6 grid max-w-[420px] gap-4">
    {#if $message}<Notice kind="problem">{$message}</Notice>{/if}
    <input type="hidden" autocomplete="username" value={data.email} />
    <NewPassword label="New password" bind:value={$form.password} errors={$errors.password} />
    <button class="btn btn-primary justify-self-start">Set this password</button>
  </form>
{:else}
  <h1>This link does not open</h1>
  <Notice kind="problem">{data.problem}</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
