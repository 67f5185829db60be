<script lang="ts">
  import type { Feedback } from '$lib/server/drills';
  import { outcomeLooks } from './outcomes';

  interface Props {
    feedback: Feedback;
    names: { target: string; lookalike: string };
  }
  let { feedback, names }: Props = $props();
  const look = $derived(outcomeLooks[feedback.outcome]);
  const Icon = $derived(look.icon);
</script>

<div aria-live="assertive" class="grid gap-3">
  <p class={['flex items-center gap-2 font-serif text-[19px] font-semibold', look.tone]}>
    <Icon size={21} aria-hidden="true" />
    {look.said}
  </p>
  {#if feedback.partRight !== undefined}<p class="note">
      {feedback.partRight
        ? 'The part that you pointed at tells the two apart.'
        : 'The part that you pointed at does not tell the two apart.'}
    </p>{/if}
  {#if !feedback.canTell}<p class="note">
      From this view nothing tells them apart: it could not be known, so it is left.
    </p>{/if}
</div>
{#if feedback.telling.length > 0}
  <ol class="note grid list-none gap-3 p-0">
    {#each feedback.telling as one, i (one.name)}<li class="border-t border-rule pt-2">
        <p><span class="disc mr-2">{i + 1}</span><strong>{one.name}</strong></p>
        <p class="mt-1 text-ink-2">
          {names.target}: {one.target}<br />{names.lookalike}: {one.lookalike}
        </p>
      </li>{/each}
  </ol>
{/if}
<p class="fine text-ink-2">{feedback.before}</p>
