<script lang="ts">
  import { palette } from '$lib/palette';
  import type { Photograph } from '$lib/server/library/photographs';

  /** A photograph of the school with who took it; with numbers where it shows characters. */
  interface Props {
    photo: Photograph;
    /** Numbered characters: a mark of the picture on one of them bears its number. */
    numbered?: readonly { readonly slug: string }[];
  }
  let { photo, numbered = [] }: Props = $props();
  const marks = $derived(
    photo.marks.flatMap(({ character, x, y }) => {
      const number = numbered.findIndex(({ slug }) => slug === character) + 1;
      return number > 0 ? [{ number, x: x * photo.width, y: y * photo.height }] : [];
    })
  );
  const size = $derived(Math.max(photo.width, photo.height) * 0.032);
</script>

<figure class="m-0 break-inside-avoid">
  <a href="/species/{photo.taxon}/photographs/{photo.id}" class="block">
    <svg
      viewBox="0 0 {photo.width} {photo.height}"
      class="w-full border border-rule"
      role="img"
      aria-label={photo.words}
    >
      <image href="/photographs/{photo.id}" width={photo.width} height={photo.height} />
      {#each marks as { number, x, y } (number)}
        <circle cx={x} cy={y} r={size} fill={palette.ink} stroke={palette.paper} stroke-width={size * 0.16} />
        <text
          {x}
          y={y + size * 0.42}
          text-anchor="middle"
          font-size={size * 1.2}
          font-weight="700"
          fill={palette.paper}>{number}</text
        >
      {/each}
    </svg></a
  >
  <figcaption class="fine text-ink-2">Photograph: {photo.credit}</figcaption>
</figure>
