<script lang="ts">
  import { drillWords } from '$core/learning';
  import AnswerFeedback from '$lib/ui/drill/AnswerFeedback.svelte';
  import Question from '$lib/ui/drill/Question.svelte';
  import { outcomeLooks } from '$lib/ui/drill/outcomes';

  let { data } = $props();
  const { reviewed, number, outcomes } = $derived(data);
</script>

<svelte:head><title>{data.quiz.name}, explained · Good Trail</title></svelte:head>
<p class="note"><a href="/quizzes/{data.quiz.id}">{data.quiz.name}</a></p>
<h1>{drillWords[reviewed.question.drill].title}</h1>
<nav aria-label="Questions" class="mt-2 flex flex-wrap gap-1.5">
  {#each outcomes as outcome, i (i)}
    {@const look = outcome && outcomeLooks[outcome]}
    {@const Icon = look?.icon}
    <a
      href="?n={i + 1}"
      aria-current={number === i + 1 ? 'page' : undefined}
      class={[
        'note flex min-h-9 min-w-12 items-center justify-center gap-1 rounded-[3px] border-[1.5px] px-1.5 no-underline',
        number === i + 1 ? 'border-ink bg-ink text-plate' : `border-rule-strong ${look?.tone ?? ''}`
      ]}
      >{i + 1}{#if Icon}<Icon size={15} aria-label={look?.counted} />{/if}</a
    >
  {/each}
</nav>
{#snippet nothing()}{/snippet}
{#snippet after()}
  {#if reviewed.feedback}<AnswerFeedback feedback={reviewed.feedback} />{/if}
{/snippet}
{#key reviewed.id}
  {#if reviewed.feedback}
    <Question
      questionId={reviewed.id}
      question={reviewed.question}
      feedback={reviewed.feedback}
      confirm={nothing}
      {after}
    />
  {:else}
    <p class="mt-6">This question was not answered before the time was up.</p>
  {/if}
{/key}
