<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import SubPages from '$lib/ui/SubPages.svelte';
  import Habitats from './Habitats.svelte';
  import { ownKinds } from './kinds';

  let { data } = $props();
  const filled = superForm(() => data.form);
  const { form, errors } = filled;
  const named = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
</script>

<svelte:head><title>A taxon of your own · Good Trail</title></svelte:head>
<h1>A taxon of your own</h1>
<SubPages label="What to add" links={ownKinds} />
<p class="max-w-prose text-ink-2">
  It counts like those of the starter library: in lookalikes, in what separates, in the next check. Until its
  harm is entered it counts as harmless, and until it is described it separates nothing.
</p>
<Form of={filled} class="mt-4 grid max-w-[820px] gap-4 sm:grid-cols-2">
  <Field label="Scientific name" name="name" />
  <Field label="English name" name="english" />
  <Field label="Family" name="family" options={[{ value: '', label: 'choose one' }, ...data.families]} />
  <Field label="Life form" name="lifeForm" />
  <Field label="Rank" name="rank" options={named(data.ranks)} />
  <Field label="Group" name="group" options={named(data.groups)} />
  <Habitats
    legend="Places"
    habitats={data.habitats}
    bind:ticked={$form.habitats}
    problems={$errors.habitats?._errors}
  />
  <Field
    label="What the entry rests on"
    name="basis"
    hint="A flora with its edition, an expert, your own field notes."
  />
  <Field
    label="Begin from the description of"
    name="like"
    options={[{ value: '', label: 'nothing: it is not described yet' }, ...data.taxa]}
    hint="Its cells are copied and then corrected one by one. Its harm and uses are not."
  />
  <button class="btn btn-primary justify-self-start">Add it, then describe it</button>
</Form>
