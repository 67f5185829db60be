<script lang="ts">
  import { palette } from '$lib/palette';
  import type { PhoneView } from '$lib/server/learning/group';

  /** A specimen as large as the wall allows, with its lettered parts; told, with the places of what decides. */
  interface Props {
    view: PhoneView;
    class?: string;
    source: string;
  }
  let { view, source, class: extra = '' }: Props = $props();
  const picture = $derived(view.question?.picture);
  const letters = $derived(view.question?.letters ?? []);
  const rows = $derived(view.told?.contrast?.rows ?? []);

  /** Discs stand at the nearer edge, never closer to each other than this. */
  const apart = 44;
  const edge = 30;

  interface Spread {
    readonly letter: string;
    readonly label: string;
    readonly at: { readonly x: number; readonly y: number };
    readonly x: number;
    readonly y: number;
  }
  const spread = $derived.by(() => {
    if (!picture) return [];
    const { width, height } = picture;
    return (['left', 'right'] as const).flatMap((side) => {
      const own = letters
        .filter(({ at }) => (at.x < width / 2 ? 'left' : 'right') === side)
        .sort((a, b) => a.at.y - b.at.y);
      const placed: Spread[] = [];
      for (const place of own) {
        const free = Math.max(place.at.y, (placed.at(-1)?.y ?? -apart) + apart, edge);
        placed.push({ ...place, x: side === 'left' ? edge : width - edge, y: free });
      }
      // What was pushed out at the foot moves the others up.
      const over = Math.max(0, (placed.at(-1)?.y ?? 0) - (height - edge));
      return placed.map((one) => ({ ...one, y: one.y - over }));
    });
  });
</script>

{#if picture}
  <svg
    viewBox="0 0 {picture.width} {picture.height}"
    class={['plate w-full', extra]}
    role="img"
    aria-label="A drawn specimen, {letters.map(({ letter, label }) => `${letter}: ${label}`).join('; ')}"
    aria-describedby="specimen-words"
  >
    <image href={source} width={picture.width} height={picture.height} />
    {#if !view.told}
      {#each spread as { letter, at, x, y } (letter)}
        <line x1={x} y1={y} x2={at.x} y2={at.y} stroke={palette.paper} stroke-width="4" />
        <line x1={x} y1={y} x2={at.x} y2={at.y} stroke={palette.ink} stroke-width="1.3" />
        <circle cx={at.x} cy={at.y} r="4" fill={palette.paper} stroke={palette.ink} stroke-width="1.6" />
        <circle cx={x} cy={y} r="18" fill={palette.ink} />
        <text
          {x}
          y={y + 7}
          text-anchor="middle"
          font-size="22"
          font-family="Literata Variable, serif"
          font-weight="600"
          fill={palette.paper}>{letter}</text
        >
      {/each}
    {:else}
      {#each rows as row, i (i)}
        {#if row.at}
          {@const before = rows
            .slice(0, i)
            .filter((one) => one.at?.x === row.at?.x && one.at?.y === row.at?.y).length}
          <circle
            cx={row.at.x + 32 * before}
            cy={row.at.y}
            r="14"
            fill={palette.ink}
            stroke={palette.paper}
            stroke-width="2.5"
          />
          <text
            x={row.at.x + 32 * before}
            y={row.at.y + 6}
            text-anchor="middle"
            font-size="17"
            font-weight="700"
            fill={palette.paper}>{i + 1}</text
          >
        {/if}
      {/each}
    {/if}
  </svg>
  <p id="specimen-words" class="sr-only">{picture.words.join(' ')}</p>
{/if}
