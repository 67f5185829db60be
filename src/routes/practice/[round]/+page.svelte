<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { goto, invalidateAll } from '$app/navigation';
  import type { AnswerEvent } from '$core/field';
  import { drillWords } from '$core/learning';
  import type { AnswerFeedback as Answered } from '$lib/server/learning/drills';
  import SheetText from '$lib/ui/brief/SheetText.svelte';
  import AnswerFeedback from '$lib/ui/drill/AnswerFeedback.svelte';
  import Question from '$lib/ui/drill/Question.svelte';
  import type { Pending } from '$lib/ui/drill/kind';
  import RoundSummary from '$lib/ui/drill/RoundSummary.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { eventOfNow, sendEvents } from '$lib/ui/field/send-events';

  let { data } = $props();
  // What was asked stays on screen until the learner goes on.
  // svelte-ignore state_referenced_locally
  let current = $state(data.round.next);
  let startedAt = Date.now();
  let pending = $state<Pending>({ given: undefined, label: '' });
  let feedback = $state<Answered>();
  let problem = $state('');
  let isSending = $state(false);
  let isGoingOn = false;
  /** The answer on its way: sending it again after a broken connection stores nothing twice. */
  let sent: AnswerEvent | undefined;

  const quiz = $derived(data.round.quiz);
  /** Of a quiz with a time limit: seconds that are left. */
  // svelte-ignore state_referenced_locally
  let secondsLeft = $state(data.round.quiz?.secondsLeft);
  // Each answer of the server says anew how many.
  $effect(() => {
    const left = data.round.quiz?.secondsLeft;
    if (left === undefined) return;
    const until = Date.now() + 1000 * left;
    const ticking = setInterval(() => {
      secondsLeft = Math.max(0, Math.ceil((until - Date.now()) / 1000));
      if (secondsLeft > 0) return;
      clearInterval(ticking);
      void goOn();
    }, 1000);
    return () => clearInterval(ticking);
  });
  /** @param seconds the server says them with their fraction */
  const clock = (seconds: number) => {
    const whole = Math.ceil(seconds);
    return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
  };

  const title = $derived(current ? drillWords[current.question.drill].title : 'Round done');

  async function send() {
    if (!current || !pending.given || isSending || feedback) return;
    isSending = true;
    problem = '';
    // What was sent already and not answered is sent again as it was: its time, too.
    const given = $state.snapshot(pending.given);
    if (sent?.questionId !== current.id || JSON.stringify(sent.given) !== JSON.stringify(given))
      sent = {
        ...eventOfNow(),
        kind: 'answer',
        questionId: current.id,
        given,
        seconds: Math.min(3600, Math.round((Date.now() - startedAt) / 100) / 10)
      };
    try {
      const response = await sendEvents(data.viewer?.personId ?? '', [sent]);
      const body = await response.json();
      const result = body.results?.[0];
      if (result?.feedback) feedback = result.feedback;
      // A quiz is explained once it is over; and a question that was answered on another device is left behind.
      else if (result?.kept || result?.status === 409) await goOn(result.problem);
      else problem = result?.problem ?? body.problem ?? 'The answer was not taken.';
    } catch {
      problem = 'No connection. Your answer is kept here: confirm it again when you are back.';
    }
    isSending = false;
  }

  /** To the next question, or to what stands in its place. @param told what is said above it */
  async function goOn(told = '') {
    if (isGoingOn) return;
    isGoingOn = true;
    try {
      await invalidateAll();
      if (data.round.next && data.round.next.id === current?.id) {
        problem = 'The next question did not arrive. Press again.';
        return;
      }
      current = data.round.next;
      startedAt = Date.now();
      sent = undefined;
      pending = { given: undefined, label: '' };
      feedback = undefined;
      problem = told;
      window.scrollTo({ top: 0 });
    } finally {
      isGoingOn = false;
    }
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') void goto('/practice');
    const isOnControl = event.target instanceof HTMLElement && event.target.closest('button, a') !== null;
    if (event.key !== 'Enter' || isOnControl) return;
    event.preventDefault();
    if (feedback) void goOn();
    else void send();
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>{title} · Good Trail</title></svelte:head>

<header class="flex items-baseline gap-x-4">
  <h1 class="max-lg:text-[20px]!">{title}</h1>
  <p class="text-[15px] text-ink-2">
    {#if current}<span class="lg:hidden">{current.number} of {data.round.length}</span><span
        class="max-lg:hidden">question {current.number} of {data.round.length}</span
      >{/if}{#if quiz}<span class="ml-1.5 max-lg:hidden">· {quiz.name}</span
      >{:else if data.round.walkName}<span class="max-lg:hidden"
        >{current ? ' · ' : ''}for {data.round.walkName}</span
      >{/if}
  </p>
  {#if secondsLeft !== undefined && current}<p
      class={['ml-auto font-serif text-[20px] font-semibold', secondsLeft < 60 ? 'text-ochre' : '']}
      role="timer"
    >
      {clock(secondsLeft)}
    </p>{/if}
  <a href="/practice" class="note ml-auto flex items-center gap-1 no-underline max-lg:min-h-10"
    ><kbd class="kbd kbd-sm hidden lg:inline">Esc</kbd><X size={17} class="lg:hidden" aria-hidden="true" />
    <span class="underline underline-offset-2 lg:no-underline">closes</span><span class="max-sm:sr-only -ml-1"
      >; progress is kept</span
    ></a
  >
</header>

{#snippet confirm()}
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  <button type="button" class="btn btn-primary" disabled={!pending.given || isSending} onclick={send}
    >{pending.label}{#if pending.given}<kbd class="fine hidden rounded border border-current px-1.5 lg:inline"
        >Enter</kbd
      >{/if}</button
  >
{/snippet}

{#snippet after()}
  {#if feedback}
    <AnswerFeedback {feedback} />
    {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
    <div class="sticky bottom-0 z-10 grid gap-2 bg-paper py-2 max-lg:bottom-[60px]">
      {#if feedback.sheet}<a href="#pair" class="btn btn-primary">Read the pair again</a>{/if}
      <button
        type="button"
        class={['btn', feedback.sheet ? 'btn-line' : 'btn-primary']}
        onclick={() => goOn()}
        >{(current?.number ?? 0) < data.round.length ? 'Next question' : 'See the round'}
        <kbd class="fine hidden rounded border border-current px-1.5 lg:inline">Enter</kbd></button
      >
    </div>
  {/if}
{/snippet}

{#if current}
  {@const question = current.question}
  {#key current.id}
    <Question questionId={current.id} {question} {feedback} bind:pending {confirm} {after} />
  {/key}
  {#if feedback?.sheet}
    {@const { sheet, photographs, walkId } = feedback.sheet}
    <section id="pair" class="mt-6 scroll-mt-4 border-t-[3px] border-rosehip pt-4">
      <h2 class="mb-3">Read the pair again before you go on</h2>
      <SheetText {sheet} {photographs} source={(id) => `/walks/${walkId}/plates/${id}`} />
    </section>
  {/if}
{:else}
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  <RoundSummary answers={data.round.answers} walkId={data.round.walkId} quizId={quiz?.id} />
{/if}
