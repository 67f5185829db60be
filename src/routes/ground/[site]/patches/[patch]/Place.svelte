<script lang="ts">
  import { enhance as plainEnhance } from '$lib/ui/form/forms.svelte';
  import MapEditor from '$lib/ui/map/MapEditor.svelte';
  import type { Drawn } from '$lib/ui/map/drawing';
  import Notice from '$lib/ui/Notice.svelte';
  import type { ActionData, PageData } from './$types';

  /** Where a patch is: a place or an area, moved and redrawn on the map. */
  let { data, form }: { data: PageData; form: ActionData } = $props();
  const shapeOf = (patch: typeof data.patch): Drawn => ({
    id: patch.id,
    kind: patch.outline ? 'area' : 'label',
    name: data.patch.name,
    geometry: patch.outline ?? { type: 'Point', coordinates: [patch.longitude, patch.latitude] }
  });
  // What is drawn stays while it is saved.
  // svelte-ignore state_referenced_locally
  let drawn = $state.raw<readonly Drawn[]>([shapeOf(data.patch)]);
  let tool = $state<'choose' | 'Point' | 'Polygon'>('choose');
  let isDrawing = $state(false);
  let chosen = $state<string>();
  function onchange({ id, geometry }: Pick<Drawn, 'id' | 'geometry'>) {
    drawn = [{ id, kind: geometry.type === 'Polygon' ? 'area' : 'label', name: data.patch.name, geometry }];
    tool = 'choose';
  }
</script>

<section>
  <h2>Place</h2>
  {#if form && 'shape' in form && form.shape && 'problem' in form.shape}<Notice kind="problem"
      >{form.shape.problem}</Notice
    >{/if}
  {#if form && 'shape' in form && form.shape && 'done' in form.shape && !isDrawing}<Notice kind="done"
      >{form.shape.done}</Notice
    >{/if}
  <div class="mt-1">
    <MapEditor
      {drawn}
      {chosen}
      {tool}
      {onchange}
      onchoose={(id) => {
        if (isDrawing) chosen = id;
      }}
      background={data.site.ground}
      height="h-[230px]"
    />
  </div>
  {#if data.mayEdit}
    {#if isDrawing}
      <p class="fine mt-1 text-ink-2">
        {tool === 'Polygon'
          ? 'Tap around the patch; tap the first place again to close it.'
          : tool === 'Point'
            ? 'Tap where it is.'
            : 'Drag it, or its corners.'}
      </p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          class="btn btn-line btn-sm"
          onclick={() => {
            drawn = [];
            tool = 'Point';
          }}>As a place</button
        >
        <button
          type="button"
          class="btn btn-line btn-sm"
          onclick={() => {
            drawn = [];
            tool = 'Polygon';
          }}>As an area</button
        >
        <button
          type="button"
          class="btn btn-line btn-sm"
          onclick={() => {
            drawn = [shapeOf(data.patch)];
            tool = 'choose';
            isDrawing = false;
            chosen = undefined;
          }}>Leave as it was</button
        >
        <form
          method="POST"
          action="?/shape"
          use:plainEnhance={({ formData }) => {
            formData.set('shape', JSON.stringify(drawn[0]?.geometry ?? null));
            return async ({ result, update }) => {
              await update({ reset: false });
              if (result.type === 'success') {
                isDrawing = false;
                chosen = undefined;
              }
            };
          }}
        >
          <button class="btn btn-primary btn-sm" disabled={drawn.length === 0}>Save the place</button>
        </form>
      </div>
    {:else}
      <button
        type="button"
        class="btn btn-line btn-sm mt-2"
        onclick={() => {
          isDrawing = true;
          chosen = data.patch.id;
        }}>Move or redraw it</button
      >
    {/if}
  {/if}
</section>
