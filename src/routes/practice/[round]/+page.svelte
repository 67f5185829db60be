<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { v7 as uuid } from 'uuid';
  import { goto, invalidateAll } from '$app/navigation';
  import { type Given, drillWords } from '$core/learning';
  import type { AnswerFeedback as Answered } from '$lib/server/drills';
  import SheetText from '$lib/ui/brief/SheetText.svelte';
  import AnswerFeedback from '$lib/ui/drill/AnswerFeedback.svelte';
  import Basket from '$lib/ui/drill/Basket.svelte';
  import FromThePath from '$lib/ui/drill/FromThePath.svelte';
  import Names from '$lib/ui/drill/Names.svelte';
  import ProveIt from '$lib/ui/drill/ProveIt.svelte';
  import Season from '$lib/ui/drill/Season.svelte';
  import ShouldWeTakeIt from '$lib/ui/drill/ShouldWeTakeIt.svelte';
  import SideBySide from '$lib/ui/drill/SideBySide.svelte';
  import Tray from '$lib/ui/drill/Tray.svelte';
  import WhichPart from '$lib/ui/drill/WhichPart.svelte';
  import RoundSummary from '$lib/ui/drill/RoundSummary.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data } = $props();
  // What was asked stays on screen until the learner goes on.
  // svelte-ignore state_referenced_locally
  let current = $state(data.round.next);
  let startedAt = Date.now();
  let given = $state<Given>();
  let label = $state('');
  let feedback = $state<Answered>();
  let problem = $state('');
  let isSending = $state(false);
  // One id an answer: sending it again after a broken connection stores nothing twice.
  let eventId = uuid();

  const title = $derived(current ? drillWords[current.question.drill].title : 'Round done');

  async function send() {
    if (!current || !given || isSending || feedback) return;
    isSending = true;
    problem = '';
    const event = {
      id: eventId,
      kind: 'answer',
      questionId: current.id,
      given,
      seconds: Math.min(3600, Math.round((Date.now() - startedAt) / 100) / 10)
    };
    try {
      const response = await fetch('/api/events', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events: [event] })
      });
      const body = await response.json();
      const result = body.results?.[0];
      if (result?.feedback) feedback = result.feedback;
      else problem = result?.problem ?? body.problem ?? 'The answer was not taken.';
    } catch {
      problem = 'No connection. Your answer is kept here: confirm it again when you are back.';
    }
    isSending = false;
  }

  async function goOn() {
    await invalidateAll();
    current = data.round.next;
    startedAt = Date.now();
    eventId = uuid();
    given = feedback = undefined;
    window.scrollTo({ top: 0 });
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') void goto('/practice');
    const isOnControl =
      event.target instanceof HTMLElement && event.target.closest('button, a, input[type="text"]') !== null;
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
      >{/if}{#if data.round.walkName}<span class="max-lg:hidden"
        >{current ? ' · ' : ''}for {data.round.walkName}</span
      >{/if}
  </p>
  <a href="/practice" class="note ml-auto flex items-center gap-1 no-underline max-lg:min-h-10"
    ><kbd class="kbd kbd-sm hidden lg:inline">Esc</kbd><X size={17} class="lg:hidden" aria-hidden="true" />
    <span class="underline underline-offset-2 lg:no-underline">closes</span><span class="max-sm:sr-only -ml-1"
      >; progress is kept</span
    ></a
  >
</header>

{#snippet confirm()}
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  <button type="button" class="btn btn-primary" disabled={!given || isSending} onclick={send}
    >{label}{#if given}<kbd class="fine hidden rounded border border-current px-1.5 lg:inline">Enter</kbd
      >{/if}</button
  >
{/snippet}

{#snippet after()}
  {#if feedback}
    <AnswerFeedback {feedback} />
    <div class="sticky bottom-0 z-10 grid bg-paper py-2 max-lg:bottom-[60px]">
      <button type="button" class="btn btn-primary" onclick={goOn}
        >{(current?.number ?? 0) < data.round.length ? 'Next question' : 'See the round'}
        <kbd class="fine hidden rounded border border-current px-1.5 lg:inline">Enter</kbd></button
      >
    </div>
  {/if}
{/snippet}

{#if current}
  {@const question = current.question}
  {#key current.id}
    {#if question.drill === 'side by side'}
      <SideBySide questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'prove it'}
      <ProveIt questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'basket'}
      <Basket questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'tray'}
      <Tray questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'which part tells'}
      <WhichPart questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'from the path'}
      <FromThePath questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'should we take it'}
      <ShouldWeTakeIt questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'season'}
      <Season questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {:else if question.drill === 'names and terms'}
      <Names questionId={current.id} {question} {feedback} bind:given bind:label {confirm} {after} />
    {/if}
  {/key}
  {#if feedback?.sheet}
    {@const { sheet, photographs, walkId } = feedback.sheet}
    <section class="mt-6 border-t-[3px] border-rosehip pt-4">
      <h2 class="mb-3">Read the pair again before you go on</h2>
      <SheetText {sheet} {photographs} source={(id) => `/walks/${walkId}/plates/${id}`} />
    </section>
  {/if}
{:else}
  <RoundSummary answers={data.round.answers} walkId={data.round.walkId} />
{/if}
