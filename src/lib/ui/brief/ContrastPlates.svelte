<script lang="ts">
  import { isSerious } from '$core/knowledge';
  import { type ContrastSheet, decidingRows, numberHeights } from '$core/walk';

  interface Props {
    sheet: ContrastSheet;
    /** Address of a plate by its id. */
    source: (id: string) => string;
  }
  let { sheet, source }: Props = $props();
  const [left, right] = $derived(sheet.plates);
  const wide = 290;
  const gap = 202;
  const total = 2 * wide + gap;
  const rows = $derived(decidingRows(sheet));
  const heading = $derived([
    `Drawn in ${sheet.target.stage}`,
    ...(sheet.lookalike.stage === sheet.target.stage ? [] : [`and in ${sheet.lookalike.stage}`]),
    'each to its own scale'
  ]);
  const discs = $derived(numberHeights(rows, sheet.plates));
  const discY = (i: number) => discs[i]!;
  /** Several characters of one part share a place: on a phone their numbers stand beside each other. */
  const beside = (plate: NonNullable<typeof left>, i: number) => {
    const at = plate.anchors[rows[i]!.slug]!;
    const before = rows
      .slice(0, i)
      .filter(({ slug }) => plate.anchors[slug]?.x === at.x && plate.anchors[slug]?.y === at.y).length;
    return { x: Math.min(Math.max(at.x + 34 * before - 17, 18), wide - 18), y: at.y };
  };
  const notDrawn = 'No drawing of it yet';
  const says = (row: (typeof rows)[number], i: number) => `${i + 1} ${row.name}`;
</script>

<!-- The checking order stands between the plates, with leader lines to both. -->
<svg
  viewBox="0 0 {total} 342"
  class="hidden w-full md:block"
  role="img"
  aria-label="{sheet.target.name} on the left, {sheet.lookalike.name} on the right; lines lead to {rows
    .map(says)
    .join(', ')} on both."
>
  {#each [{ plate: left, x: 0 }, { plate: right, x: wide + gap }] as { plate, x } (x)}
    <rect {x} y="1" width={wide} height="340" fill="#FCFAF3" stroke="currentColor" />
    <rect x={x + 4} y="5" width={wide - 8} height="332" fill="none" stroke="#CFC7B2" />
    {#if plate}<image href={source(plate.id)} {x} y="1" width={wide} height="340" />
    {:else}<text x={x + wide / 2} y="172" text-anchor="middle" font-size="15" fill="#46524A" class="font-sans"
        >{notDrawn}</text
      >{/if}
  {/each}
  {#if isSerious(sheet.lookalike.severity)}<rect
      x={wide + gap}
      y="337"
      width={wide}
      height="4"
      fill="var(--color-rosehip)"
    />{/if}
  {#each heading as line, i (i)}
    <text
      x={total / 2}
      y={22 + 19 * i}
      text-anchor="middle"
      font-size="13"
      fill="var(--ink-2)"
      class="font-sans">{line}</text
    >
  {/each}
  <text
    x={total / 2}
    y={30 + 19 * heading.length}
    text-anchor="middle"
    font-size="17"
    font-weight="600"
    fill="currentColor"
    font-family="Literata Variable">{rows.length > 0 ? 'Check in this order' : 'Nothing separates them'}</text
  >
  {#each rows as row, i (row.slug)}
    {@const from = left?.anchors[row.slug]}
    {@const to = right?.anchors[row.slug]}
    {#each [from && { x: from.x, y: from.y + 1 }, to && { x: wide + gap + to.x, y: to.y + 1 }] as end, side (side)}
      {#if end}
        {@const knee = side === 0 ? wide : wide + gap}
        <path
          d="M{end.x} {end.y}L{knee} {discY(i)}"
          fill="none"
          stroke="#FCFAF3"
          stroke-width="3.5"
          opacity="0.8"
        />
        <path d="M{end.x} {end.y}L{knee} {discY(i)}" fill="none" stroke="#1F2D26" stroke-width="1.2" />
        <path d="M{knee} {discY(i)}H{total / 2}" fill="none" stroke="currentColor" stroke-width="1.2" />
        <circle cx={end.x} cy={end.y} r="3.5" fill="#FCFAF3" stroke="#1F2D26" stroke-width="1.5" />
      {/if}
    {/each}
    <text
      x={total / 2}
      y={discY(i) - 20}
      text-anchor="middle"
      font-size="14"
      font-weight="600"
      fill="currentColor"
      font-family="Literata Variable"
      stroke="var(--color-base-100)"
      stroke-width="4"
      paint-order="stroke">{row.name.length > 25 ? `${row.name.slice(0, 24)}…` : row.name}</text
    >
    <circle cx={total / 2} cy={discY(i)} r="13" fill="currentColor" />
    <text
      x={total / 2}
      y={discY(i) + 5}
      text-anchor="middle"
      font-size="15"
      font-weight="700"
      fill="var(--color-base-100)"
      font-family="Literata Variable">{i + 1}</text
    >
  {/each}
</svg>

<!-- On a phone the numbers stand on the plates. -->
<div class="grid grid-cols-2 gap-2 md:hidden print:mx-auto print:max-w-[82%]">
  {#each [left, right] as plate, side (side)}
    <svg
      viewBox="0 0 {wide} 340"
      class="w-full"
      role="img"
      aria-label="{side === 0 ? sheet.target.name : sheet.lookalike.name}, with numbers at {rows
        .map(says)
        .join(', ')}."
    >
      <rect x="0.5" y="0.5" width={wide - 1} height="339" fill="#FCFAF3" stroke="currentColor" />
      {#if plate}<image href={source(plate.id)} x="0" y="0" width={wide} height="340" />
      {:else}<text x={wide / 2} y="172" text-anchor="middle" font-size="20" fill="#46524A" class="font-sans"
          >{notDrawn}</text
        >{/if}
      {#if side === 1 && isSerious(sheet.lookalike.severity)}<rect
          x="0"
          y="335"
          width={wide}
          height="5"
          fill="var(--color-rosehip)"
        />{/if}
      {#each rows as row, i (row.slug)}
        {#if plate?.anchors[row.slug]}
          {@const at = beside(plate, i)}
          <circle cx={at.x} cy={at.y} r="16" fill="#1F2D26" stroke="#FCFAF3" stroke-width="2" />
          <text
            x={at.x}
            y={at.y + 7}
            text-anchor="middle"
            font-size="20"
            font-weight="700"
            fill="#FCFAF3"
            font-family="Literata Variable">{i + 1}</text
          >
        {/if}
      {/each}
    </svg>
  {/each}
</div>
