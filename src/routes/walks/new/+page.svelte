<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import { superForm } from '$lib/ui/forms.svelte';
  import WalkDayFields from '$lib/ui/walk/WalkDayFields.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance } = superForm(data.form);
</script>

<svelte:head><title>Plan a walk · Good Trail</title></svelte:head>
<h1>Plan a walk</h1>
{#if data.sites.length === 0}
  <p class="mt-3 max-w-prose">A walk needs a site first. <a href="/ground">Add one under Ground</a>.</p>
{:else}
  <form method="POST" novalidate use:enhance class="mt-5 grid max-w-[640px] gap-4 sm:grid-cols-2">
    <WalkDayFields {form} {errors} cohorts={data.cohorts} today={data.today} />
    <Field
      label={$form.kind === 'class' ? 'Site whose plants it shows' : 'Site'}
      name="siteId"
      options={data.sites}
      bind:value={$form.siteId}
      errors={$errors.siteId}
    />
    <Field
      label="Leader"
      name="leaderId"
      options={data.leaders}
      bind:value={$form.leaderId}
      errors={$errors.leaderId}
    />
    <button class="btn btn-primary self-end sm:col-span-2 sm:justify-self-start">Open the plan</button>
  </form>
{/if}
