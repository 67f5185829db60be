<script lang="ts">
  import { dayAndMonth } from '$core/words';

  /** The year of a taxon in steps: where it is up and can be told, where it is up and cannot, where it is not up. */
  interface Props {
    band: readonly {
      readonly isoDate: string;
      readonly stage: string | undefined;
      readonly separable: boolean;
    }[];
    isoDate: string;
  }
  let { band, isoDate }: Props = $props();
  const id = $props.id();
  const height = 34;
  const months = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
  const kindOf = (day: (typeof band)[number]) => (!day.stage ? 'none' : day.separable ? 'told' : 'open');
  /** Neighbouring steps of one stage and kind, as one stretch. */
  const stretches = $derived(
    band.reduce<{ kind: string; stage: string | undefined; from: number; to: number }[]>((all, day, i) => {
      const last = all.at(-1);
      if (last && last.kind === kindOf(day) && last.stage === day.stage) last.to = i + 1;
      else all.push({ kind: kindOf(day), stage: day.stage, from: i, to: i + 1 });
      return all;
    }, [])
  );
  const says = $derived(
    stretches
      .filter(({ kind }) => kind !== 'none')
      .map(
        ({ kind, stage, from, to }) =>
          `${dayAndMonth(band[from]!.isoDate)} to ${dayAndMonth(band[to - 1]!.isoDate)}, ${stage}: ${kind === 'told' ? 'a set exists' : 'cannot be told'}`
      )
      .join('; ')
  );
  const today = $derived(band.findLastIndex((day) => day.isoDate.slice(5) <= isoDate.slice(5)));
</script>

<div class="fine grid grid-cols-12 text-center text-ink-2" aria-hidden="true">
  {#each months as month, i (i)}<span>{month}</span>{/each}
</div>
<svg
  viewBox="0 0 {band.length * 10} {height}"
  preserveAspectRatio="none"
  {height}
  class="block w-full border border-rule-strong"
  role="img"
  aria-label="Through the year: {says || 'not up'}."
>
  <defs>
    <pattern id="{id}-open" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
      ><path d="M0 0V7" stroke="var(--color-rosehip)" stroke-width="2.4" /></pattern
    >
  </defs>
  {#each stretches as { kind, from, to } (from)}
    {#if kind !== 'none'}<rect
        x={from * 10}
        width={(to - from) * 10}
        {height}
        fill={kind === 'told' ? 'var(--moss-tint)' : `url(#${id}-open)`}
        stroke={kind === 'told' ? 'var(--color-moss)' : 'var(--color-rosehip)'}
        vector-effect="non-scaling-stroke"
      />{/if}
  {/each}
  <path
    d="M{today * 10 + 5} 0V{height}"
    stroke="currentColor"
    stroke-width="2.5"
    vector-effect="non-scaling-stroke"
  />
</svg>
<ul class="fine m-0 mt-1 flex list-none flex-wrap gap-x-5 p-0 text-ink-2">
  {#each stretches.filter(({ kind }) => kind !== 'none') as { kind, stage, from, to } (from)}<li>
      {dayAndMonth(band[from]!.isoDate)}–{dayAndMonth(band[to - 1]!.isoDate)}: {stage},
      <strong class={kind === 'told' ? 'text-moss' : 'text-rosehip'}
        >{kind === 'told' ? 'can be told' : 'cannot be told'}</strong
      >
    </li>{:else}<li>Not up at any time that this library describes.</li>{/each}
</ul>
