<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import { superForm } from '$lib/ui/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance } = superForm(data.form, { dataType: 'json', resetForm: false });
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
<form
  method="POST"
  use:enhance
  class="mt-4 grid gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,460px)_minmax(0,1fr)]"
>
  <div class="grid content-start gap-4">
    <Field
      label="What to call it for now"
      name="name"
      placeholder="White umbels by the ford"
      bind:value={$form.name}
      errors={$errors.name}
    />
    <Field label="Seen on" name="seenOn" type="date" bind:value={$form.seenOn} errors={$errors.seenOn} />
    <Field
      label="Note"
      name="note"
      rows={3}
      hint="Whatever strikes you: what grows beside it, how many, how tall."
      bind:value={$form.note}
      errors={$errors.note}
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
</form>
