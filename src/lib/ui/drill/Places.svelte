<svelte:options namespace="svg" />

<script lang="ts">
  import { palette } from '$lib/palette';
  import { type SpotShape, middleOf } from '$core/learning';

  /** The places of a question on its picture, each with its letter. */
  interface Props {
    places: readonly { readonly id: number; readonly words: string; readonly shape: SpotShape }[];
    /** Those that are chosen. */
    chosen: readonly number[];
    /** Of the picture, in its units: letters are as large as on any other. */
    width: number;
    onchoose?: ((id: number) => void) | undefined;
  }
  let { places, chosen, width, onchoose }: Props = $props();
  const unit = $derived(width / 620);
  const look = (id: number) => ({
    fill: chosen.includes(id) ? palette.ink : 'transparent',
    'fill-opacity': chosen.includes(id) ? 0.25 : 0,
    stroke: palette.ink,
    'stroke-width': (chosen.includes(id) ? 4 : 2.5) * unit
  });
</script>

{#each places as { id, words, shape } (id)}
  {@const middle = middleOf(shape)}
  <!-- The list beside the picture serves keyboards. -->
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
  <g class={onchoose ? 'cursor-pointer' : ''} onclick={() => onchoose?.(id)}>
    {#if shape.shape === 'circle'}<circle
        cx={shape.x}
        cy={shape.y}
        r={shape.r}
        stroke={palette.paper}
        stroke-width={6 * unit}
        fill="none"
      /><circle cx={shape.x} cy={shape.y} r={shape.r} {...look(id)} />
    {:else if shape.shape === 'rect'}<rect
        x={shape.left}
        y={shape.top}
        width={shape.right - shape.left}
        height={shape.bottom - shape.top}
        {...look(id)}
      />
    {:else}<polygon points={shape.points.map((point) => point.join(',')).join(' ')} {...look(id)} />{/if}
    <circle cx={middle.x} cy={middle.y} r={13 * unit} fill={palette.ink} />
    <text
      x={middle.x}
      y={middle.y}
      dy="0.36em"
      text-anchor="middle"
      font-size={15 * unit}
      font-weight="700"
      fill={palette.paper}>{words}</text
    >
  </g>
{/each}
