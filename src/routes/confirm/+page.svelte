<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { form } = $props();
</script>

<svelte:head><title>Your password · Good Trail</title></svelte:head>
<h1>Enter your password once more</h1>
<p class="mt-2 max-w-prose">
  What you are about to do cannot be undone, or lets personal data out. Nothing was done yet: after this you
  come back to where you were, and do it again.
</p>
<form method="POST" use:enhance class="mt-6 grid max-w-[420px] gap-4">
  {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
  <Field label="Password" name="password" type="password" autocomplete="current-password" />
  <button class="btn btn-primary justify-self-start">Go on</button>
</form>
