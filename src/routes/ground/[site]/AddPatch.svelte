<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import TaxonField from '$lib/ui/form/TaxonField.svelte';
  import type { PageData } from './$types';

  /** A patch at the place that was pointed at; the next one is pointed at next. */
  interface Props {
    readonly data: PageData;
    /** Where it was pointed, until the patch is stored. */
    pointed: { longitude: number; latitude: number } | undefined;
  }
  let { data, pointed = $bindable() }: Props = $props();
  const patch = superForm(() => data.patch, {
    resetForm: false,
    onUpdated: ({ form }) => {
      if (form.valid && form.message) pointed = undefined;
    }
  });
  const { form: patchForm, errors } = patch;
  const abundance = ['dominant', 'abundant', 'frequent', 'occasional', 'rare'].map((value) => ({
    value,
    label: value
  }));
  let byFigures = $state(false);
  const hasPlace = $derived($patchForm.longitude !== undefined || byFigures);
  $effect(() => {
    const place = pointed;
    if (place) patchForm.update((fields) => ({ ...fields, ...place }));
  });
</script>

<Form of={patch} action="?/patch" class="grid content-start gap-3" id="add-patch">
  <h2>Add a patch</h2>
  <FormMessage />
  {#if hasPlace || Object.keys($errors).length > 0}
    <TaxonField label="Which plant" name="taxon" choices={data.taxa} />
    <Field
      label="Name of the patch"
      name="name"
      hint="Empty: the plant’s own."
      placeholder="Ramsons by the stile"
      maxlength={120}
      autocomplete="off"
    />
    <Field label="How much" name="abundance" options={abundance} />
    <div class="grid grid-cols-2 gap-3">
      <Field label="Longitude" name="longitude" type="number" step="any" />
      <Field label="Latitude" name="latitude" type="number" step="any" />
    </div>
    <button class="btn btn-primary justify-self-start">Add this patch</button>
  {:else}
    <p class="text-ink-2">
      Point at the map where something grows. What it is and how much is asked here.
      <button
        type="button"
        class="cursor-pointer underline underline-offset-2"
        onclick={() => (byFigures = true)}>Or give its degrees</button
      >
    </p>
  {/if}
</Form>
