<script lang="ts">
  import { palette } from '$lib/palette';
  import { type CheckMark, type ContrastSheet, pairScene, plateFrame } from '$core/walk';

  interface Props {
    sheet: ContrastSheet;
    /** Address of a plate by its id. */
    source: (id: string) => string;
  }
  let { sheet, source }: Props = $props();
  const { wide, high } = plateFrame;
  const scene = $derived(pairScene(sheet));
  const heading = $derived([
    `Drawn in ${sheet.target.stage}`,
    ...(sheet.lookalike.stage === sheet.target.stage ? [] : [`and in ${sheet.lookalike.stage}`]),
    'each to its own scale'
  ]);
  type Plate = NonNullable<ContrastSheet['plates'][number]>;
  /** Several characters of one part share a place: on a phone their numbers stand beside each other. */
  const beside = (plate: Plate, { slug, number }: CheckMark) => {
    const at = plate.anchors[slug]!;
    const before = scene.marks
      .slice(0, number - 1)
      .filter((one) => plate.anchors[one.slug]?.x === at.x && plate.anchors[one.slug]?.y === at.y).length;
    return { x: Math.min(Math.max(at.x + 34 * before - 17, 18), wide - 18), y: at.y };
  };
  const notDrawn = 'No drawing of it yet';
  const says = ({ number, name }: CheckMark) => `${number} ${name}`;
</script>

<!-- The checking order stands between the plates, with leader lines to both. -->
<svg
  viewBox="0 0 {scene.wide} {scene.high}"
  class="hidden w-full md:block"
  role="img"
  aria-label="{sheet.target.name} on the left, {sheet.lookalike.name} on the right; lines lead to {scene.marks
    .map(says)
    .join(', ')} on both."
>
  {#each scene.plates as { plate, x, isDanger } (x)}
    <rect {x} y="1" width={wide} height={high} fill={palette.paper} stroke="currentColor" />
    <rect x={x + 4} y="5" width={wide - 8} height={high - 8} fill="none" stroke={palette.rule} />
    {#if plate}<image href={source(plate.id)} {x} y="1" width={wide} height={high} />
    {:else}<text
        x={x + wide / 2}
        y="172"
        text-anchor="middle"
        font-size="15"
        fill={palette.second}
        class="font-sans">{notDrawn}</text
      >{/if}
    {#if isDanger}<rect {x} y="337" width={wide} height="4" fill="var(--color-rosehip)" />{/if}
  {/each}
  {#each heading as line, i (i)}
    <text
      x={scene.middle}
      y={22 + 19 * i}
      text-anchor="middle"
      font-size="13"
      fill="var(--ink-2)"
      class="font-sans">{line}</text
    >
  {/each}
  <text
    x={scene.middle}
    y={30 + 19 * heading.length}
    text-anchor="middle"
    font-size="17"
    font-weight="600"
    fill="currentColor"
    font-family="Literata Variable">{scene.heading}</text
  >
  {#each scene.marks as { number, slug, label, y, ends } (slug)}
    {#each ends as end (end.knee)}
      <path
        d="M{end.x} {end.y}L{end.knee} {y}"
        fill="none"
        stroke={palette.paper}
        stroke-width="3.5"
        opacity="0.8"
      />
      <path d="M{end.x} {end.y}L{end.knee} {y}" fill="none" stroke={palette.ink} stroke-width="1.2" />
      <path d="M{end.knee} {y}H{scene.middle}" fill="none" stroke="currentColor" stroke-width="1.2" />
      <circle cx={end.x} cy={end.y} r="3.5" fill={palette.paper} stroke={palette.ink} stroke-width="1.5" />
    {/each}
    <text
      x={scene.middle}
      y={y - 20}
      text-anchor="middle"
      font-size="14"
      font-weight="600"
      fill="currentColor"
      font-family="Literata Variable"
      stroke="var(--color-base-100)"
      stroke-width="4"
      paint-order="stroke">{label}</text
    >
    <circle cx={scene.middle} cy={y} r="13" fill="currentColor" />
    <text
      x={scene.middle}
      y={y + 5}
      text-anchor="middle"
      font-size="15"
      font-weight="700"
      fill="var(--color-base-100)"
      font-family="Literata Variable">{number}</text
    >
  {/each}
</svg>

<!-- On a phone the numbers stand on the plates. -->
<div class="grid grid-cols-2 gap-2 md:hidden print:mx-auto print:max-w-[82%]">
  {#each scene.plates as { plate, isDanger }, side (side)}
    <svg
      viewBox="0 0 {wide} {high}"
      class="w-full"
      role="img"
      aria-label="{side === 0 ? sheet.target.name : sheet.lookalike.name}, with numbers at {scene.marks
        .map(says)
        .join(', ')}."
    >
      <rect x="0.5" y="0.5" width={wide - 1} height={high - 1} fill={palette.paper} stroke="currentColor" />
      {#if plate}<image href={source(plate.id)} x="0" y="0" width={wide} height={high} />
      {:else}<text
          x={wide / 2}
          y="172"
          text-anchor="middle"
          font-size="20"
          fill={palette.second}
          class="font-sans">{notDrawn}</text
        >{/if}
      {#if isDanger}<rect x="0" y="335" width={wide} height="5" fill="var(--color-rosehip)" />{/if}
      {#each scene.marks as mark (mark.slug)}
        {#if plate?.anchors[mark.slug]}
          {@const at = beside(plate, mark)}
          <circle cx={at.x} cy={at.y} r="16" fill={palette.ink} stroke={palette.paper} stroke-width="2" />
          <text
            x={at.x}
            y={at.y + 7}
            text-anchor="middle"
            font-size="20"
            font-weight="700"
            fill={palette.paper}
            font-family="Literata Variable">{mark.number}</text
          >
        {/if}
      {/each}
    </svg>
  {/each}
</div>
