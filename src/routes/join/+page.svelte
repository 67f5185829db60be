<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Join a round · Good Trail</title></svelte:head>
<div class="mx-auto max-w-[420px]">
  <h1>Join a round</h1>
  {#if data.isIn}<p class="mt-2">
      This phone is in a round as <strong>{data.isIn}</strong>. <a href="/join/phone">Go on there</a>
    </p>{/if}
  {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
  <form method="POST" use:enhance class="mt-4 grid gap-4">
    <Field
      label="Code on the screen"
      name="code"
      value={form?.kept.code ?? data.code}
      autocomplete="off"
      autocapitalize="characters"
      spellcheck={false}
      required
    />
    <Field
      label="Who is at this phone?"
      name="name"
      value={form?.kept.name ?? data.name}
      hint="First names are enough: Ada and Ben. They are forgotten after a month."
      maxlength={60}
      autocomplete="off"
      required
    />
    <button class="btn btn-primary min-h-[52px]">Join</button>
  </form>
  <p class="note mt-4 text-ink-2">
    No account is needed. What this phone answers is kept with the round, and counts for nobody alone.
  </p>
</div>
