<script lang="ts">
  import { isTyping } from '$lib/ui/shortcut';
  import { counted } from '$core/words';
  import Download from '@lucide/svelte/icons/download';
  import MapPin from '@lucide/svelte/icons/map-pin';
  import MousePointer from '@lucide/svelte/icons/mouse-pointer-2';
  import Pentagon from '@lucide/svelte/icons/pentagon';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Route from '@lucide/svelte/icons/route';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { v4 as newId } from 'uuid';
  import { beforeNavigate, invalidateAll } from '$app/navigation';
  import type { Shape } from '$core/ground';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import MapEditor from '$lib/ui/map/MapEditor.svelte';
  import ChosenFeature from '$lib/ui/map/ChosenFeature.svelte';
  import { type Drawn, drawnOf, groundOf, inTheMiddle, newKind, withHeights } from '$lib/ui/map/drawing';
  import { fileOntoMap } from '$lib/ui/map/file-onto-map';
  import { History } from '$lib/ui/map/history.svelte';
  import FileDrop from '$lib/ui/FileDrop.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
  // What is drawn stays while it is saved.
  // svelte-ignore state_referenced_locally
  const map = new History<readonly Drawn[]>(drawnOf(data.site.ground, newId));
  const drawn = $derived(map.now);
  // svelte-ignore state_referenced_locally
  let revision = $state(data.site.revision);
  let saved = $state.raw(map.now);
  let tool = $state<'choose' | Shape>('choose');
  let chosen = $state<string>();
  let said = $state<{ kind: 'done' | 'problem'; text: string }>();
  let isSaving = $state(false);
  let looksAgain = $state(0);

  const isChanged = $derived(drawn !== saved);
  const current = $derived(drawn.find(({ id }) => id === chosen));
  const tools = [
    { value: 'choose', label: 'Choose and move', icon: MousePointer },
    { value: 'Point', label: 'Point', icon: MapPin },
    { value: 'LineString', label: 'Line', icon: Route },
    { value: 'Polygon', label: 'Area', icon: Pentagon }
  ] as const;
  const hints = {
    choose:
      'Tap a feature, then drag it or its corners; a right click takes a corner out, and so do its figures.',
    Point: 'Tap where it is.',
    LineString: 'Tap along the line; tap the last place again to end it.',
    Polygon: 'Tap around the area; tap the first place again to close it.'
  } as const;
  const shapeWords: Record<Shape, string> = { Point: 'point', LineString: 'line', Polygon: 'area' };

  function step(next: readonly Drawn[]) {
    map.step(next);
    said = undefined;
  }

  function onchange({ id, geometry }: Pick<Drawn, 'id' | 'geometry'>) {
    const before = drawn.find((one) => one.id === id);
    if (before)
      step(drawn.map((one) => (one === before ? { ...one, geometry: withHeights(before, geometry) } : one)));
    else {
      step([...drawn, { id, kind: newKind(geometry.type, drawn), name: '', geometry }]);
      tool = 'choose';
    }
    chosen = id;
  }
  const change = (id: string, more: Partial<Drawn>) =>
    step(drawn.map((one) => (one.id === id ? { ...one, ...more } : one)));
  function remove(id: string) {
    const gone = drawn.find((one) => one.id === id);
    step(drawn.filter((one) => one.id !== id));
    chosen = undefined;
    if (gone) said = { kind: 'done', text: `${gone.name || gone.kind} is taken out. Undo brings it back.` };
  }

  /** Adds a feature by its places alone, for those who do not point. */
  function addByKeyboard(shape: Shape) {
    const id = newId();
    const geometry = inTheMiddle(shape, drawn);
    step([...drawn, { id, kind: newKind(shape, drawn), name: '', geometry }]);
    chosen = id;
    said = { kind: 'done', text: `A new ${shapeWords[shape]} stands in the middle: set its places below.` };
  }
  async function take(file: File | undefined) {
    if (!file) return;
    const result = await fileOntoMap(file, drawn, newId);
    if ('problem' in result) {
      said = { kind: 'problem', text: result.problem };
      return;
    }
    step(result.drawn);
    looksAgain += 1;
    said = { kind: 'done', text: result.said };
  }

  async function takeOut() {
    const { writeGeoJson } = await import('$core/formats/geojson');
    const link = document.createElement('a');
    link.href = URL.createObjectURL(
      new Blob([writeGeoJson(groundOf(drawn), [])], { type: 'application/geo+json' })
    );
    link.download = `${data.site.name}.geojson`;
    link.click();
    URL.revokeObjectURL(link.href);
  }

  function onkeydown(event: KeyboardEvent) {
    if (isTyping(event) || !(event.ctrlKey || event.metaKey)) return;
    if (event.key === 'z' && !event.shiftKey) map.undo();
    else if (event.key === 'y' || (event.key.toLowerCase() === 'z' && event.shiftKey)) map.redo();
    else return;
    event.preventDefault();
  }
  beforeNavigate((navigation) => {
    if (isChanged && !isSaving && !confirm('The map is not saved. Leave it all the same?'))
      navigation.cancel();
  });
</script>

<svelte:window {onkeydown} />
<svelte:head><title>Map of {data.site.name} · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Map of {data.site.name}</h1>
  <a class="note" href="/ground/{data.site.id}">Back to the site</a>
</div>

<div class="mt-3 flex flex-wrap items-center gap-2" role="toolbar" aria-label="Drawing">
  {#each tools as one (one.value)}
    {@const Icon = one.icon}
    <button
      type="button"
      class={['btn btn-line', tool === one.value ? '!bg-ink !text-base-200' : '']}
      aria-pressed={tool === one.value}
      onclick={() => (tool = one.value)}><Icon size={17} aria-hidden="true" />{one.label}</button
    >
  {/each}
  <span class="mx-1 h-7 border-l border-rule"></span>
  <button type="button" class="btn btn-line" disabled={!map.canUndo} onclick={() => map.undo()}
    ><Undo size={17} aria-hidden="true" />Undo</button
  >
  <button type="button" class="btn btn-line" disabled={!map.canRedo} onclick={() => map.redo()}
    ><Redo size={17} aria-hidden="true" />Redo</button
  >
  <form
    method="POST"
    class="ml-auto"
    use:enhance={({ formData }) => {
      const sent = drawn;
      formData.set('map', JSON.stringify({ ground: groundOf(sent), revision }));
      isSaving = true;
      said = undefined;
      return async ({ result, update }) => {
        if (result.type === 'success' && result.data) {
          revision = Number(result.data['revision']);
          saved = sent;
          await invalidateAll();
        }
        await update({ reset: false, invalidateAll: false });
        isSaving = false;
      };
    }}
  >
    <button class="btn btn-primary" disabled={!isChanged || isSaving}
      >{isSaving ? 'Saving …' : isChanged ? 'Save the map' : 'Saved'}</button
    >
  </form>
</div>
<p class="fine mt-1 text-ink-2">{hints[tool]}</p>

<div class="mt-2 grid gap-2" aria-live="polite">
  {#if said}<Notice kind={said.kind}>{said.text}</Notice>
  {:else if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>
  {:else if form && 'saved' in form && !isChanged}<Notice kind="done"
      >Saved with {counted(form.saved ?? 0, 'feature')}.</Notice
    >{/if}
</div>

<div class="mt-2 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_280px]">
  <FileDrop ondrop={(file) => void take(file)}>
    <MapEditor
      {drawn}
      {chosen}
      {tool}
      {onchange}
      onchoose={(id) => (chosen = id)}
      marks={data.patches}
      centre={data.site.place}
      {looksAgain}
    />
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <label class="btn btn-line cursor-pointer"
        ><Upload size={17} aria-hidden="true" />Bring in a file<input
          type="file"
          class="sr-only"
          accept=".gpx,.kml,.kmz,.geojson,.json,application/geo+json,application/gpx+xml"
          onchange={(event) => {
            void take(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        /></label
      >
      <button type="button" class="btn btn-line" onclick={takeOut}
        ><Download size={17} aria-hidden="true" />Take out as GeoJSON</button
      >
      <span class="fine text-ink-2"
        >Rings are patches: they are moved on their own pages. GPX: its longest track becomes the path.
        GeoJSON: its features are added. Or drop the file on the map.</span
      >
    </div>
  </FileDrop>

  <aside class="grid content-start gap-4 lg:border-l lg:border-rule lg:pl-6">
    {#if current}
      <ChosenFeature
        feature={current}
        onchange={(more) => change(current.id, more)}
        onproblem={(text) => (said = { kind: 'problem', text })}
        onremove={() => remove(current.id)}
      />
    {/if}
    <section>
      <h2>On the map</h2>
      <ul class="m-0 grid max-h-[360px] list-none overflow-y-auto p-0">
        {#each drawn as one (one.id)}
          <li>
            <button
              type="button"
              class={[
                'note flex min-h-9 w-full cursor-pointer items-center gap-2 border-b border-rule px-1 text-left',
                one.id === chosen ? 'bg-base-300 font-strong' : ''
              ]}
              aria-pressed={one.id === chosen}
              onclick={() => {
                tool = 'choose';
                chosen = one.id === chosen ? undefined : one.id;
              }}
              ><span class="min-w-0 flex-1 truncate">{one.name || one.kind}</span>{#if one.name}<span
                  class="fine text-ink-2">{one.kind}</span
                >{/if}</button
            >
          </li>
        {:else}
          <li class="note text-ink-2">
            Nothing yet. Begin with the path and the place where an ambulance can drive to.
          </li>
        {/each}
      </ul>
      <p class="note mt-3 flex flex-wrap gap-x-3 gap-y-1">
        <span class="text-ink-2">Add by figures:</span>
        {#each ['Point', 'LineString', 'Polygon'] as const as shape (shape)}<button
            type="button"
            class="cursor-pointer underline underline-offset-2"
            onclick={() => addByKeyboard(shape)}>{shapeWords[shape]}</button
          >{/each}
      </p>
    </section>
  </aside>
</div>
