<script lang="ts">
  import { longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** What learners have shown: finds, answers to tasks, questions and wishes; each may be answered. */
  let { entries }: { entries: NonNullable<Extract<PageData, { shared: unknown }>['shared']> } = $props();
  const kindWords = { find: 'A find', task: 'Came of a task', question: 'A question', wish: 'A wish' };
</script>

{#if entries.length === 0}
  <p class="mt-3 max-w-[64ch] text-ink-2">
    Nobody has shown anything yet. Learners keep a notebook of finds near home, answer tasks, ask, and wish
    for a topic; what they show stands here.
  </p>
{/if}
<div class="mt-4 grid max-w-[860px] gap-0">
  {#each entries as one (one.id)}
    <article
      class={[
        'grid gap-x-5 gap-y-2 border-t border-rule py-4',
        one.hasPicture && 'sm:grid-cols-[150px_minmax(0,1fr)]'
      ]}
    >
      {#if one.hasPicture}<a href="/notebook/{one.id}/picture"
          ><img
            src="/notebook/{one.id}/picture"
            alt="What {one.name} saw"
            loading="lazy"
            class="w-full border border-rule"
          /></a
        >{/if}
      <div class="grid content-start gap-1">
        <p class="plate-label">{kindWords[one.kind]} · {one.name} · {longDate(one.seenOn)}</p>
        {#if one.plant}<p>
            Taken for <a href="/species/{one.plant.slug}" class="font-strong">{one.plant.name}</a>
            <i class="text-ink-2">{one.plant.scientific}</i>
          </p>{/if}
        <p class="max-w-[70ch] whitespace-pre-line">{one.words}</p>
        {#if one.place}<p class="note text-ink-2">{one.place}</p>{/if}
        {#if one.answer}<p class="mt-1 border-l-[3px] border-moss pl-3 whitespace-pre-line">
            <strong>{one.answeredBy}:</strong>
            {one.answer}
          </p>{/if}
        <details class="mt-1" open={!one.answer && one.kind !== 'find'}>
          <summary class="note cursor-pointer font-strong text-moss"
            >{one.answer ? 'Answer otherwise' : 'Answer'}</summary
          >
          <form method="POST" action="?/answer" class="mt-2 grid max-w-[560px] gap-2" use:enhance>
            <input type="hidden" name="id" value={one.id} />
            <textarea
              name="words"
              rows="3"
              maxlength="2000"
              required
              class="textarea w-full py-2"
              aria-label="Your answer to {one.name}"
              placeholder="What it shows, what to look at next. A picture names nothing for eating."
            ></textarea>
            <button class="btn btn-line btn-sm justify-self-start">Write it into their notebook</button>
          </form>
        </details>
      </div>
    </article>
  {/each}
</div>
