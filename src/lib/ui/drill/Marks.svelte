<script lang="ts">
  import { palette } from '$lib/palette';
  import type { Mark } from '$core/learning';

  /** What the answer found, missed and took wrongly, on its picture: by line, word and colour. */
  interface Props {
    marks: readonly Mark[];
    /** Words for a mark; none for those that need none. */
    words?: Partial<Record<Mark['kind'], string>>;
    r?: number;
  }
  let { marks, words = {}, r = 36 }: Props = $props();
  const danger = palette.rosehip;
  const ink = palette.ink;
  const isDanger = ({ kind }: Mark) => kind.startsWith('wrong');
  const isMissed = ({ kind }: Mark) => kind === 'wrong, missed' || kind === 'missed';
</script>

{#each marks as mark, i (i)}
  <circle cx={mark.x} cy={mark.y} {r} fill="none" stroke={palette.paper} stroke-width="7" />
  <circle
    cx={mark.x}
    cy={mark.y}
    {r}
    fill="none"
    stroke={isDanger(mark) ? danger : ink}
    stroke-width="3.5"
    stroke-dasharray={isMissed(mark) ? undefined : '8 6'}
  />
  {#if words[mark.kind]}<text
      x={mark.x}
      y={mark.y + r + 19}
      text-anchor="middle"
      font-size="15"
      font-weight="700"
      fill={isDanger(mark) ? danger : ink}
      stroke={palette.paper}
      stroke-width="4"
      paint-order="stroke">{words[mark.kind]}</text
    >{/if}
{/each}
