<script lang="ts">
  import Eye from '@lucide/svelte/icons/eye';
  import Hand from '@lucide/svelte/icons/hand';
  import Leaf from '@lucide/svelte/icons/leaf';
  import Scissors from '@lucide/svelte/icons/scissors';
  import { v7 as uuid } from 'uuid';
  import { goto, invalidateAll } from '$app/navigation';
  import type { Choice, Confidence } from '$core/learning';
  import type { Feedback } from '$lib/server/drills';
  import AnswerFeedback from '$lib/ui/drill/AnswerFeedback.svelte';
  import RoundSummary from '$lib/ui/drill/RoundSummary.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import SheetText from '$lib/ui/brief/SheetText.svelte';

  let { data } = $props();
  // What was asked stays on screen until the learner goes on.
  // svelte-ignore state_referenced_locally
  let question = $state(data.round.next);
  let startedAt = Date.now();
  let choice = $state<Choice>();
  let tap = $state<{ x: number; y: number }>();
  let part = $state<number>();
  let confidence = $state<Confidence>();
  let feedback = $state<Feedback>();
  let problem = $state('');
  let isSending = $state(false);
  // One id an answer: sending it again after a broken connection stores nothing twice.
  let eventId = uuid();

  const isNamed = $derived(choice === 'target' || choice === 'lookalike');
  const hasPart = $derived(!isNamed || tap !== undefined || part !== undefined);
  const isReady = $derived(choice !== undefined && hasPart && confidence !== undefined);
  const levels: Confidence[] = ['unsure', 'fairly sure', 'sure'];
  const options = $derived(
    question
      ? ([
          {
            value: 'target',
            title: question.names.target,
            does: question.isGathered ? 'I would gather it' : 'I take it for the harmless one',
            icon: question.isGathered ? Scissors : Leaf
          },
          { value: 'lookalike', title: question.names.lookalike, does: 'I would leave it', icon: Hand },
          {
            value: 'cannot tell',
            title: 'Cannot tell from this',
            does: 'I would leave it and look further',
            icon: Eye
          }
        ] as const)
      : []
  );
  const confirmLabel = $derived(
    !choice
      ? 'Choose first'
      : !hasPart
        ? 'Point at the part that decided'
        : !confidence
          ? 'Say how sure you are'
          : `${choice === 'cannot tell' ? 'Cannot tell' : question?.names[choice]}, ${confidence}`
  );

  function onpick(event: MouseEvent & { currentTarget: SVGSVGElement }) {
    if (!question || feedback || !isNamed) return;
    // By the picture's own matrix: a photograph seldom fills the box that it is shown in.
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    tap = { x: Math.round(at.x), y: Math.round(at.y) };
    part = undefined;
  }

  async function send() {
    if (!question || !isReady || isSending || feedback) return;
    isSending = true;
    problem = '';
    const event = {
      id: eventId,
      kind: 'answer',
      questionId: question.id,
      choice,
      ...(isNamed && tap ? { tap } : {}),
      ...(isNamed && !tap && part !== undefined ? { part } : {}),
      confidence,
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

  /** Several characters of one part share a place: their numbers stand beside each other. */
  function spread(telling: Feedback['telling']): Feedback['telling'] {
    return telling.map((one, i) => {
      const before = telling
        .slice(0, i)
        .filter((other) => other.at && one.at && other.at.x === one.at.x && other.at.y === one.at.y).length;
      return one.at ? { ...one, at: { x: one.at.x + 27 * before, y: one.at.y } } : one;
    });
  }

  async function goOn() {
    await invalidateAll();
    question = data.round.next;
    startedAt = Date.now();
    eventId = uuid();
    choice = tap = part = confidence = feedback = undefined;
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') void goto('/practice');
    if (
      event.target instanceof HTMLElement &&
      event.target.closest('button, a, input') &&
      event.key === 'Enter'
    )
      return;
    if (event.key === 'Enter') {
      event.preventDefault();
      if (feedback) void goOn();
      else void send();
    }
    const number = Number(event.key);
    if (!feedback && number >= 1 && number <= 3) choice = options[number - 1]?.value;
    if (!feedback && number >= 4 && number <= 6) confidence = levels[number - 4];
    if (!feedback && event.key === 'f') choice = 'cannot tell';
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>Side by side · Good Trail</title></svelte:head>

<header class="flex flex-wrap items-baseline gap-x-4">
  <h1>Side by side</h1>
  <p class="text-[15px] text-ink-2">
    {question ? `question ${question.number} of ${data.round.length}` : 'done'} · for {data.round.walkName}
  </p>
  <a href="/practice" class="note ml-auto no-underline"
    ><kbd class="kbd kbd-sm hidden lg:inline">Esc</kbd>
    <span class="underline underline-offset-2 lg:no-underline">closes</span>; progress is kept</a
  >
</header>

{#if question}
  <p class="mt-1 font-serif text-[19px] leading-7">
    {#if feedback}This is <strong>{feedback.specimen.name}</strong>,
      <i>{feedback.specimen.scientific}</i>.{:else}{question.names.target},
      <i>{question.scientific.target}</i>, or {question.names.lookalike.toLowerCase()},
      <i>{question.scientific.lookalike}</i>?{/if}
  </p>
  <div class="mt-3 grid gap-x-9 gap-y-4 lg:grid-cols-[minmax(0,1fr)_270px]">
    <div>
      <!-- A tap is one way; the list of parts beside it serves keyboards. -->
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
      <svg
        viewBox="0 0 {question.plate.width} {question.plate.height}"
        class={[
          'plate w-full',
          feedback?.sheet ? 'max-h-[300px]' : 'max-h-[520px]',
          isNamed && !feedback ? 'cursor-crosshair' : ''
        ]}
        onclick={onpick}
        role="img"
        aria-label="{question.isPhotograph ? 'A photograph' : 'A drawn specimen'}, {question.parts
          .map(({ label }) => label)
          .join('; ')}"
        aria-describedby="drawing-in-words"
      >
        <image href="/questions/{question.id}" width={question.plate.width} height={question.plate.height} />
        {#if feedback}
          {#each spread(feedback.telling) as one, i (one.name)}
            {#if one.at}<circle
                cx={one.at.x}
                cy={one.at.y}
                r="12"
                fill="#1F2D26"
                stroke="#FCFAF3"
                stroke-width="2"
              /><text
                x={one.at.x}
                y={one.at.y + 5}
                text-anchor="middle"
                font-size="14"
                font-weight="700"
                fill="#FCFAF3">{i + 1}</text
              >{/if}
          {/each}
        {/if}
        {#if tap}<circle
            cx={tap.x}
            cy={tap.y}
            r="17"
            fill="none"
            stroke="#1F2D26"
            stroke-width="2.5"
            stroke-dasharray="4 4"
          />{/if}
      </svg>
      <p id="drawing-in-words" class="sr-only">{question.words.join(' ')}</p>
      <p class="fine mt-1 text-ink-2" aria-live="polite">
        {feedback
          ? `The numbers stand where the deciding characters are.${feedback.credit ? ` Photograph: ${feedback.credit}` : ''}`
          : isNamed
            ? hasPart
              ? 'Point again to change the part.'
              : `Now point at the part of the ${question.isPhotograph ? 'photograph' : 'drawing'} that decided.`
            : 'Scent, taste and touch cannot be shown.'}
      </p>
    </div>
    <div class="grid content-start gap-4">
      {#if !feedback}
        {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
        <fieldset class="grid gap-2">
          <legend class="note mb-1 font-[650]">Which is it?</legend>
          {#each options as option, i (option.value)}
            {@const Icon = option.icon}
            <button
              type="button"
              aria-pressed={choice === option.value}
              onclick={() => (choice = option.value)}
              class={[
                'flex min-h-[52px] cursor-pointer items-center gap-3 rounded-[3px] border-[1.5px] px-3 py-1 text-left',
                choice === option.value ? 'border-ink bg-ink text-base-200' : 'border-rule-strong'
              ]}
            >
              <Icon size={19} aria-hidden="true" /><span class="flex-1 leading-5"
                ><strong>{option.title}</strong><br /><span class="fine">{option.does}</span></span
              ><kbd class="fine rounded border border-current px-1.5">{i + 1}</kbd>
            </button>
          {/each}
        </fieldset>
        {#if isNamed}
          <details class="note">
            <summary class="cursor-pointer">Choose the part from a list</summary>
            <div class="mt-2 flex flex-wrap gap-2">
              {#each question.parts as one (one.id)}<button
                  type="button"
                  aria-pressed={part === one.id}
                  onclick={() => {
                    part = one.id;
                    tap = undefined;
                  }}
                  class={[
                    'min-h-9 cursor-pointer rounded-[3px] border px-2',
                    part === one.id ? 'border-ink bg-ink text-base-200' : 'border-rule-strong'
                  ]}>{one.label}</button
                >{/each}
            </div>
          </details>
        {/if}
        <fieldset>
          <legend class="note mb-1 font-[650]">How sure?</legend>
          <div class="flex">
            {#each levels as level, i (level)}<button
                type="button"
                aria-pressed={confidence === level}
                onclick={() => (confidence = level)}
                class={[
                  'note min-h-11 flex-1 cursor-pointer border-y-[1.5px] border-r-[1.5px] first:rounded-l-[3px] first:border-l-[1.5px] last:rounded-r-[3px]',
                  confidence === level ? 'border-ink bg-ink font-[650] text-base-200' : 'border-rule-strong'
                ]}>{level} <kbd class="fine hidden opacity-80 lg:inline">{i + 4}</kbd></button
              >{/each}
          </div>
        </fieldset>
        <button type="button" class="btn btn-primary" disabled={!isReady || isSending} onclick={send}
          >{confirmLabel}{#if isReady}<kbd class="fine rounded border border-current px-1.5">Enter</kbd
            >{/if}</button
        >
      {:else}
        <AnswerFeedback {feedback} names={question.names} />
        <button type="button" class="btn btn-primary" onclick={goOn}
          >{question.number < data.round.length ? 'Next question' : 'See the round'}
          <kbd class="fine rounded border border-current px-1.5">Enter</kbd></button
        >
      {/if}
    </div>
  </div>
  {#if feedback?.sheet}
    <section class="mt-6 border-t-[3px] border-rosehip pt-4">
      <h2 class="mb-3">Read the pair again before you go on</h2>
      <SheetText
        sheet={feedback.sheet}
        photographs={feedback.photographs}
        source={(id) => `/walks/${data.round.walkId}/plates/${id}`}
      />
    </section>
  {/if}
{:else}
  <RoundSummary outcomes={data.round.outcomes} walkId={data.round.walkId} />
{/if}
