<script lang="ts">
  import { palette } from '$lib/palette';
  import type { Map as LeafletMap } from 'leaflet';
  import { onMount } from 'svelte';
  import type { TerraDraw } from 'terra-draw';
  import type { Ground, GroundKind, Shape } from '$core/ground';
  import type { Place } from '$core/place';
  import { declutter } from './declutter';
  import MapPlace from './MapPlace.svelte';
  import { areaOrLine } from '$lib/ground-looks';
  import type { Drawn } from './drawing';

  /** The site's own map as a sheet to draw on: points, lines and areas by mouse, finger and pen. */
  interface Props {
    drawn: readonly Drawn[];
    chosen: string | undefined;
    tool: 'choose' | Shape;
    /** Something was drawn, moved or bent. */
    onchange: (feature: Pick<Drawn, 'id' | 'geometry'>) => void;
    onchoose: (id: string | undefined) => void;
    /** Ground that lies beneath and is not drawn on. */
    background?: Ground;
    /** Places that are shown and not drawn on, such as patches. */
    marks?: readonly { readonly longitude: number; readonly latitude: number; readonly label: string }[];
    height?: string;
    /** Where the sheet lies as long as nothing stands on it. */
    centre?: Place | undefined;
    /** Counted up whenever the sheet is to show all that is drawn, as after a file was brought in. */
    looksAgain?: number;
  }
  let {
    drawn,
    chosen,
    tool,
    onchange,
    onchoose,
    background,
    marks = [],
    height = 'h-[min(46vh,560px)] min-h-[300px] lg:h-[min(62vh,560px)]',
    centre,
    looksAgain = 0
  }: Props = $props();
  let frame: HTMLDivElement;
  let draw = $state.raw<TerraDraw>();
  let write = $state.raw<(() => void) | undefined>();
  let lookAtAll: (() => void) | undefined;
  let looked = $state<Place>();
  /** What the sheet shows: to tell its own strokes from changes that come from elsewhere. */
  let shown: readonly Drawn[] = [];

  const modes = { choose: 'select', Point: 'point', LineString: 'linestring', Polygon: 'polygon' } as const;
  const modeOf = (type: Shape) => modes[type];
  const ink = palette.ink;
  const look = (properties: Record<string, unknown>) => areaOrLine[properties['kind'] as Drawn['kind']];

  /** The sheet knows two coordinates to a place; heights are kept by who holds the features. */
  const flat = (geometry: Drawn['geometry']): Drawn['geometry'] => {
    const two = (place: readonly number[]): [number, number] => [place[0]!, place[1]!];
    if (geometry.type === 'Point') return { type: 'Point', coordinates: two(geometry.coordinates) };
    if (geometry.type === 'LineString')
      return { type: 'LineString', coordinates: geometry.coordinates.map(two) };
    return { type: 'Polygon', coordinates: geometry.coordinates.map((ring) => ring.map(two)) };
  };

  function show() {
    if (!draw) return;
    const before = new Map(shown.map((one) => [one.id, one]));
    const gone = shown.filter(({ id }) => !drawn.some((one) => one.id === id)).map(({ id }) => id);
    const changed = drawn.filter((one) => before.get(one.id) !== one);
    const present = new Set(draw.getSnapshot().map(({ id }) => id));
    for (const id of [...gone, ...changed.map((one) => one.id)])
      if (id === selected) {
        draw.deselectFeature(id);
        selected = undefined;
      }
    const old = [...gone, ...changed.map(({ id }) => id)].filter((id) => present.has(id));
    if (old.length > 0) draw.removeFeatures(old);
    if (changed.length > 0)
      draw.addFeatures(
        changed.map(({ id, kind, geometry }) => ({
          id,
          type: 'Feature' as const,
          geometry: flat(geometry),
          properties: { mode: modeOf(geometry.type), kind }
        })) as Parameters<TerraDraw['addFeatures']>[0]
      );
    shown = drawn;
  }

  let selected: string | undefined;
  function choose() {
    if (!draw || draw.getMode() !== 'select' || selected === chosen) return;
    if (selected !== undefined && draw.hasFeature(selected)) draw.deselectFeature(selected);
    if (chosen !== undefined && draw.hasFeature(chosen)) draw.selectFeature(chosen);
    selected = chosen;
  }

  onMount(() => {
    let map: LeafletMap | undefined;
    let isGone = false;
    void Promise.all([import('leaflet'), import('terra-draw'), import('terra-draw-leaflet-adapter')]).then(
      ([L, T, { TerraDrawLeafletAdapter }]) => {
        if (isGone) return;
        map = L.map(frame, { attributionControl: false, zoomSnap: 0.25, maxZoom: 21 });
        L.control.scale({ imperial: false, position: 'bottomright' }).addTo(map);
        if (background)
          L.geoJSON(background, {
            interactive: false,
            filter: ({ geometry }) => geometry.type !== 'Point',
            style: (feature) => areaOrLine[feature?.properties.kind as GroundKind] ?? {}
          }).addTo(map);
        for (const { longitude, latitude, label } of marks) {
          const word = document.createElement('span');
          word.textContent = label;
          L.circleMarker([latitude, longitude], {
            radius: 5,
            color: palette.moss,
            weight: 2,
            fillColor: palette.paper,
            fillOpacity: 1
          })
            .bindTooltip(word)
            .addTo(map);
        }
        const all = L.featureGroup(
          drawn.map(({ geometry }) => L.geoJSON(geometry, { pointToLayer: (_, at) => L.circleMarker(at) }))
        ).getBounds();
        const around = background ? L.geoJSON(background).getBounds() : undefined;
        if (all.isValid() && background) map.fitBounds(all.pad(0.5), { padding: [40, 40], maxZoom: 18 });
        else if (all.isValid()) map.fitBounds(all, { padding: [30, 30] });
        else if (around?.isValid()) map.fitBounds(around, { padding: [20, 20] });
        else if (centre) map.setView([centre.latitude, centre.longitude], 15);
        else map.setView([0, 0], 2);
        const says = () => {
          const middle = map!.getCenter();
          looked = { longitude: middle.lng, latitude: middle.lat };
        };
        says();
        map.on('moveend', says);
        map.on('mousemove', ({ latlng }) => (looked = { longitude: latlng.lng, latitude: latlng.lat }));
        map.on('mouseout', says);
        lookAtAll = () => {
          const bounds = L.featureGroup(
            drawn.map(({ geometry }) => L.geoJSON(geometry, { pointToLayer: (_, at) => L.circleMarker(at) }))
          ).getBounds();
          if (bounds.isValid()) map!.fitBounds(bounds, { padding: [30, 30] });
        };
        const adapter = new TerraDrawLeafletAdapter({ lib: L, map, coordinatePrecision: 7 });
        // Its own way writes a style sheet into the page, which the page's policy refuses.
        Object.assign(adapter, {
          createPaneStyleSheet: (name: string, level: number) => {
            const pane = map!.createPane(name);
            pane.style.zIndex = String(600 + level);
            return pane;
          }
        });
        const flags = {
          feature: {
            draggable: true,
            coordinates: { midpoints: true, draggable: true, deletable: true }
          }
        };
        const started = new T.TerraDraw({
          adapter,
          modes: [
            new T.TerraDrawSelectMode({
              flags: { point: { feature: { draggable: true } }, linestring: flags, polygon: flags },
              styles: {
                selectedPolygonColor: '#DBE7EA',
                selectedPolygonFillOpacity: 0.5,
                selectedPolygonOutlineColor: ink,
                selectedPolygonOutlineWidth: 3,
                selectedLineStringColor: ink,
                selectedLineStringWidth: 4,
                selectedPointColor: ink,
                selectedPointWidth: 8,
                selectionPointColor: palette.paper,
                selectionPointOutlineColor: ink,
                selectionPointOutlineWidth: 2,
                selectionPointWidth: 7,
                midPointColor: palette.grey,
                midPointWidth: 5
              }
            }),
            new T.TerraDrawPointMode({
              styles: {
                pointColor: palette.moss,
                pointWidth: 7,
                pointOutlineColor: palette.paper,
                pointOutlineWidth: 2
              }
            }),
            new T.TerraDrawLineStringMode({
              styles: {
                lineStringColor: ({ properties }) =>
                  (properties['kind'] === 'path' ? ink : (look(properties)?.color ?? ink)) as `#${string}`,
                lineStringWidth: ({ properties }) => Math.max(2, Math.min(5, look(properties)?.weight ?? 2))
              }
            }),
            new T.TerraDrawPolygonMode({
              styles: {
                fillColor: ({ properties }) => (look(properties)?.fillColor ?? '#E9E4D2') as `#${string}`,
                fillOpacity: 0.75,
                outlineColor: ({ properties }) => (look(properties)?.color ?? palette.grey) as `#${string}`,
                outlineWidth: 1.5
              }
            })
          ]
        });
        started.start();
        started.on('finish', (id) => {
          const feature = started.getSnapshotFeature(id);
          if (!feature) return;
          const geometry = feature.geometry as Drawn['geometry'];
          const known = shown.find((one) => one.id === id);
          const next = { id: String(id), geometry };
          // Its own stroke is on the sheet already.
          shown = known
            ? shown.map((one) => (one === known ? { ...one, geometry } : one))
            : [...shown, { ...next, kind: 'label', name: '' }];
          onchange(next);
        });
        started.on('select', (id) => {
          selected = String(id);
          onchoose(selected);
        });
        started.on('deselect', () => {
          selected = undefined;
        });
        // Names stand in the middle of areas and lines, and beside points.
        const names = L.layerGroup().addTo(map);
        const above = map.createPane('names');
        above.style.zIndex = '690';
        above.style.pointerEvents = 'none';
        write = () => {
          names.clearLayers();
          for (const { name, kind, geometry } of drawn) {
            if (!name && geometry.type !== 'Point') continue;
            const word = document.createElement('span');
            word.className = geometry.type === 'Polygon' ? 'map-label map-centred' : 'map-label map-line';
            word.textContent = name || kind;
            const at =
              geometry.type === 'LineString'
                ? geometry.coordinates[Math.floor(geometry.coordinates.length / 2)]!
                : geometry.type === 'Point'
                  ? geometry.coordinates
                  : L.geoJSON(geometry).getBounds().getCenter();
            L.marker('lat' in at ? at : [at[1], at[0]], {
              pane: 'names',
              keyboard: false,
              interactive: false,
              icon: L.divIcon({ className: '', iconSize: [0, 0], html: word })
            }).addTo(names);
          }
          declutter(frame);
        };
        map.on('zoomend', () => declutter(frame));
        draw = started;
      }
    );
    return () => {
      isGone = true;
      draw?.stop();
      map?.remove();
    };
  });

  $effect(() => {
    const mode = modes[tool];
    if (!draw || draw.getMode() === mode) return;
    draw.setMode(mode);
    selected = undefined;
  });
  $effect(() => {
    if (looksAgain > 0) lookAtAll?.();
  });
  $effect(() => {
    void drawn;
    void chosen;
    show();
    choose();
    write?.();
  });
</script>

<div class="plate p-[5px]">
  <div
    bind:this={frame}
    class="isolate w-full {height}"
    role="region"
    aria-label="The map to draw on; the list beside it does the same by keyboard"
  ></div>
</div>
{#if looked}<MapPlace place={looked} />{/if}
