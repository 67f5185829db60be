<script lang="ts">
  import { palette } from '$lib/palette';
  import type { Position } from 'geojson';
  import type { LatLngExpression, Map as LeafletMap } from 'leaflet';
  import { mount, onMount, unmount } from 'svelte';
  import { type Ground, type GroundKind, type Outline, groundKinds } from '$core/ground';
  import type { Place } from '$core/place';
  import { declutter } from './declutter';
  import { type Tick, frameTicks } from './graticule';
  import { arrowOn, besideLine } from './route-line';
  import MapPlace from './MapPlace.svelte';
  import { above, areaOrLine } from '$lib/ground-looks';
  import { groundPatterns, pointIcons, warns } from './looks';

  interface Marker {
    longitude: number;
    latitude: number;
    label: string;
    /** Stands beside the ring where there is room. */
    name?: string;
    number?: number;
    danger?: boolean;
    /** The area that the place stands for. */
    outline?: Outline | undefined;
  }
  interface Props {
    ground: Ground;
    markers?: readonly Marker[];
    /** The legs of a walk in order, as longitude and latitude. */
    route?: readonly (readonly Position[])[];
    label: string;
    height?: string;
    /** Where the sheet lies as long as nothing stands on it. */
    centre?: Place | undefined;
    /** A place that was pointed at. */
    pointed?: Place | undefined;
    /** Says where the sheet, or the pointer, is. */
    saysPlace?: boolean;
    onpick?: (place: { longitude: number; latitude: number }) => void;
  }
  let {
    ground,
    markers = [],
    route = [],
    label,
    height = 'h-[300px]',
    centre,
    pointed,
    saysPlace = false,
    onpick
  }: Props = $props();
  /** What is pointed at, or the middle of the sheet. */
  let looked = $state<Place>();
  const id = $props.id();
  let frame: HTMLDivElement;
  let place = $state<(() => void) | undefined>();
  let ticks = $state<{ east: Tick[]; north: Tick[] }>({ east: [], north: [] });

  const words = (className: string, content: string) => {
    const element = document.createElement('span');
    element.className = className;
    element.textContent = content;
    return element;
  };

  onMount(() => {
    let map: LeafletMap | undefined;
    let isGone = false;
    const icons: Record<string, unknown>[] = [];
    import('leaflet').then((L) => {
      if (isGone) return;
      map = L.map(frame, { attributionControl: false, zoomSnap: 0.25, scrollWheelZoom: false, maxZoom: 20 });
      L.control.scale({ imperial: false, position: 'bottomright' }).addTo(map);
      const { defs, fillOf } = groundPatterns(id);
      // Areas lie on each other in the order of their kinds, whenever they were drawn.
      const layered = {
        ...ground,
        features: [...ground.features].sort(
          (a, b) => groundKinds.indexOf(a.properties.kind) - groundKinds.indexOf(b.properties.kind)
        )
      };
      const kindOf = (feature: { properties: { kind: GroundKind } } | undefined) => feature?.properties.kind;
      L.geoJSON(layered, {
        filter: ({ geometry }) => geometry.type !== 'Point',
        style: (feature) => {
          const kind = kindOf(feature as Ground['features'][number] | undefined);
          const fillColor = kind && fillOf(kind);
          return { ...(kind && areaOrLine[kind]), ...(fillColor ? { fillColor } : {}) };
        },
        interactive: false
      }).addTo(map);
      L.geoJSON(layered, {
        filter: ({ properties }) => (properties.kind as GroundKind) in above,
        style: (feature) => above[feature?.properties.kind as GroundKind] ?? {},
        interactive: false
      }).addTo(map);

      const label = (at: LatLngExpression, element: HTMLElement) =>
        L.marker(at, {
          keyboard: false,
          interactive: false,
          icon: L.divIcon({ className: '', iconSize: [0, 0], html: element })
        });
      for (const { geometry, properties } of ground.features) {
        const { kind, name } = properties;
        if (geometry.type === 'Point') {
          const point = words('map-point', '');
          const Icon = pointIcons[kind];
          if (Icon) icons.push(mount(Icon, { target: point, props: { size: 17, strokeWidth: 2 } }));
          point.append(words(warns(kind) ? 'map-label map-warning' : 'map-label', name ?? kind));
          label([geometry.coordinates[1]!, geometry.coordinates[0]!], point).addTo(map);
        } else if (name && geometry.type === 'Polygon' && kind !== 'boundary') {
          label(L.geoJSON(geometry).getBounds().getCenter(), words('map-label map-centred', name)).addTo(map);
        } else if (geometry.type === 'LineString' && kind !== 'path') {
          const middle = geometry.coordinates[Math.floor(geometry.coordinates.length / 2)]!;
          label([middle[1]!, middle[0]!], words('map-label map-line', name ?? kind)).addTo(map);
        }
      }

      const marks = L.layerGroup().addTo(map);
      /** Legs as dotted lines with an arrow half way; out and back keep to the right of each other. */
      const drawRoute = () => {
        for (const leg of route) {
          const pixels = leg.map(([x, y]) => map!.latLngToLayerPoint([y!, x!]));
          const aside = besideLine(pixels, 3);
          const places = aside.map((pixel) => map!.layerPointToLatLng([pixel.x, pixel.y]));
          const style = { interactive: false, lineCap: 'round' } as const;
          L.polyline(places, { ...style, color: palette.paper, weight: 6, opacity: 0.8 }).addTo(marks);
          L.polyline(places, { ...style, color: palette.ink, weight: 3, dashArray: '0.1 6' }).addTo(marks);
          const arrow = arrowOn(aside);
          if (arrow)
            L.polygon(
              arrow.map((pixel) => map!.layerPointToLatLng([pixel.x, pixel.y])),
              { interactive: false, stroke: false, fillColor: palette.ink, fillOpacity: 1 }
            ).addTo(marks);
        }
      };
      const draw = () => {
        marks.clearLayers();
        drawRoute();
        if (pointed)
          L.marker([pointed.latitude, pointed.longitude], {
            keyboard: false,
            interactive: false,
            icon: L.divIcon({ className: 'map-pointed', iconSize: [22, 22] })
          }).addTo(marks);
        for (const marker of markers) {
          const at: [number, number] = [marker.latitude, marker.longitude];
          const color = marker.danger ? palette.rosehip : palette.moss;
          if (marker.outline)
            L.geoJSON(marker.outline, {
              interactive: false,
              style: { color, weight: 1.5, dashArray: '4 3', fillColor: color, fillOpacity: 0.12 }
            }).addTo(marks);
          if (marker.number === undefined) {
            L.circleMarker(at, {
              className: 'map-ring',
              radius: 5,
              color,
              weight: 2,
              fillColor: palette.paper,
              fillOpacity: 1
            })
              .bindTooltip(words('', marker.label))
              .addTo(marks);
            if (marker.name)
              label(
                at,
                words(`map-label map-beside ${marker.danger ? 'map-danger' : ''}`, marker.name)
              ).addTo(marks);
          } else
            L.marker(at, {
              keyboard: false,
              title: marker.label,
              icon: L.divIcon({
                className: '',
                iconSize: [24, 24],
                html: words('map-stop', String(marker.number))
              })
            }).addTo(marks);
        }
      };
      const rule = () => {
        const bounds = map!.getBounds();
        const middle = map!.getCenter();
        looked = { longitude: middle.lng, latitude: middle.lat };
        const { x, y } = map!.getSize();
        // Room for each label, and for the controls in the corners.
        const within = (from: number, to: number) => (tick: Tick) => tick.at > from && tick.at < to;
        ticks = {
          east: frameTicks(bounds.getWest(), bounds.getEast(), x, ['E', 'W'], 110).filter(
            within(16, x - 190)
          ),
          north: frameTicks(bounds.getNorth(), bounds.getSouth(), y, ['N', 'S'], 80).filter(
            within(80, y - 90)
          )
        };
      };
      place = () => {
        draw();
        declutter(frame);
      };
      const bounds = L.geoJSON(ground).getBounds();
      if (bounds.isValid()) map.fitBounds(bounds, { padding: [24, 20] });
      else if (centre) map.setView([centre.latitude, centre.longitude], 15);
      else map.setView([0, 0], 2);
      // The drawing layer stands only once the map has a view.
      frame.querySelector('.leaflet-overlay-pane svg')?.prepend(defs);
      draw();
      rule();
      declutter(frame);
      map.on('zoomend', () => {
        if (route.length > 0) draw();
        declutter(frame);
      });
      map.on('moveend', rule);
      map.on('mousemove', ({ latlng }) => (looked = { longitude: latlng.lng, latitude: latlng.lat }));
      map.on('mouseout', rule);
      map.on('click', ({ latlng }) =>
        onpick?.({
          longitude: Math.round(latlng.lng * 1e6) / 1e6,
          latitude: Math.round(latlng.lat * 1e6) / 1e6
        })
      );
    });
    return () => {
      isGone = true;
      for (const icon of icons) void unmount(icon);
      map?.remove();
    };
  });

  $effect(() => {
    void markers;
    void route;
    void pointed;
    place?.();
  });
</script>

<div class="plate relative p-[5px]">
  <div bind:this={frame} class={['isolate w-full', height]} role="region" aria-label={label}></div>
  <div
    class="pointer-events-none absolute inset-[5px] z-[500] overflow-hidden text-plate-second"
    aria-hidden="true"
  >
    {#each ticks.east as tick, nth (nth)}
      <span class="map-tick map-tick-east" style:left="{tick.at}px">{tick.label}</span>
    {/each}
    {#each ticks.north as tick, nth (nth)}
      <span class="map-tick map-tick-north" style:top="{tick.at}px">{tick.label}</span>
    {/each}
    <svg class="absolute right-3 top-2" width="22" height="36" viewBox="0 0 22 36"
      ><path d="M11 1l6 20-6-4-6 4z" fill={palette.ink} /><text
        x="11"
        y="35"
        text-anchor="middle"
        font-size="12"
        font-weight="700"
        fill={palette.ink}>N</text
      ></svg
    >
  </div>
</div>
{#if saysPlace && looked}<MapPlace place={looked} />{/if}
