<script lang="ts">
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import type { Readiness } from '$core/learning';
  import { weekdayAndDay } from '$core/words';

  interface Props {
    readiness: Omit<Readiness, 'pairs'> & {
      readonly pairs: readonly { readonly name: string; readonly isClean: boolean }[];
      readonly missing: readonly string[];
    };
    walk: { readonly name: string; readonly heldOn: string };
    /** 'You are', or a name with 'is'. */
    who: string;
  }
  let { readiness, walk, who }: Props = $props();
  const clean = $derived(readiness.pairs.filter(({ isClean }) => isClean).length);
  const checks = $derived([
    {
      is: readiness.isSafe,
      label: 'Dangerous plants are left alone',
      figure: `${readiness.shown - readiness.gathered} of ${readiness.shown} left alone`
    },
    {
      is: readiness.areClean,
      label: 'Every pair without a slip, four times over three days',
      figure: `${clean} of ${readiness.pairs.length} pairs`
    },
    {
      is: readiness.takesEnough,
      label: 'Wanted plants are told, too',
      figure:
        readiness.wanted === 0
          ? 'none asked yet'
          : `${readiness.taken} of ${readiness.wanted}; six in ten are asked`
    }
  ]);
  const inHundred = $derived(Math.ceil(readiness.limit * 100));
</script>

<section aria-label="Readiness">
  <p
    class={[
      'flex items-center gap-2 font-serif text-[21px] leading-7 font-semibold',
      readiness.isReady ? 'text-moss' : 'text-ochre'
    ]}
  >
    {#if readiness.isReady}<CircleCheck size={22} aria-hidden="true" />{:else}<CircleDashed
        size={22}
        aria-hidden="true"
      />{/if}{who}
    {readiness.isReady ? 'ready' : 'not ready yet'} for {walk.name}
  </p>
  <p class="note text-ink-2">
    {weekdayAndDay(walk.heldOn)} · by drawings and photographs; an instructor decides.
  </p>
  <ul class="m-0 mt-2 list-none p-0">
    {#each checks as check, nth (nth)}
      <li class="flex gap-2 border-t border-rule py-1.5">
        {#if check.is}<CircleCheck
            size={18}
            class="mt-0.5 shrink-0 text-moss"
            aria-label="reached"
          />{:else}<CircleDashed size={18} class="mt-0.5 shrink-0 text-ochre" aria-label="not yet" />{/if}
        <span class="flex flex-1 flex-wrap justify-between gap-x-4"
          ><span>{check.label}</span><span class="note text-ink-2">{check.figure}</span></span
        >
      </li>
    {/each}
  </ul>
  {#if readiness.missing.length > 0}
    <p class="mt-2 font-strong">What is lacking</p>
    <ul class="m-0 list-none p-0">
      {#each readiness.missing as one, nth (nth)}<li class="note border-t border-rule py-1">{one}</li>{/each}
    </ul>
  {/if}
  {#if readiness.shown > 0}<details class="note mt-1 text-ink-2">
      <summary class="cursor-pointer">The figures</summary>
      <p>
        With {readiness.gathered} dangerous plants gathered of {readiness.shown}, the true rate may be up to {inHundred}
        in 100 (one-sided 95 % Wilson limit); below {readiness.limitBelow * 100} in 100 is asked.
      </p>
    </details>{/if}
</section>
