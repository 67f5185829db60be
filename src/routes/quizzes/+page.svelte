<script lang="ts">
  import { counted, dayAndMonth } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const phaseWords = {
    once: 'Sit it',
    before: 'Sit it, before the walk',
    after: 'Sit it again, after the walk'
  } as const;
  const kept = $derived<Record<string, string>>(form?.kept ?? {});
  // svelte-ignore state_referenced_locally
  let walk = $state(form?.kept?.['walk'] ?? data.walks[0]?.id ?? '');
  /** Of the group that goes on that walk, until another is chosen. */
  const itsCohort = $derived(data.walks.find(({ id }) => id === walk)?.cohortId);
  // svelte-ignore state_referenced_locally
  let cohort = $state(form?.kept?.['cohort'] ?? itsCohort ?? data.cohorts[0]?.id);
</script>

<svelte:head><title>Quizzes · Good Trail</title></svelte:head>
<p class="note"><a href="/practice">Practice</a></p>
<h1>Quizzes</h1>
<p class="max-w-prose text-ink-2">
  The same questions for everybody of a group. Sat before and after a walk they show what the walk has
  changed.{#if data.makes}
    <a href="/quizzes/questions">Questions of your own</a> can be among them.{/if}
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <ul class="m-0 list-none p-0">
    {#each data.quizzes as quiz (quiz.id)}
      <li class="flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule py-3">
        <div class="min-w-[240px] flex-1">
          <h2>
            <a href="/quizzes/{quiz.id}" class="underline decoration-rule underline-offset-4">{quiz.name}</a>
          </h2>
          <p class="note text-ink-2">
            {quiz.cohortName} · {counted(quiz.questions, 'question')}{quiz.minutes
              ? `, ${quiz.minutes} min`
              : ''} · {quiz.kind}{quiz.walkName ? ` ${quiz.walkName}` : ''}{quiz.afterFrom &&
            quiz.kind !== 'once'
              ? `, ${dayAndMonth(quiz.afterFrom)}`
              : ''}
          </p>
        </div>
        {#if data.teaches}
          <span class="note text-ink-2"
            >{quiz.openedAt ? counted(quiz.sittings, 'sitting') : 'not opened yet'}</span
          >
        {:else}
          {#if quiz.open && quiz.questions > 0}<form method="POST" action="/quizzes/{quiz.id}?/sit">
              <button class="btn btn-primary">{phaseWords[quiz.open]}</button>
            </form>{/if}
          {#if quiz.mayReview}<a href="/quizzes/{quiz.id}/review" class="btn btn-line">See it explained</a
            >{/if}
        {/if}
      </li>
    {:else}
      <li class="text-ink-2">
        {data.makes
          ? 'No quiz yet: compose the first one from a brief.'
          : 'No quiz yet. When your instructor makes one, it stands here.'}
      </li>
    {/each}
  </ul>
  {#if data.makes}
    <form
      method="POST"
      action="?/add"
      use:enhance
      class="grid content-start gap-3 lg:border-l lg:border-rule lg:pl-6"
    >
      <h2>A new quiz</h2>
      <label
        ><span class="note font-strong">Name</span><input
          name="name"
          class="input"
          maxlength="120"
          value={kept['name'] ?? ''}
        /></label
      >
      <label
        ><span class="note font-strong">On the brief of</span><select
          name="walk"
          class="select"
          bind:value={walk}
          onchange={() => (cohort = itsCohort ?? cohort)}
          >{#each data.walks as one (one.id)}<option value={one.id}>{one.name}, {one.pairs} pairs</option
            >{/each}<option value="">all coming walks</option></select
        ></label
      >
      <label
        ><span class="note font-strong">For the group</span><select
          name="cohort"
          class="select"
          bind:value={cohort}
          >{#each data.cohorts as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
        ></label
      >
      <label
        ><span class="note font-strong">Sat</span><select
          name="kind"
          class="select"
          value={kept['kind'] ?? 'before and after'}
          ><option value="before and after">before and after the walk</option><option value="once"
            >once</option
          ></select
        ></label
      >
      <div class="grid grid-cols-2 gap-3">
        <label
          ><span class="note font-strong">Questions</span><input
            type="number"
            name="size"
            min="0"
            max="30"
            class="input"
            value={kept['size'] ?? '10'}
          /></label
        >
        <label
          ><span class="note font-strong">Time, min</span><input
            type="number"
            name="minutes"
            min="1"
            max="240"
            class="input"
            placeholder="none"
            value={kept['minutes'] ?? ''}
          /></label
        >
      </div>
      <p class="note text-ink-2">
        They are composed from the brief, and can be changed until somebody has sat it; you open it to the
        group when it is ready. With 0 you choose each by hand.
      </p>
      <button class="btn btn-primary">Compose it</button>
    </form>
  {/if}
</div>
