<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { activityKinds } from '$core/walk';
  import Field from '$lib/ui/form/Field.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import RichTextEditor from '$lib/ui/walk/RichTextEditor.svelte';
  import type { PageData } from './$types';

  /** Everything of one stop that can be changed. */
  interface Props {
    stop: PageData['stops'][number];
    hasTide: boolean;
    revision: number;
    onclose: () => void;
  }
  let { stop, hasTide, revision, onclose }: Props = $props();
  // svelte-ignore state_referenced_locally
  let activity = $state<string>(stop.activity?.kind ?? '');
</script>

<form
  method="POST"
  action="?/changeStop"
  class="grid gap-3 bg-shade px-3 py-3 sm:grid-cols-[minmax(0,1fr)_100px_minmax(0,1fr)]"
  use:enhance={() =>
    async ({ result, update }) => {
      await update({ reset: false });
      if (result.type === 'success') onclose();
    }}
>
  <input type="hidden" name="id" value={stop.id} />
  <input type="hidden" name="revision" value={revision} />
  <Field label="Name" name="name" value={stop.name} maxlength={120} />
  <Field label="Minutes" name="minutes" type="number" value={stop.minutes} />
  <Field
    label="Activity"
    name="activity"
    options={[
      { value: '', label: 'plants only' },
      ...activityKinds.map((kind) => ({ value: kind, label: kind }))
    ]}
    bind:value={activity}
  />
  <div class="sm:col-span-3">
    <RichTextEditor label="Talking points" name="talkingPoints" text={stop.talkingPoints} />
  </div>
  {#if activity}
    <div class="sm:col-span-2">
      <Field label="Materials" name="materials" value={stop.activity?.materials ?? ''} maxlength={300} />
    </div>
    <Field
      label="Allergens in it"
      name="allergens"
      value={stop.activity?.allergens ?? ''}
      maxlength={200}
      placeholder="nuts, milk …"
    />
    <div class="flex gap-6 sm:col-span-3">
      <Tick label="Fire is lit" name="fire" checked={stop.activity?.fire ?? false} />
      <Tick label="Blades are used" name="blades" checked={stop.activity?.blades ?? false} />
    </div>
  {/if}
  {#if hasTide}<div class="sm:col-span-3">
      <Tick label="Below high water: only within a shore window" name="isOnShore" checked={stop.isOnShore} />
    </div>{/if}
  <div class="flex flex-wrap gap-3 sm:col-span-3">
    <button class="btn btn-primary btn-sm">Keep these changes</button>
    <button type="button" class="btn btn-line btn-sm" onclick={onclose}>Close</button>
    <button
      formaction="?/removeStop"
      class="btn btn-line btn-sm ml-auto text-rosehip"
      onclick={(event) => {
        if (!confirm(`Remove the stop “${stop.name}” and its taxa from this walk?`)) event.preventDefault();
      }}><X size={15} aria-hidden="true" />Remove this stop</button
    >
  </div>
</form>
