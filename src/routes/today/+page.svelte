<script lang="ts">
  import { clockTime } from '$core/route';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import FirstSteps from '$lib/ui/today/FirstSteps.svelte';
  import HomeTasks from '$lib/ui/field/HomeTasks.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import FirmnessMark from '$lib/ui/FirmnessMark.svelte';

  let { data } = $props();
  const next = $derived(data.coming[0]);
  const isLearner = $derived(data.viewer?.role === 'learner');
  const unseen = $derived(data.pairs.filter(({ firmness }) => firmness === 'new').length);
  const again = $derived(data.pairs.filter(({ isDue, firmness }) => isDue && firmness !== 'new').length);
  const ofPairs = $derived(
    [
      unseen > 0
        ? `${counted(unseen, 'pair')} of the next walk ${unseen === 1 ? 'is' : 'are'} new to you`
        : '',
      again > 0 ? `${again} ${again === 1 ? 'is' : 'are'} due to be seen again` : ''
    ]
      .filter(Boolean)
      .join(', ')
  );
  const address = (walk: { id: string; briefVersion: number | undefined }) =>
    isLearner ? `/walks/${walk.id}/brief` : `/walks/${walk.id}`;
</script>

{#snippet quizzes()}
  {#if data.quizzes.length > 0}
    <div>
      <h2>Quizzes</h2>
      {#each data.quizzes as quiz (quiz.id)}<p class="mt-2">
          <a href="/quizzes/{quiz.id}">{quiz.name}</a><br /><span class="text-ink-2"
            >{counted(quiz.questions, 'question')}{quiz.limit
              ? `, ${counted(quiz.limit, 'minute')}`
              : ''}{quiz.isBegun ? ', begun' : ''}</span
          >
        </p>{/each}
    </div>
  {/if}
{/snippet}

{#snippet tasks()}
  {#if data.tasks.length > 0}
    <div>
      <h2>For home</h2>
      <HomeTasks tasks={data.tasks} />
      <p class="mt-2"><a href="/notebook">Say what came of it in your notebook</a></p>
    </div>
  {/if}
{/snippet}

{#snippet notebooks()}
  {#if data.toAnswer > 0}
    <div>
      <h2>From the notebooks</h2>
      <p class="mt-1">
        <a href="/notebook"
          >{counted(data.toAnswer, 'question, task or wish', 'questions, tasks and wishes')}</a
        >
        {data.toAnswer === 1 ? 'waits' : 'wait'} for an answer.
      </p>
    </div>
  {/if}
{/snippet}

{#snippet batches()}
  {#if data.batches.length > 0}
    <div>
      <h2>In the kitchen</h2>
      {#each data.batches.slice(0, 4) as one (one.id)}<p class="mt-1">
          <a href="/making/batches/{one.id}">{one.title}</a>: {one.next}
        </p>{/each}
      {#if data.batches.length > 4}<p class="note mt-1">
          <a href="/making">{data.batches.length - 4} more batches wait</a>
        </p>{/if}
    </div>
  {/if}
{/snippet}

{#snippet finds()}
  {#if data.finds.length > 0}
    <div>
      <h2>Worth going back to</h2>
      {#each data.finds as find (find.id)}<p class="mt-2">
          <a href="/ground/{find.siteId}/finds/{find.id}">{find.name}</a><br /><span class="text-ink-2"
            >{find.site}, {find.on <= data.today
              ? 'can be told apart now'
              : `can be told apart about ${dayAndMonth(find.on)}`}</span
          >
        </p>{/each}
    </div>
  {/if}
{/snippet}

<svelte:head><title>Today · Good Trail</title></svelte:head>
<h1>{longDate(data.today)}</h1>

{#if data.firstSteps.length > 0}<FirstSteps steps={data.firstSteps} />{/if}

{#each data.notWell as one, nth (nth)}<Notice kind="problem"
    ><strong>{one.name} is not well</strong> after {one.walk}{one.words ? `: “${one.words}”` : ''}.
    <a href="/walks/{one.walkId}/after/people">See to it</a></Notice
  >{/each}
{#each data.calledOff as walk (walk.id)}<Notice kind="problem"
    ><strong>{walk.name}</strong>, {longDate(walk.heldOn)}, was called off: {walk.why}</Notice
  >{/each}
{#if next}
  <div class="mt-5 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_240px]">
    <section>
      <p class="plate-label">Next walk</p>
      <h2 class="mt-1 !text-[24px] !leading-8">
        <a href={address(next)} class="underline decoration-rule underline-offset-4">{next.name}</a>
      </h2>
      <p class="text-ink-2">
        {longDate(next.heldOn)}, {next.startsAt} · {next.siteName} · {next.cohortName ?? 'no group yet'}, {next.groupSize}
        people · leader {next.leaderName}
      </p>
      {#if isLearner}
        <p class="mt-4 flex flex-wrap gap-3">
          {#if next.briefVersion}<a href="/walks/{next.id}/brief" class="btn btn-primary">Read the brief</a><a
              href="/progress?walk={next.id}"
              class="btn btn-line">How ready you are</a
            >{:else}<span class="text-ink-2">The brief is not published yet.</span>{/if}
        </p>
      {:else}
        <table class="ruled mt-4">
          <thead
            ><tr
              ><th scope="col" class="w-16">arrive</th><th scope="col">stop</th><th
                scope="col"
                class="w-16 !text-right">min</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.stops as stop, i (i)}<tr
                ><td><strong>{clockTime(stop.arrive)}</strong></td><td
                  ><span class="disc mr-2">{i + 1}</span>{stop.name}</td
                ><td class="!text-right">{stop.minutes}</td></tr
              >{:else}<tr
                ><td colspan="3" class="text-ink-2"
                  >No stops yet. <a href="/walks/{next.id}">Plan the first one</a>.</td
                ></tr
              >{/each}
          </tbody>
        </table>
      {/if}
      {#if data.pairs.length > 0}
        <h2 class="mt-8">{isLearner ? 'The pairs of this walk, and you' : 'Its dangerous pairs'}</h2>
        <table class="ruled mt-2">
          <tbody>
            {#each data.pairs as pair (pair.key)}
              <tr
                ><td>{pair.target} <span class="text-ink-2">against</span> {pair.lookalike}</td
                >{#if isLearner}<td class="w-28 !text-right"><FirmnessMark firmness={pair.firmness} /></td
                  >{/if}</tr
              >
            {/each}
          </tbody>
        </table>
      {/if}
    </section>
    <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
      {#if isLearner}
        <div>
          <h2>Round for today</h2>
          {#if data.round.questions > 0}
            <p class="text-ink-2">
              {data.round.questions} questions, about {counted(data.round.minutes, 'minute')}{ofPairs
                ? `; ${ofPairs}`
                : ''}.
            </p>
            <form method="POST" action="/practice?/today" class="mt-2">
              <button class="btn btn-primary">Start the round</button>
            </form>
          {:else}
            <p class="text-ink-2">Done for today. <a href="/practice">Practise anyway</a></p>
          {/if}
        </div>
        {@render tasks()}
        {@render quizzes()}
      {:else}
        <div>
          <h2>To mend</h2>
          {#each data.checks as check (check.key)}<p
              class={['mt-2 font-strong', check.state === 'stop' ? 'text-rosehip' : 'text-ochre']}
            >
              {check.title}
            </p>{:else}<p class="text-ink-2">Nothing: every check has passed.</p>{/each}
          <p class="mt-2"><a href="/walks/{next.id}">Open the plan</a></p>
        </div>
      {/if}
      {@render notebooks()}
      {@render batches()}
      {@render finds()}
      {#if data.coming.length > 1}
        <div>
          <h2>Afterwards</h2>
          {#each data.coming.slice(1) as walk (walk.id)}<p class="mt-2">
              <a href={address(walk)}>{walk.name}</a><br /><span class="text-ink-2"
                >{longDate(walk.heldOn)}, {walk.siteName}</span
              >
            </p>{/each}
        </div>
      {/if}
    </aside>
  </div>
{:else if data.firstSteps.length === 0}
  <div class="mt-5 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_240px]">
    <section>
      <p class="plate-label">Next walk</p>
      <p class="mt-1 font-serif text-[24px] leading-8">No walk is planned from today on.</p>
      {#if data.leads}
        <p class="mt-4 flex flex-wrap gap-3">
          <a href="/season" class="btn btn-primary">Choose a day by the season</a>
          <a href="/walks/new" class="btn btn-line">Plan a walk</a>
        </p>
      {:else}
        <p class="text-ink-2">When your instructor plans one, it stands here.</p>
        <p class="mt-4"><a href="/practice" class="btn btn-primary">Practise what is up now</a></p>
      {/if}
      {#if data.past.length > 0}
        <h2 class="mt-8">The latest walks</h2>
        <table class="ruled mt-2">
          <tbody>
            {#each data.past as walk (walk.id)}<tr
                ><td
                  ><a href={address(walk)} class="text-ink underline decoration-rule underline-offset-4"
                    >{walk.name}</a
                  ></td
                ><td>{longDate(walk.heldOn)}, {walk.siteName}</td>{#if data.leads}<td class="!text-right"
                    ><a href="/walks/{walk.id}/copy">Plan it again</a></td
                  >{/if}</tr
              >{/each}
          </tbody>
        </table>
      {/if}
    </section>
    {#if data.quizzes.length + data.finds.length + data.tasks.length + data.batches.length + data.toAnswer > 0}<aside
        class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6"
      >
        {@render tasks()}
        {@render quizzes()}
        {@render notebooks()}
        {@render batches()}
        {@render finds()}
      </aside>{/if}
  </div>
{/if}
