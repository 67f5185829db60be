<script lang="ts">
  import { counted } from '$core/words';
  import Download from '@lucide/svelte/icons/download';
  import MapPin from '@lucide/svelte/icons/map-pin';
  import MousePointer from '@lucide/svelte/icons/mouse-pointer-2';
  import Pentagon from '@lucide/svelte/icons/pentagon';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Route from '@lucide/svelte/icons/route';
  import Trash from '@lucide/svelte/icons/trash-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { v4 as newId } from 'uuid';
  import { beforeNavigate, invalidateAll } from '$app/navigation';
  import { type GroundKind, type Shape, kindsOf } from '$core/ground';
  import { textOfFile } from '$core/text';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import MapEditor from '$lib/ui/map/MapEditor.svelte';
  import {
    type Drawn,
    drawnOf,
    groundOf,
    newKind,
    placesAsText,
    placesFromText,
    withHeights
  } from '$lib/ui/map/drawing';
  import FileDrop from '$lib/ui/FileDrop.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
  // What is drawn stays while it is saved.
  // svelte-ignore state_referenced_locally
  let drawn = $state.raw<readonly Drawn[]>(drawnOf(data.site.ground, newId));
  // svelte-ignore state_referenced_locally
  let revision = $state(data.site.revision);
  // svelte-ignore state_referenced_locally
  let saved = $state.raw(drawn);
  let past = $state.raw<readonly (readonly Drawn[])[]>([]);
  let future = $state.raw<readonly (readonly Drawn[])[]>([]);
  let tool = $state<'choose' | Shape>('choose');
  let chosen = $state<string>();
  let said = $state<{ kind: 'done' | 'problem'; text: string }>();
  let isSaving = $state(false);

  const isChanged = $derived(drawn !== saved);
  const current = $derived(drawn.find(({ id }) => id === chosen));
  let placesText = $derived(current ? placesAsText(current) : '');
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
    past = [...past.slice(-99), drawn];
    future = [];
    drawn = next;
    said = undefined;
  }
  function undo() {
    const before = past.at(-1);
    if (!before) return;
    future = [drawn, ...future];
    past = past.slice(0, -1);
    drawn = before;
  }
  function redo() {
    const [next, ...rest] = future;
    if (!next) return;
    past = [...past, drawn];
    future = rest;
    drawn = next;
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

  function setPlaces() {
    if (!current) return;
    const result = placesFromText(placesText, current.geometry);
    if ('problem' in result) said = { kind: 'problem', text: `${result.problem} Nothing was moved.` };
    else change(current.id, { geometry: result.geometry });
  }

  /** Adds a feature by its places alone, for those who do not point. */
  function addByKeyboard(shape: Shape) {
    const id = newId();
    const [longitude, latitude] = middle();
    const beside = (x: number, y: number): [number, number] => [longitude + x * 2e-4, latitude + y * 1e-4];
    const geometry: Drawn['geometry'] =
      shape === 'Point'
        ? { type: shape, coordinates: beside(0, 0) }
        : shape === 'LineString'
          ? { type: shape, coordinates: [beside(-1, 0), beside(1, 0)] }
          : { type: shape, coordinates: [[beside(-1, -1), beside(1, -1), beside(1, 1), beside(-1, -1)]] };
    step([...drawn, { id, kind: newKind(shape, drawn), name: '', geometry }]);
    chosen = id;
    said = { kind: 'done', text: `A new ${shapeWords[shape]} stands in the middle: set its places below.` };
  }
  function middle(): [number, number] {
    const all = drawn.flatMap(({ geometry }) =>
      geometry.type === 'Point'
        ? [geometry.coordinates]
        : geometry.type === 'LineString'
          ? geometry.coordinates
          : geometry.coordinates.flat()
    );
    if (all.length === 0) return [-8.7, 54.3];
    const mean = (i: 0 | 1) => all.reduce((sum, place) => sum + place[i], 0) / all.length;
    return [mean(0), mean(1)];
  }

  async function take(file: File | undefined) {
    if (!file) return;
    // Not the whole of formats: reading tables needs what browsers do not have.
    const { largestGpxBytes, readGpx } = await import('$core/formats/gpx');
    const { readGeoJson } = await import('$core/formats/geojson');
    if (file.size > largestGpxBytes) {
      said = {
        kind: 'problem',
        text: `${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most. Nothing was changed.`
      };
      return;
    }
    const refuse = (problem: string) =>
      (said = { kind: 'problem', text: `${file.name}: ${problem} Nothing was changed.` });
    const read = await textOfFile(file);
    if ('problem' in read) return refuse(read.problem);
    const { text } = read;
    if (/^\s*</.test(text) || file.name.toLowerCase().endsWith('.gpx')) {
      const result = readGpx(text);
      if ('problem' in result) return refuse(result.problem);
      const { path, name, notes, pointsRead } = result.track;
      const others = drawn.filter(({ kind }) => kind !== 'path');
      step([
        ...others,
        {
          id: newId(),
          kind: 'path',
          name,
          geometry: { type: 'LineString', coordinates: path as [number, number][] }
        }
      ]);
      said = {
        kind: 'done',
        text: `${pointsRead} points of ${file.name} are the path now. ${notes.join(' ')}`
      };
    } else {
      const result = readGeoJson(text);
      if ('problem' in result) return refuse(result.problem);
      const shapeOf = ({ kind, name, geometry }: (typeof drawn)[number]) =>
        JSON.stringify([kind, name ?? '', geometry]);
      const there = new Set(drawn.map(shapeOf));
      const all = drawnOf(result.ground, newId);
      const added = all.filter((one) => !there.has(shapeOf(one)));
      step([...drawn, ...added]);
      const count = added.length;
      const again = all.length - count;
      said = {
        kind: 'done',
        text: [
          `${count === 1 ? 'One feature' : `${count} features`} of ${file.name} ${count === 1 ? 'was' : 'were'} added.`,
          again > 0 ? `${again} stood on the map already.` : '',
          result.patches.length > 0
            ? `${result.patches.length} patches in it are brought in under Waypoints, with the same file.`
            : '',
          ...result.notes
        ]
          .filter(Boolean)
          .join(' ')
      };
    }
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
    const isText = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
    if (isText || !(event.ctrlKey || event.metaKey)) return;
    if (event.key === 'z' && !event.shiftKey) undo();
    else if (event.key === 'y' || (event.key.toLowerCase() === 'z' && event.shiftKey)) redo();
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
  <button type="button" class="btn btn-line" disabled={past.length === 0} onclick={undo}
    ><Undo size={17} aria-hidden="true" />Undo</button
  >
  <button type="button" class="btn btn-line" disabled={future.length === 0} onclick={redo}
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
    <MapEditor {drawn} {chosen} {tool} {onchange} onchoose={(id) => (chosen = id)} marks={data.patches} />
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <label class="btn btn-line cursor-pointer"
        ><Upload size={17} aria-hidden="true" />Bring in a file<input
          type="file"
          class="sr-only"
          accept=".gpx,.geojson,.json,application/geo+json,application/gpx+xml"
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
      <section class="grid gap-2 border-b border-rule pb-4">
        <h2>{current.name || current.kind}</h2>
        <label class="note"
          ><span class="font-[650]">Kind</span><select
            class="select"
            value={current.kind}
            onchange={(event) => change(current.id, { kind: event.currentTarget.value as GroundKind })}
          >
            {#each kindsOf(current.geometry.type) as kind (kind)}<option>{kind}</option>{/each}
          </select></label
        >
        <label class="note"
          ><span class="font-[650]">Name</span><input
            class="input"
            maxlength="120"
            value={current.name}
            onchange={(event) => change(current.id, { name: event.currentTarget.value })}
          /></label
        >
        <details class="note">
          <summary class="cursor-pointer">Places in figures</summary>
          <label class="mt-1 block"
            ><span class="text-ink-2">One a line: latitude, longitude, and height if known.</span><textarea
              class="textarea font-sans"
              rows="7"
              spellcheck="false"
              bind:value={placesText}></textarea></label
          >
          <button type="button" class="btn btn-line mt-2" onclick={setPlaces}>Set these places</button>
        </details>
        <button type="button" class="btn btn-line justify-self-start" onclick={() => remove(current.id)}
          ><Trash size={17} aria-hidden="true" />Take out</button
        >
      </section>
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
                one.id === chosen ? 'bg-base-300 font-[650]' : ''
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
