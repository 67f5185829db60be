<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';
  import { severityWords } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import type { CloserView } from '$core/evidence';
  import type { Step } from './closer-address';

  /** Plants that it may be, the likeliest first, and that it may be none of them. */
  let {
    suspects,
    other,
    question,
    taxa,
    isEmpty,
    to,
    plantAt
  }: Pick<CloserView, 'suspects' | 'other' | 'question' | 'taxa'> & {
    isEmpty: boolean;
    to: (step: Step) => string;
    /** Where a plant is told of; nothing where it is told of nowhere. */
    plantAt?: (slug: string, stage: string) => string;
  } = $props();

  const percent = (p: number) => (p < 0.01 ? 'below 1 %' : `${Math.round(p * 100)} %`);
</script>

<section aria-label="What it may be">
  <h2>{isEmpty ? 'May stand here' : 'It may be'}</h2>
  <ol class="m-0 mt-1 list-none p-0">
    {#each suspects as one (one.slug)}
      <li class="border-b border-rule py-1.5">
        <div class="flex items-baseline justify-between gap-2">
          {#if plantAt}<a
              href={plantAt(one.slug, one.stage)}
              class="underline decoration-rule underline-offset-4">{@render named(one)}</a
            >{:else}<span>{@render named(one)}</span>{/if}
          <span class="note shrink-0">{percent(one.probability)}</span>
        </div>
        <svg viewBox="0 0 100 2" preserveAspectRatio="none" height="4" class="block w-full" aria-hidden="true"
          ><rect width="100" height="2" fill="var(--rule)" opacity="0.5" /><rect
            width={100 * one.probability}
            height="2"
            fill={one.isDangerous ? 'var(--color-rosehip)' : 'var(--color-moss)'}
          /></svg
        >
        <p class="fine text-ink-2">
          in {stageWord(one.group, one.stage)}{one.isDangerous ? `, ${severityWords[one.severity]}` : ''}.
          {#if one.slug === question}The plant in question.{:else}<a href={to({ ask: one.slug })}
              >Is it this?</a
            >{/if}
          {#if one.against.length > 0}<span class="block">Against it: {one.against.join('; ')}.</span>{/if}
        </p>
      </li>
    {/each}
    <li class="border-b border-rule py-1.5">
      <div class="flex items-baseline justify-between gap-2">
        <span class="italic">something not on this list</span><span class="note shrink-0"
          >{percent(other)}</span
        >
      </div>
      <p class="fine text-ink-2">
        Counts as deadly. This library has {taxa} taxa; the ground has more.
      </p>
    </li>
  </ol>
  {#if !isEmpty}<p class="mt-2">
      <a href={to('begin again')} class="link-line note">Begin again</a>
    </p>{/if}
</section>

{#snippet named(one: (typeof suspects)[number])}{#if one.isDangerous}<Skull
      size={14}
      class="mr-1 inline text-rosehip"
      aria-label="danger"
    />{/if}<strong>{one.name}</strong>{/snippet}
