<script lang="ts">
  import type { Contrast, Feedback } from '$core/learning';
  import { outcomeLooks } from './outcomes';

  interface Props {
    feedback: Feedback;
  }
  let { feedback }: Props = $props();
  const look = $derived(outcomeLooks[feedback.outcome]);
  const Icon = $derived(look.icon);
  const remark = ({ isInBrief, unseen }: Contrast['rows'][number]) =>
    [isInBrief ? 'decides in the brief' : '', unseen].filter(Boolean).join(', ');
  const [last] = $derived(feedback.reasons.slice(-1));
</script>

<div aria-live="assertive" class="grid gap-2">
  <p class={['flex items-center gap-2 font-serif text-[19px] font-semibold', look.tone]}>
    <Icon size={21} aria-hidden="true" />
    {look.said}
  </p>
  {#each feedback.reasons.slice(0, -1) as reason, nth (nth)}<p class="note">{reason}</p>{/each}
</div>
{#if feedback.contrast && feedback.contrast.rows.length > 0}
  {@const { target, lookalike, rows } = feedback.contrast}
  <ol class="note m-0 grid list-none gap-2 p-0">
    {#each rows as row, i (i)}<li class="border-t border-rule pt-2">
        <p class="flex gap-2">
          {#if row.at}<span class="disc shrink-0">{i + 1}</span>{/if}<span
            ><strong>{row.name}</strong>
            {#if remark(row)}<span class="fine text-ink-2">{remark(row)}</span>{/if}</span
          >
        </p>
        <p class="mt-0.5 leading-[19px] text-ink-2">
          {target}: {row.target}<br />{lookalike}: {row.lookalike}
        </p>
      </li>{/each}
  </ol>
{/if}
<p class="fine text-ink-2">{last}{feedback.credit ? ` Photographed by ${feedback.credit}.` : ''}</p>
