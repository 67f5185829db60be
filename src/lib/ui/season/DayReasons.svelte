<script lang="ts">
  import CircleSlash from '@lucide/svelte/icons/circle-slash';
  import Eye from '@lucide/svelte/icons/eye';
  import Leaf from '@lucide/svelte/icons/leaf';
  import Skull from '@lucide/svelte/icons/skull';
  import type { ScoredDay } from '$core/year';

  /** What speaks for a day, and what against it. */
  interface Props {
    day: ScoredDay;
    names: Readonly<Record<string, string>>;
    danger: ReadonlySet<string>;
    remarks: readonly string[];
    /** One below the other, where two days stand side by side. */
    isNarrow?: boolean;
  }
  let { day, names, danger, remarks, isNarrow = false }: Props = $props();
  const told = $derived(day.plants.filter(({ untold }) => untold.length === 0));
  const untold = $derived(day.plants.filter((one) => one.untold.length > 0));
  const percent = (chance: number) => (chance > 0.99 ? 'over 99' : String(Math.round(chance * 100)));
</script>

<ul class={['note m-0 grid list-none gap-x-8 gap-y-0.5 p-0', isNarrow ? '' : 'md:grid-cols-2']}>
  {#each day.bars as bar (bar)}<li class="flex gap-2 font-strong text-ochre">
      <CircleSlash size={15} class="mt-[3px] shrink-0" aria-hidden="true" />{bar}
    </li>{/each}
  {#each told as one (one.taxon)}<li class="flex gap-2">
      {#if danger.has(one.taxon)}<Skull
          size={15}
          class="mt-[3px] shrink-0 text-rosehip"
          aria-label="danger:"
        />{:else}<Leaf size={15} class="mt-[3px] shrink-0 text-moss" aria-hidden="true" />{/if}<span
        ><strong>{one.name}</strong>, {one.stage}
        <span class="text-ink-2">{percent(one.chance)}&nbsp;%</span></span
      >
    </li>{/each}
  {#each untold as one (one.taxon)}<li class="flex gap-2">
      <Eye size={15} class="mt-[3px] shrink-0 text-tide" aria-hidden="true" /><span
        ><strong>{one.name}</strong>, {one.stage}: show only,
        <span class="text-rosehip"
          >not told from {one.untold
            .slice(0, 2)
            .map((slug) => names[slug])
            .join(' and ')}{one.untold.length > 2 ? ` and ${one.untold.length - 2} more` : ''}</span
        ></span
      >
    </li>{/each}
  {#if day.missing.length > 0}<li class="text-ink-2">
      At no stage worth a stop: {day.missing.join(', ')}.
    </li>{/if}
  {#each remarks as remark, nth (nth)}<li class="text-ink-2">{remark}</li>{/each}
</ul>
