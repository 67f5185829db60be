<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { form } = $props();
</script>

<svelte:head><title>Your code · Good Trail</title></svelte:head>
<h1>Your code</h1>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'isEnded' in form && form.isEnded}
  <p><a class="btn btn-primary" href="/sign-in">Begin again</a></p>
{:else}
  <p class="mt-2 max-w-prose">
    The six digits that your authenticator shows now. Without your device: one of the recovery codes that you
    wrote down; each is good once.
  </p>
  <form method="POST" use:enhance class="mt-6 grid max-w-[320px] gap-4">
    <Field label="Code" name="code" autocomplete="one-time-code" />
    <button class="btn btn-primary justify-self-start">Sign in</button>
  </form>
  <p class="fine mt-8 max-w-prose text-ink-2">
    Device and codes lost? An owner of your school takes the second factor off under People; for an owner,
    whoever runs the installation does.
  </p>
{/if}
