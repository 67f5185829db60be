<script lang="ts">
  import 'cropperjs/dist/cropper.css';
  import Cropper from 'cropperjs';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  let address = $state<string>();
  let image = $state<HTMLImageElement>();
  let part = $state<{ left: number; top: number; width: number; height: number }>();
  let isSending = $state(false);

  /** The chosen picture is shown at once, so that a part of it can be framed before it is sent. */
  function choose(event: Event) {
    const file = (event.currentTarget as HTMLInputElement).files?.[0];
    part = undefined;
    address = undefined;
    if (!file?.type.startsWith('image/')) return;
    const reader = new FileReader();
    reader.onload = () => (address = String(reader.result));
    reader.readAsDataURL(file);
  }
  $effect(() => {
    if (!image || !address) return;
    const cropper = new Cropper(image, {
      viewMode: 1,
      autoCropArea: 1,
      zoomable: false,
      rotatable: false,
      crop: ({ detail }) => {
        part = {
          left: Math.max(0, Math.round(detail.x)),
          top: Math.max(0, Math.round(detail.y)),
          width: Math.round(detail.width),
          height: Math.round(detail.height)
        };
      }
    });
    return () => cropper.destroy();
  });
</script>

<svelte:head><title>Photographs of {data.name} · Good Trail</title></svelte:head>
<p class="note"><a href="/species/{data.slug}">{data.name}</a></p>
<h1>Photographs</h1>
<p class="max-w-prose text-ink-2">
  Your school’s own pictures stand beside the drawings. A photograph teaches one plant on one day; mark on it
  the parts that show a character.
</p>
{#if data.photographs.length > 0}
  <ul class="mt-4 grid list-none grid-cols-2 gap-4 p-0 md:grid-cols-3 lg:grid-cols-4">
    {#each data.photographs as photo (photo.id)}
      <li>
        <a href="/species/{data.slug}/photographs/{photo.id}" class="block no-underline">
          <img
            src="/photographs/{photo.id}"
            alt={photo.words}
            width={photo.width}
            height={photo.height}
            loading="lazy"
            class="aspect-[4/3] w-full border border-rule object-cover"
          />
        </a>
        <span class="fine text-ink-2"
          >{photo.stage}; {photo.marks.length === 1 ? '1 mark' : `${photo.marks.length} marks`}. Photograph: {photo.credit}</span
        >
      </li>
    {/each}
  </ul>
{:else}<p class="mt-4 text-ink-2">No photograph of it yet.</p>{/if}

{#if data.mayAdd}
  <h2 class="mt-8">Add one</h2>
  {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
  <form
    method="POST"
    enctype="multipart/form-data"
    class="mt-2 grid max-w-[640px] gap-3"
    use:enhance={() => {
      isSending = true;
      return async ({ update }) => {
        await update({ reset: false });
        isSending = false;
      };
    }}
  >
    <label
      ><span class="note font-strong">Picture (JPEG, PNG, WebP; up to 20 MB)</span><input
        type="file"
        name="picture"
        accept="image/*"
        required
        onchange={choose}
        class="file-input mt-1 w-full border-rule-strong bg-plate"
        aria-describedby="how-to-lay"
      /></label
    >
    <p id="how-to-lay" class="fine text-ink-2">
      A piece shows most on plain ground, its parts spread, upper and under side, with a coin or ruler beside
      it. Nothing rare is picked for a picture.
    </p>
    {#if address}
      <div class="max-h-[460px] overflow-hidden border border-rule">
        <img bind:this={image} src={address} alt="What you chose" class="block max-w-full" />
      </div>
      <p class="fine text-ink-2">
        Drag the frame round the part that is to be kept{part
          ? `: ${part.width} × ${part.height} pixels`
          : ''}.
      </p>
      {#if part}
        {#each Object.entries(part) as [name, value] (name)}<input type="hidden" {name} {value} />{/each}
      {/if}
    {/if}
    <label
      ><span class="note font-strong">Stage</span><select
        name="stage"
        class="select"
        value={form?.stage ?? data.stage}
        >{#each data.stages as stage (stage)}<option value={stage}>{stage}</option>{/each}</select
      ></label
    >
    <label
      ><span class="note font-strong">Who took it</span><input
        name="credit"
        class="input"
        maxlength="200"
        required
        value={form?.credit ?? ''}
      /></label
    >
    <label
      ><span class="note font-strong">What is to be seen, in words</span><input
        name="words"
        class="input"
        maxlength="500"
        required
        value={form?.words ?? ''}
      /></label
    >
    <p class="fine text-ink-2">
      The picture is encoded anew: the camera’s data and the place are not kept. Only pictures that you may
      show; no learner’s face without consent.
    </p>
    <div>
      <button class="btn btn-primary" disabled={isSending}
        >{isSending ? 'Storing …' : 'Add the photograph'}</button
      >
    </div>
  </form>
{/if}
