<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form, { dataType: 'json', resetForm: false });
  const { form } = filled;
  const place = $derived(
    $form.longitude !== undefined && $form.latitude !== undefined
      ? [
          {
            longitude: Number($form.longitude),
            latitude: Number($form.latitude),
            label: 'the find',
            number: 1
          }
        ]
      : []
  );
</script>

<svelte:head><title>A find without a name · Good Trail</title></svelte:head>
<p class="note"><a href="/ground/{data.site.id}">{data.site.name}</a></p>
<h1>A find without a name</h1>
<p class="mt-1 max-w-prose text-ink-2">
  A name is a conclusion. Keep what you saw and where; what it may be, and when it is worth coming back,
  stands on its own page then.
</p>
<Form of={filled} class="mt-4 grid gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,460px)_minmax(0,1fr)]">
  <div class="grid content-start gap-4">
    <Field label="What to call it for now" name="name" placeholder="White umbels by the ford" />
    <Field label="Seen on" name="seenOn" type="date" />
    <Field
      label="Note"
      name="note"
      rows={3}
      hint="Whatever strikes you: what grows beside it, how many, how tall."
    />
    <div>
      <h2>What was seen of it</h2>
      {#if data.seen.length > 0}
        <ul class="note m-0 mt-1 list-none p-0">
          {#each data.seen as one (one.entry)}<li>{one.name}: <strong>{one.label}</strong></li>{/each}
        </ul>
      {:else}<p class="note mt-1 text-ink-2">
          Nothing described yet. You can describe it in <em>Look closer</em> once it is kept.
        </p>{/if}
    </div>
    <button class="btn btn-primary justify-self-start">Keep this find</button>
  </div>
  <div>
    <GroundMap
      ground={data.site.ground}
      centre={data.site.place}
      label="Map of {data.site.name}: point where it grows"
      height="h-[320px]"
      markers={place}
      onpick={({ longitude, latitude }) => {
        $form.longitude = longitude;
        $form.latitude = latitude;
      }}
    />
    <p class="fine mt-1 text-ink-2">Point where it grows: with a place it can become a patch later.</p>
  </div>
</Form>
