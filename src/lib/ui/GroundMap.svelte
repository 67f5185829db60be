<script lang="ts">
  import type { Map as LeafletMap, PathOptions } from 'leaflet';
  import { onMount } from 'svelte';
  import type { Ground, GroundKind } from '$core/ground';

  interface Marker {
    longitude: number;
    latitude: number;
    label: string;
    number?: number;
    danger?: boolean;
  }
  interface Props {
    ground: Ground;
    markers?: readonly Marker[];
    label: string;
    height?: string;
    onpick?: (place: { longitude: number; latitude: number }) => void;
  }
  let { ground, markers = [], label, height = 'h-[300px]', onpick }: Props = $props();
  let frame: HTMLDivElement;
  let place = $state<(() => void) | undefined>();

  /** The site's own GeoJSON is the map: there are no tiles. */
  const looks: Partial<Record<GroundKind, PathOptions>> = {
    boundary: { color: '#7C7F71', weight: 1, dashArray: '2 5', fillColor: '#F7F3E8', fillOpacity: 1 },
    water: { color: '#1C5873', weight: 1, fillColor: '#DBE7EA', fillOpacity: 1 },
    marsh: { color: '#35602F', weight: 0.5, fillColor: '#E3EAD6', fillOpacity: 1 },
    shingle: { color: '#7C7F71', weight: 0.7, fillColor: '#F1E8CF', fillOpacity: 1 },
    wood: { color: '#35602F', weight: 0.8, fillColor: '#DCE6CB', fillOpacity: 1 },
    heath: { color: '#7C7F71', weight: 0.5, fillColor: '#E9DFE0', fillOpacity: 1 },
    meadow: { color: '#CFC7B2', weight: 0.7, fillColor: '#F3EFD2', fillOpacity: 1 },
    stream: { color: '#1C5873', weight: 2 },
    'field lane': { color: '#7C7F71', weight: 2 },
    'lane with traffic': { color: '#7C7F71', weight: 5 },
    'main road': { color: '#46524A', weight: 7 },
    path: { color: '#1F2D26', weight: 2.5, dashArray: '1 6', lineCap: 'round' }
  };
  const warns: readonly GroundKind[] = ['deep mud', 'outfall', 'livestock'];

  const text = (className: string, content: string) => {
    const element = document.createElement('span');
    element.className = className;
    element.textContent = content;
    return element;
  };

  /** Stops come first, then dangers, then names; a label that would lie on another is left out. */
  function declutter() {
    const taken = [...frame.querySelectorAll('.map-stop')].map((mark) => mark.getBoundingClientRect());
    const labels = [...frame.querySelectorAll<HTMLElement>('.map-label')];
    labels.sort((a, b) => Number(b.textContent?.startsWith('⚠')) - Number(a.textContent?.startsWith('⚠')));
    for (const label of labels) {
      label.style.visibility = 'visible';
      const box = label.getBoundingClientRect();
      const isFree = taken.every(
        (other) =>
          box.right < other.left || box.left > other.right || box.bottom < other.top || box.top > other.bottom
      );
      label.style.visibility = isFree ? 'visible' : 'hidden';
      if (isFree) taken.push(box);
    }
  }

  onMount(() => {
    let map: LeafletMap | undefined;
    let isGone = false;
    import('leaflet').then((L) => {
      if (isGone) return;
      map = L.map(frame, { attributionControl: false, zoomSnap: 0.25, scrollWheelZoom: false, maxZoom: 20 });
      L.control.scale({ imperial: false, position: 'bottomright' }).addTo(map);
      const layer = L.geoJSON(ground, {
        style: (feature) => looks[feature?.properties.kind as GroundKind] ?? {},
        interactive: false,
        pointToLayer: (feature, at) => {
          const kind = feature.properties.kind as GroundKind;
          const icon = L.divIcon({
            className: '',
            iconSize: [0, 0],
            html: text('map-label', `${warns.includes(kind) ? '⚠ ' : ''}${feature.properties.name ?? kind}`)
          });
          return L.marker(at, { icon, keyboard: false, interactive: false });
        }
      }).addTo(map);
      const named = ground.features.filter(
        ({ geometry, properties }) =>
          geometry.type === 'Polygon' && properties.kind !== 'boundary' && properties.name
      );
      for (const feature of named) {
        const centre = L.geoJSON(feature).getBounds().getCenter();
        L.marker(centre, {
          keyboard: false,
          interactive: false,
          icon: L.divIcon({
            className: '',
            iconSize: [0, 0],
            html: text('map-label', feature.properties.name ?? '')
          })
        }).addTo(map);
      }
      const marks = L.layerGroup().addTo(map);
      const draw = () => {
        marks.clearLayers();
        for (const marker of markers) {
          const at: [number, number] = [marker.latitude, marker.longitude];
          if (marker.number === undefined)
            L.circleMarker(at, {
              radius: 5,
              color: marker.danger ? '#A11D2B' : '#35602F',
              weight: 2,
              fillColor: '#FCFAF3',
              fillOpacity: 1
            })
              .bindTooltip(text('', marker.label))
              .addTo(marks);
          else
            L.marker(at, {
              keyboard: false,
              title: marker.label,
              icon: L.divIcon({
                className: '',
                iconSize: [24, 24],
                html: text('map-stop', String(marker.number))
              })
            }).addTo(marks);
        }
      };
      draw();
      place = () => {
        draw();
        declutter();
      };
      const bounds = layer.getBounds();
      if (bounds.isValid()) map.fitBounds(bounds, { padding: [8, 8] });
      else map.setView([54.3, -8.7], 14);
      declutter();
      map.on('zoomend', declutter);
      map.on('click', ({ latlng }) =>
        onpick?.({
          longitude: Math.round(latlng.lng * 1e6) / 1e6,
          latitude: Math.round(latlng.lat * 1e6) / 1e6
        })
      );
    });
    return () => {
      isGone = true;
      map?.remove();
    };
  });

  $effect(() => {
    void markers;
    place?.();
  });
</script>

<div class="plate relative p-[5px]">
  <div bind:this={frame} class={['isolate w-full', height]} role="region" aria-label={label}></div>
  <svg
    class="pointer-events-none absolute right-4 top-3 z-[500]"
    width="22"
    height="36"
    viewBox="0 0 22 36"
    aria-hidden="true"
    ><path d="M11 1l6 20-6-4-6 4z" fill="#1F2D26" /><text
      x="11"
      y="35"
      text-anchor="middle"
      font-size="12"
      font-weight="700"
      fill="#1F2D26">N</text
    ></svg
  >
</div>
