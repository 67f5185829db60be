<script lang="ts">
  import { drillNames, drillWords } from '$core/learning';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const { today } = $derived(data);
</script>

<svelte:head><title>Practice · Good Trail</title></svelte:head>
<h1>Practice</h1>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_280px]">
  <div>
    <section aria-label="Round for today" class="border-t border-rule pt-4">
      <p class="plate-label">Round for today</p>
      {#if today.questions > 0}
        <p class="mt-1 font-serif text-[24px] leading-8">
          {today.questions} questions, about {counted(today.minutes, 'minute')}
        </p>
        <p class="text-ink-2">
          {today.due === 0
            ? ''
            : today.due === 1
              ? 'One pair is due to be seen again.'
              : `${today.due} pairs are due to be seen again.`}
          {today.due < today.pairs
            ? `A dangerous plant of each pair of ${today.walkName} that you have not seen today is among them.`
            : ''}
        </p>
        <form method="POST" action="?/today" use:enhance class="mt-3">
          <button class="btn btn-primary">Start the round</button>
        </form>
      {:else if data.walks.length > 0}
        <p class="mt-1">Done for today: nothing is due, and every pair of the next walk was seen.</p>
      {:else}
        <p class="mt-1 text-ink-2">
          Nothing to practise yet: rounds come from the briefs of your coming walks.
        </p>
      {/if}
    </section>
    {#if data.open.length > 0}
      <section aria-label="Begun" class="mt-6 border-t border-rule pt-4">
        <p class="plate-label">Begun, not finished</p>
        <ul class="m-0 list-none p-0">
          {#each data.open as round (round.id)}<li class="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
              <span class="flex-1"
                >{round.walkName ?? 'A mixed round'}: {round.answered} of {round.length} answered, begun {dayAndMonth(
                  round.startedAt.toISOString().slice(0, 10)
                )}</span
              ><a href="/practice/{round.id}" class="btn btn-line">Go on</a>
            </li>{/each}
        </ul>
      </section>
    {/if}
    {#if data.walks.length > 0}
      <section aria-label="For one walk" class="mt-6">
        <p class="plate-label border-t border-rule pt-4">For one walk</p>
        <ul class="m-0 list-none p-0">
          {#each data.walks as walk (walk.id)}
            <li class="flex flex-wrap items-center gap-x-6 gap-y-2 border-b border-rule py-3">
              <div class="min-w-[240px] flex-1">
                <p class="font-serif text-[18px] font-semibold">{walk.name}</p>
                <p class="note text-ink-2">
                  {longDate(walk.heldOn)} · {walk.pairs} dangerous {walk.pairs === 1 ? 'pair' : 'pairs'}, {walk.due ===
                  0
                    ? 'none due today'
                    : `${walk.due} due today`}
                </p>
              </div>
              {#if walk.pairs > 0}<form method="POST" action="/walks/{walk.id}/practise" use:enhance>
                  <button class="btn btn-line">Start a round on it</button>
                </form>{/if}
            </li>
          {/each}
        </ul>
      </section>
    {/if}
  </div>
  <aside class="note lg:border-l lg:border-rule lg:pl-6">
    <h2>What you will be asked</h2>
    <dl class="mt-2 grid gap-3">
      {#each drillNames as drill (drill)}<div>
          <dt class="font-strong">{drillWords[drill].title}</dt>
          <dd class="text-ink-2">{drillWords[drill].asks}</dd>
        </div>{/each}
    </dl>
    <p class="mt-4 border-t border-rule pt-3"><a href="/quizzes">Quizzes</a>, the same for the whole group</p>
    <p class="mt-3 border-t border-rule pt-3 text-ink-2">
      Calling a dangerous plant edible is the error that counts. Leaving a plant alone is never wrong.
      Drawings are not plants.
    </p>
  </aside>
</div>
