<script lang="ts">
  import type { Stage, Window } from '$core/knowledge';
  import { textures } from '$lib/ui/season/bands';

  /**
   * A taxon's stages through the year as tapering bands: height is how far a stage is up, its texture says
   * which stage it is. A window may cross the new year, so each band is drawn a year earlier and later too.
   */
  interface Props {
    stages: readonly { readonly stage: Stage; readonly windows: readonly Window[] }[];
    /** Day of the year that is marked. */
    day: number;
    label: string;
    height?: number;
    /** Horizontal units a day: more on a wide strip keeps the textures in shape. */
    stretch?: number;
  }
  let { stages, day, label, height = 18, stretch = 1 }: Props = $props();
  const id = $props.id();
  const year = 365;
  const width = $derived(year * stretch);
  const unfold = (from: number, to: number) => (to < from ? to + year : to);
  const bands = $derived(
    stages.flatMap(({ stage, windows }) =>
      windows.flatMap(([start, peakFrom, peakTo, end]) => {
        const rise = unfold(start, peakFrom);
        const fall = unfold(rise, peakTo);
        const last = unfold(fall, end);
        return [-year, 0, year].flatMap((shift) => {
          const [a, b, c, d] = [start, rise, fall, last].map((x) => (x + shift) * stretch) as [
            number,
            number,
            number,
            number
          ];
          if (d < 0 || a > width) return [];
          return [
            {
              stage,
              path: `M${a} ${height / 2}L${b} 1L${c} 1L${d} ${height / 2}L${c} ${height - 1}L${b} ${height - 1}Z`
            }
          ];
        });
      })
    )
  );
  const months = $derived(Array.from({ length: 11 }, (_, i) => Math.round(((i + 1) * width) / 12)));
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="w-full text-ink"
  preserveAspectRatio="none"
  {height}
  role="img"
  aria-label={label}
>
  <defs>
    <pattern id="{id}-leaf" width="4" height="4" patternUnits="userSpaceOnUse"
      ><path d="M1 0V4" stroke="var(--color-moss)" stroke-width="1.3" /></pattern
    >
    <pattern id="{id}-bud" width="6" height="4" patternUnits="userSpaceOnUse"
      ><path d="M0 2H4" stroke="var(--color-moss)" stroke-width="1.2" /></pattern
    >
    <pattern id="{id}-flower" width="5" height="5" patternUnits="userSpaceOnUse"
      ><circle cx="2.5" cy="2.5" r="1.3" fill="currentColor" /></pattern
    >
    <pattern id="{id}-fruit" width="5" height="5" patternUnits="userSpaceOnUse"
      ><path d="M0 5L5 0" stroke="currentColor" stroke-width="1.1" /></pattern
    >
    <pattern id="{id}-winter" width="7" height="7" patternUnits="userSpaceOnUse"
      ><path d="M0 3.5H7" stroke="var(--ink-3)" stroke-width="1" /></pattern
    >
  </defs>
  {#each months as x (x)}<path d="M{x} 0V{height}" stroke="var(--rule)" stroke-width="1" />{/each}
  {#each bands as band, i (i)}
    <path d={band.path} fill="var(--color-base-100)" />
    <path
      d={band.path}
      fill="url(#{id}-{textures[band.stage]})"
      stroke="currentColor"
      stroke-width="0.7"
      vector-effect="non-scaling-stroke"
    />
  {/each}
  <path
    d="M{day * stretch} 0V{height}"
    stroke="var(--color-ochre)"
    stroke-width="2"
    vector-effect="non-scaling-stroke"
  />
</svg>
