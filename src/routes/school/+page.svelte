<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tick from '$lib/ui/Tick.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form, { resetForm: false });
</script>

<svelte:head><title>School · Good Trail</title></svelte:head>
<h1>School</h1>
<form method="POST" action="?/save" use:enhance class="mt-4 grid max-w-[760px] gap-5">
  {#if $message}<Notice kind="done">{$message}</Notice>{/if}
  <Field label="Name" name="name" bind:value={$form.name} errors={$errors.name} />
  <Field
    label="Emergency numbers"
    name="numbers"
    rows={4}
    hint="One a line, in the order in which they are called, like “Emergency call: 112”. No brief is published without them."
    bind:value={$form.numbers}
    errors={$errors.numbers}
  />
  <h2>Where practitioners disagree</h2>
  <div class="grid gap-1">
    <Tick label="Scent may be the second character" name="scentCounts" bind:checked={$form.scentCounts} />
    <p class="note text-ink-2">
      Beside one that is seen, never alone: the scent clings to fingers and neighbours. Without it some pairs
      cannot be told apart in leaf.
    </p>
  </div>
  <Field
    label="Plants of cautious families are gathered from this level on"
    name="cautiousFamiliesFrom"
    options={[
      { value: 'beginner', label: 'beginner' },
      { value: 'improver', label: 'improver' },
      { value: 'experienced', label: 'experienced' }
    ]}
    hint="The carrot, arum and autumn crocus families hold plants that kill in small amounts. Below this level they are shown, never gathered."
    bind:value={$form.cautiousFamiliesFrom}
    errors={$errors.cautiousFamiliesFrom}
  />
  <Field
    label="Metres to keep from what contaminates"
    name="buffers"
    rows={9}
    hint="One a line. The figures that stand here first are common practice without a source. What runs in water counts farther, downstream of it."
    bind:value={$form.buffers}
    errors={$errors.buffers}
  />
  <button class="btn btn-primary justify-self-start">Save the settings</button>
</form>

<section class="mt-10 max-w-[760px] border-t border-rule pt-5">
  <h2>Demo date</h2>
  <p class="note text-ink-2">
    Everything follows it: stages, due drills, what counts as past. Without one the school follows the real
    calendar.
  </p>
  <form method="POST" action="?/moveDate" class="mt-3 flex flex-wrap items-end gap-3">
    <div class="grid gap-1">
      <label class="note font-[650]" for="demo-date">Day</label><input
        id="demo-date"
        type="date"
        name="demoDate"
        value={data.demoDate}
        class="input w-48"
      />
    </div>
    <button class="btn btn-line">Move to this day</button>
  </form>
</section>
