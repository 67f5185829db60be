<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import WalkDayFields from '$lib/ui/walk/WalkDayFields.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
  const { form } = filled;
</script>

<svelte:head><title>Plan a walk · Good Trail</title></svelte:head>
<h1>Plan a walk</h1>
{#if data.sites.length === 0}
  <p class="mt-3 max-w-prose">A walk needs a site first. <a href="/ground">Add one under Ground</a>.</p>
{:else}
  <Form of={filled} novalidate class="mt-5 grid max-w-[640px] gap-4 sm:grid-cols-2">
    <WalkDayFields cohorts={data.cohorts} today={data.today} />
    <Field
      label={$form.kind === 'class' ? 'Site whose plants it shows' : 'Site'}
      name="siteId"
      options={data.sites}
    />
    <Field label="Leader" name="leaderId" options={data.leaders} />
    <button class="btn btn-primary self-end sm:col-span-2 sm:justify-self-start">Open the plan</button>
  </Form>
{/if}
