<script lang="ts">
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import Hand from '@lucide/svelte/icons/hand';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import OctagonX from '@lucide/svelte/icons/octagon-x';
  import { severityWords } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import type { CloserView } from '$core/evidence';
  import type { Step } from './closer-address';

  /** What was seen means for the plant in question, or that nothing was entered yet. */
  let {
    verdict,
    isEmpty,
    to
  }: { verdict: CloserView['verdict']; isEmpty: boolean; to: (step: Step) => string } = $props();

  const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });
  const either = new Intl.ListFormat('en-GB', { type: 'disjunction' });
</script>

<section
  aria-label="Verdict"
  class={[
    'border-l-[3px] pl-3',
    isEmpty
      ? 'border-rule-strong'
      : verdict.word === 'consistent'
        ? 'border-tide'
        : verdict.word === 'open'
          ? 'border-ochre'
          : 'border-rosehip'
  ]}
>
  {#if isEmpty}
    <p class="text-ink-2">
      Nothing is entered yet. What may stand here now is shown below, by date and place alone.
    </p>
  {:else if verdict.word === 'contradicted'}
    <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-rosehip">
      <OctagonX size={20} aria-hidden="true" />Contradicted
    </p>
    <p class="mt-1">
      {verdict.name} in {stageWord(verdict.group, verdict.stage)} does not look like this.
      {#each verdict.contradictions as one, nth (nth)}<span class="note block text-ink-2"
          >{one.name}: you saw {one.seen}; it has {one.has}.</span
        >{/each}
    </p>
  {:else if verdict.word === 'leave it'}
    <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-rosehip">
      <Hand size={20} aria-hidden="true" />Leave it
    </p>
    <p class="mt-1">
      {#if verdict.isDangerous}This may be <strong>{either.format(verdict.dangers)}</strong>: {severityWords[
          verdict.worst
        ]}.
        {#if verdict.contradictions.length > 0}<span class="note block text-ink-2"
            >What does not fit {verdict.name} clears nothing: a slip of the eye, or another plant that harms.
            {#each verdict.contradictions as one, nth (nth)}<span class="block"
                >{one.name}: you saw {one.seen}; it has {one.has}.</span
              >{/each}</span
          >{/if}
      {:else if !verdict.hasSet}At this stage what can be seen on the piece does not tell {verdict.name} from
        {list.format(verdict.open.slice(0, 3))}.
      {:else}What was seen speaks for {list.format(verdict.open.slice(0, 3))}, not for {verdict.name}.{/if}
    </p>
  {:else if verdict.word === 'open'}
    <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-ochre">
      <CircleDashed size={20} aria-hidden="true" />Leave it for now
    </p>
    <p class="mt-1">
      {verdict.stillToCheck.length > 0
        ? `Still to check for ${verdict.name}:`
        : `Not settled for ${verdict.name}.`}
      {#each verdict.stillToCheck as one, i (one.slug)}<a href={to({ look: one.slug })}>{one.name}</a>{i <
        verdict.stillToCheck.length - 1
          ? ', '
          : '.'}{/each}
      {#if !verdict.hasRivals}<span class="note block text-ink-2"
          >No dangerous lookalike of it is described here now. That says nothing of what stands on this
          ground.</span
        >{/if}
      {#if verdict.isUnlisted}<span class="note block text-ink-2"
          >What was seen fits nothing in this library well: it may be a plant that is not in it.</span
        >{/if}
      {#if verdict.open.length > 0}<span class="note block text-ink-2"
          >Not excluded: {list.format(verdict.open.slice(0, 5))}.</span
        >{/if}
    </p>
  {:else}
    <p class="flex items-center gap-2 font-serif text-[19px] font-semibold text-tide">
      <ListChecks size={20} aria-hidden="true" />Consistent with {verdict.name}
    </p>
    <p class="mt-1">
      Every listed lookalike is excluded by what was seen{verdict.part ? ` on the ${verdict.part}` : ''}. It
      clears nothing: an instructor still checks the piece in hand.
    </p>
  {/if}
</section>
