<script lang="ts">
  import { v7 as uuid } from 'uuid';
  import type { Choice, Confidence as Level } from '$core/learning';
  import { nameWithin } from '$core/knowledge';
  import type { AnswerKept, PhoneView } from '$lib/server/learning/group';
  import Notice from '$lib/ui/Notice.svelte';
  import Choices from '$lib/ui/drill/Choices.svelte';
  import Confidence from '$lib/ui/drill/Confidence.svelte';
  import { outcomeLooks } from '$lib/ui/drill/outcomes';
  import Specimen from '$lib/ui/group/Specimen.svelte';
  import { watch } from '$lib/ui/group/watch';
  import { askedOf, choicesOf } from '$lib/ui/group/words';

  let { data } = $props();
  let streamed = $state<PhoneView>();
  const round = $derived(streamed && streamed.step >= data.round.step ? streamed : data.round);
  let isLive = $state(true);
  /** By specimen, as the server has them. */
  // svelte-ignore state_referenced_locally
  let kept = $state<Record<number, AnswerKept>>(
    Object.fromEntries(data.answers.map((one) => [one.position, one]))
  );
  let choice = $state<Choice>();
  let part = $state<string>();
  let confidence = $state<Level>();
  let isSending = $state(false);
  let problem = $state('');
  let isShown = $state(false);

  const question = $derived(round.question);
  const answer = $derived(kept[round.position]);
  const asksPart = $derived(
    (choice === 'target' || choice === 'lookalike') && (question?.letters.length ?? 0) > 0
  );
  const isReady = $derived(
    choice !== undefined && confidence !== undefined && (!asksPart || part !== undefined)
  );

  $effect(() => watch<PhoneView>('/join/phone/stream', show, (live) => (isLive = live)));

  function show(view: PhoneView) {
    if (view.position !== round.position) {
      [choice, part, confidence, problem, isShown] = [undefined, undefined, undefined, '', false];
    }
    streamed = view;
  }

  /** Milliseconds between tries, while the connection is away. */
  const pauseMs = 1500;

  /** Sends until there is an answer: the same again and again, with one id. */
  async function send() {
    if (!choice || !confidence || isSending) return;
    isSending = true;
    problem = '';
    const { position } = round;
    const body = JSON.stringify({
      id: uuid(),
      position,
      choice,
      ...(asksPart && part ? { part } : {}),
      confidence
    });
    for (let isDone = false; !isDone;) {
      try {
        const response = await fetch('/join/phone/answer', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body
        });
        isDone = response.status < 500;
        const told = (await response.json()) as {
          kept?: AnswerKept;
          problem?: string;
          message?: string;
        };
        if (told.kept) kept[position] = told.kept;
        else problem = told.problem ?? told.message ?? 'The answer was not taken.';
      } catch {
        problem = 'No connection. Your answer is sent as soon as there is one: leave this page open.';
      }
      if (!isDone) await new Promise((done) => setTimeout(done, pauseMs));
      // Meanwhile it was told: an answer that comes now is refused, in words.
    }
    if (kept[position]) problem = '';
    isSending = false;
  }

  const own = ({ choice: given, part: letter, confidence: level }: AnswerKept) =>
    [
      question &&
        choicesOf(question)
          .find(({ value }) => value === given)
          ?.title.toLowerCase(),
      letter && `part ${letter}`,
      level
    ]
      .filter(Boolean)
      .join(', ');
</script>

<svelte:head><title>{round.name} · Good Trail</title></svelte:head>
<div class="mx-auto max-w-[440px]">
  <header class="flex items-baseline justify-between gap-3">
    <h1 class="text-[20px]!">{round.name}</h1>
    <p class="note shrink-0 text-ink-2">
      {round.position > 0 ? `${round.position} of ${round.length}` : ''}
    </p>
  </header>
  <p class="note flex flex-wrap justify-between gap-x-3 text-ink-2">
    <span class="min-w-0 break-words">This phone: {data.name}</span>
    {#if !isLive}<span class="text-ochre" role="status">no connection; trying again</span>{/if}
  </p>
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}

  {#if round.phase === 'joining'}
    <p class="mt-6 font-serif text-[24px] leading-8">
      You are in. Look at the screen: the first specimen comes.
    </p>
    <p class="mt-2 text-ink-2">Talk with each other first, every time, and answer then.</p>
  {:else if round.phase === 'closed'}
    <p class="mt-6 font-serif text-[24px] leading-8">The round is over. Thank you.</p>
    <p class="mt-2">
      You answered {Object.keys(kept).length} of {round.length}. What was told in a round is a drawing’s:
      outside, every plant is looked at anew.
    </p>
    <form method="POST" action="?/leave" class="mt-4">
      <button class="btn btn-line">Leave the round</button>
    </form>
  {:else if round.told && question}
    {@const { truth, worth, telling, reasons } = round.told}
    <p class="mt-5 font-serif text-[24px] leading-8">
      {truth.lead} <strong>{nameWithin(truth.name)}</strong>, <i>{truth.scientific}</i>
    </p>
    {#if answer}
      {@const look = outcomeLooks[worth[answer.choice]]}
      {@const Icon = look.icon}
      <p class={['mt-3 flex items-center gap-2 font-serif text-[19px] font-semibold', look.tone]}>
        <Icon size={21} class="shrink-0" aria-hidden="true" />{look.said}
      </p>
      <p class="mt-1 text-ink-2">
        You said: {own(answer)}.{#if answer.part}
          {telling.includes(answer.part)
            ? `Part ${answer.part} tells the two apart.`
            : `Part ${answer.part} does not tell the two apart.`}{/if}
      </p>
    {:else}<p class="mt-3 text-ink-2">This phone gave no answer here.</p>{/if}
    {#each reasons as reason, i (i)}<p class="note mt-2 text-ink-2">{reason}</p>{/each}
    <p class="note mt-3 border-t border-rule pt-3">The reason stands on the screen.</p>
  {:else if question}
    <p class="mt-4 font-serif text-[24px] font-semibold leading-8">{askedOf(question)}</p>
    <button
      type="button"
      class="link note mt-1 min-h-10"
      aria-expanded={isShown}
      onclick={() => (isShown = !isShown)}
      >{isShown ? 'Hide the specimen' : 'Show the specimen here, too'}</button
    >
    {#if isShown}<Specimen view={round} source="/join/phone/specimen?{round.position}" />{/if}
    {#if answer}
      <p class="mt-4 border-t-[1.5px] border-ink pt-3">Sent: <strong>{own(answer)}</strong>.</p>
      <p class="mt-1 text-ink-2">
        {round.phase === 'divided'
          ? 'The screen shows how the room divides.'
          : 'The first answer of a phone stands. Wait for the others.'}
      </p>
    {:else if round.phase === 'divided'}
      <p class="mt-4 border-t-[1.5px] border-ink pt-3">
        The screen shows how the room divides: this phone gave no answer to this specimen.
      </p>
    {:else}
      <div class="mt-2 grid gap-5">
        <Choices legend="Talk first, then:" options={choicesOf(question)} bind:value={choice} />
        {#if asksPart}
          <fieldset>
            <legend class="mb-1 font-strong">Which part decides?</legend>
            <div class="flex flex-wrap gap-2">
              {#each question.letters as { letter, label } (letter)}<button
                  type="button"
                  class={[
                    'grid h-[52px] w-[52px] place-items-center rounded-full border-[1.5px] border-ink font-serif text-[23px] font-semibold',
                    part === letter ? 'bg-ink text-base-200' : ''
                  ]}
                  aria-pressed={part === letter}
                  aria-label="{letter}: {label}"
                  onclick={() => (part = letter)}>{letter}</button
                >{/each}
            </div>
          </fieldset>
        {/if}
        <Confidence bind:value={confidence} />
        <button
          type="button"
          class="btn btn-primary min-h-[56px]"
          disabled={!isReady || isSending}
          onclick={send}
          >{isSending
            ? 'Sending …'
            : !choice
              ? 'Choose first'
              : asksPart && !part
                ? 'Say which part decides'
                : !confidence
                  ? 'Say how sure you are'
                  : 'Send it'}</button
        >
      </div>
    {/if}
  {/if}
</div>
