<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form);
</script>

<svelte:head><title>Welcome · Good Trail</title></svelte:head>
{#if data.invitation}
  <h1>Welcome, {data.invitation.name}</h1>
  <p class="mt-2 max-w-prose">
    {data.invitation.school} invites you. Choose a password; you sign in with {data.invitation.email}.
  </p>
  <form method="POST" use:enhance class="mt-6 grid max-w-[420px] gap-4">
    {#if $message}<Notice kind="problem">{$message}</Notice>{/if}
    <Field
      label="Password"
      name="password"
      type="password"
      autocomplete="new-password"
      hint="At least 10 characters."
      bind:value={$form.password}
      errors={$errors.password}
    />
    <button class="btn btn-primary">Choose this password and come in</button>
  </form>
{:else}
  <h1>This link does not open</h1>
  <Notice kind="problem">{data.problem}</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
