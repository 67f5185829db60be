<script lang="ts">
  import { onMount } from 'svelte';
  import { counted } from '$core/words';
  import { invalidateAll } from '$app/navigation';
  import Satellite from '@lucide/svelte/icons/satellite-dish';
  import Upload from '@lucide/svelte/icons/upload';
  import { takeLeftFile } from '$lib/ui/field/left-file';
  import { plantIn } from '$lib/ui/field/name-in';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import { type Outline, metresBetween, pointKindIn } from '$core/ground';
  import FileDrop from '$lib/ui/FileDrop.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data, form } = $props();

  interface Point {
    readonly name: string;
    readonly note: string;
    readonly longitude: number;
    readonly latitude: number;
    readonly seenOn: string;
    readonly taxon?: string;
    /** What the file says that it is: a kind of the map, or a patch. */
    readonly type?: string;
    // Of a patch that was one before.
    readonly abundance?: string;
    readonly microhabitat?: string;
    readonly habitats?: readonly string[];
    readonly outline?: Outline;
  }
  interface Row extends Omit<Point, 'name' | 'taxon'> {
    isTaken: boolean;
    name: string;
    /** A plant, nothing for a find, or a kind of point on the map behind {@link onMap}. */
    is: string;
    near: { name: string; metres: number; isSame: boolean } | undefined;
  }
  let rows = $state<Row[]>([]);
  let from = $state('');
  let problem = $state('');
  let notes = $state<readonly string[]>([]);

  /** Stands before a kind of point of the map in a row's choice. */
  const onMap = 'map:';
  /** A waypoint this near to the same plant, find or place is taken for it. */
  const samePlace = 15;
  /** Waypoints further off than this most likely belong to another site. */
  const farOff = 3000;
  /** The points of a file, or what is wrong with it. Patches of our own GeoJSON come back with all that they had. */
  async function pointsIn(
    text: string
  ): Promise<{ points: Point[]; notes: readonly string[] } | { problem: string }> {
    // Not the whole of formats: reading tables needs what browsers do not have.
    const { isKml, readKml } = await import('$core/formats/kml');
    if (/^\s*\{/.test(text) || isKml(text)) {
      const { readGeoJson } = await import('$core/formats/geojson');
      const file = isKml(text) ? readKml(text) : readGeoJson(text);
      if ('problem' in file) return file;
      const found = file.ground.features.flatMap(({ geometry, properties: { name = '', kind } }): Point[] =>
        geometry.type === 'Point'
          ? [
              {
                name,
                note: '',
                seenOn: '',
                type: kind,
                longitude: geometry.coordinates[0],
                latitude: geometry.coordinates[1]
              }
            ]
          : []
      );
      const others = file.ground.features.length - found.length;
      return {
        points: [...file.patches.map((patch) => ({ ...patch, note: '', seenOn: '' })), ...found],
        notes: [
          ...file.notes,
          ...(others > 0
            ? [
                `${counted(others, 'line or area', 'lines and areas')} belong on the map of the site: bring them in there.`
              ]
            : [])
        ]
      };
    }
    const { readGpxFile } = await import('$core/formats/gpx');
    const file = readGpxFile(text);
    if ('problem' in file) return file;
    return {
      points: file.waypoints.map(({ time, ...point }) => ({ ...point, seenOn: time?.slice(0, 10) ?? '' })),
      notes: [
        ...(file.leftOut.length > 0 ? [`Not taken from its points: ${file.leftOut.join(', ')}.`] : []),
        ...(file.lines.length > 0 ? ['Its track belongs on the map of the site: bring it in there.'] : [])
      ]
    };
  }

  async function take(text: string, name: string) {
    rows = [];
    problem = '';
    notes = [];
    from = name;
    const file = await pointsIn(text);
    if ('problem' in file) {
      problem = `${name}: ${file.problem} Nothing was brought in.`;
      return;
    }
    notes = file.notes;
    if (file.points.length === 0) {
      problem = `${name} holds no waypoints. ${notes.join(' ')}`;
      return;
    }
    rows = file.points.map((point, i): Row => {
      const nearest = data.there
        .map(({ name: title, is: what, ...place }) => ({
          name: title,
          is: what,
          metres: metresBetween(point, place)
        }))
        .sort((a, b) => a.metres - b.metres);
      const known = data.plants.some(({ value }) => value === point.taxon) ? point.taxon : undefined;
      const plant = known ?? plantIn(`${point.name} ${point.note}`, data.plants);
      const kind = data.kinds.find((one) => one === point.type && one !== 'label') ?? pointKindIn(point.name);
      const is = plant ?? (kind ? onMap + kind : '');
      const same = nearest.find(
        (one) => one.metres <= samePlace && (one.is === is || (!plant && one.name === point.name))
      );
      const near = same ?? nearest[0];
      return {
        ...point,
        isTaken: !same && !(near && near.metres > farOff),
        name: point.name || `Waypoint ${i + 1}`,
        is,
        near: near && { ...near, isSame: same !== undefined }
      };
    });
  }
  async function takeFile(file: File | undefined) {
    if (!file) return;
    const { largestGpxBytes } = await import('$core/formats/gpx');
    if (file.size > largestGpxBytes) {
      problem = `${file.name} has ${Math.round(file.size / 1e6)} MB; 20 MB is the most. Nothing was brought in.`;
      return;
    }
    const { textOfMapFile } = await import('$core/formats/kml');
    const read = textOfMapFile(new Uint8Array(await file.arrayBuffer()));
    if ('problem' in read) problem = `${file.name}: ${read.problem} Nothing was brought in.`;
    else await take(read.text, file.name);
  }
  async function takeTour(id: string, name: string) {
    try {
      const response = await fetch(`/ground/${data.site.id}/waypoints/device/${id}`);
      if (!response.ok) throw new Error();
      await take(await response.text(), name);
    } catch {
      problem = 'The device does not answer. Try again.';
    }
  }
  onMount(() => void takeFile(takeLeftFile()));
  const ticked = $derived(rows.filter(({ isTaken }) => isTaken));
  const unnamed = $derived(ticked.filter(({ is }) => !is).length);
</script>

<svelte:head><title>Waypoints for {data.site.name} · Good Trail</title></svelte:head>
<p class="note">
  <a href="/ground/{data.site.id}">{data.site.name}</a>, <a href="/ground/{data.site.id}/scout">Scout</a>
</p>
<h1>Bring in waypoints</h1>
<div aria-live="polite">
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
  {#if form && 'patches' in form && rows.length === 0}<Notice kind="done"
      >{[
        ...(form.patches ? [counted(form.patches, 'patch', 'patches')] : []),
        ...(form.finds ? [counted(form.finds, 'find without a name', 'finds without a name')] : []),
        ...(form.points ? [counted(form.points, 'point on the map', 'points on the map')] : [])
      ].join(', ')} came in.
      <a href="/ground/{data.site.id}/scout">Note their stages</a>.</Notice
    >{/if}
</div>
<FileDrop ondrop={(file) => void takeFile(file)} class="mt-3 grid gap-x-10 gap-y-4 lg:grid-cols-2">
  <section>
    <h2>From a file</h2>
    <p class="note mt-1 text-ink-2">GPX, KML, KMZ, or the GeoJSON of a site, by choice or dropped here.</p>
    <label class="btn btn-line mt-2 cursor-pointer"
      ><Upload size={17} aria-hidden="true" />Choose a file<input
        type="file"
        class="sr-only"
        accept=".gpx,.kml,.kmz,.geojson,.json,application/gpx+xml,application/geo+json"
        onchange={(event) => {
          void takeFile(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      /></label
    >
  </section>
  {#if data.viewer?.demoDate}
    <section>
      <h2>From the device</h2>
      <p class="note mt-1 text-ink-2">
        A simulated GPS device with three invented tours; a real one shows its memory as files.
      </p>
      <ul class="m-0 mt-1 list-none p-0">
        {#each data.tours as tour (tour.id)}<li class="border-b border-rule py-1">
            <button
              type="button"
              class="flex min-h-10 w-full cursor-pointer items-center gap-2 text-left"
              onclick={() => takeTour(tour.id, tour.name)}
              ><Satellite size={17} aria-hidden="true" /><strong>{tour.name}</strong><span
                class="note text-ink-2">{tour.waypoints} waypoints, {tour.points} points of a track</span
              ></button
            >
          </li>{/each}
      </ul>
    </section>
  {/if}
</FileDrop>

{#if rows.length > 0}
  <section class="mt-6 border-t border-rule pt-4">
    <h2>{rows.length} waypoints of {from}</h2>
    <p class="note text-ink-2">
      Tick what is to come in. With a plant it becomes a patch, which keeps neither note nor date; with a
      place a point on the map; without either a find that waits for its name and keeps both.
      {notes.join(' ')}
    </p>
    <div class="mt-2">
      {#key rows}
        <GroundMap
          ground={data.site.ground}
          centre={data.site.place}
          label="Where the waypoints lie"
          height="h-[260px]"
          markers={rows.map((row, i) => ({ ...row, label: row.name, number: i + 1 }))}
        />
      {/key}
    </div>
    <WideTable label="Waypoints">
      <table class="ruled mt-3">
        <thead class="max-sm:hidden"
          ><tr
            ><th scope="col"><span class="sr-only">Bring in</span></th><th scope="col">name</th><th
              scope="col">what it is</th
            ><th scope="col">nearest to it</th></tr
          ></thead
        >
        <tbody>
          {#each rows as row, i (i)}
            <tr class="max-sm:grid max-sm:grid-cols-[76px_minmax(0,1fr)]">
              <td class="max-sm:row-span-3"
                ><label class="flex min-h-9 items-center gap-2"
                  ><input type="checkbox" class="checkbox" bind:checked={row.isTaken} /><span class="disc"
                    >{i + 1}</span
                  ><span class="sr-only">Bring in {row.name}</span></label
                ></td
              >
              <td class="min-w-44 max-sm:col-start-2 max-sm:border-0"
                ><label
                  ><span class="sr-only">Name of waypoint {i + 1}</span><input
                    class="input"
                    maxlength="120"
                    bind:value={row.name}
                  /></label
                >{#if row.note}<span class="note text-ink-2">{row.note}</span>{/if}</td
              >
              <td class="min-w-44 max-sm:col-start-2 max-sm:border-0"
                ><label
                  ><span class="sr-only">What waypoint {i + 1} is</span><select
                    class="select"
                    bind:value={row.is}
                    ><option value="">a find without a name yet</option><optgroup label="A place"
                      >{#each data.kinds as kind (kind)}<option value={onMap + kind}>{kind}</option
                        >{/each}</optgroup
                    ><optgroup label="A plant"
                      >{#each data.plants as one (one.value)}<option value={one.value}>{one.label}</option
                        >{/each}</optgroup
                    ></select
                  ></label
                ></td
              >
              <td class="note text-ink-2 max-sm:col-start-2"
                >{#if row.near}{row.near.name}, {row.near.metres < 950
                    ? `${Math.round(row.near.metres)} m`
                    : `${(row.near.metres / 1000).toFixed(1)} km`}{#if row.near.metres > farOff}<strong
                      class="block text-ochre">Another site?</strong
                    >{:else if row.near.isSame}<strong class="block text-ochre">There already</strong
                    >{/if}{:else}none yet{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </WideTable>
    <form
      method="POST"
      class="mt-3 flex flex-wrap items-center gap-3"
      use:enhance={({ formData }) => {
        formData.set(
          'waypoints',
          JSON.stringify(
            ticked.map(({ isTaken: _, near: __, type: ___, is, ...row }) => ({
              ...row,
              ...(is.startsWith(onMap) ? { kind: is.slice(onMap.length) } : { taxon: is })
            }))
          )
        );
        return async ({ result, update }) => {
          if (result.type === 'success') rows = [];
          await update({ reset: false });
          await invalidateAll();
        };
      }}
    >
      <button class="btn btn-primary" disabled={ticked.length === 0}
        >Bring in {counted(ticked.length, 'waypoint')}</button
      >
      {#if unnamed > 0}<span class="note text-ink-2">{unnamed} of them without a name</span>{/if}
    </form>
  </section>
{/if}
