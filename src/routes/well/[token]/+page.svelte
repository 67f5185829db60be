<script lang="ts">
  import Phone from '@lucide/svelte/icons/phone';
  import { longDate } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  /** One question, on a phone, without signing in. */
  let { data, form } = $props();
  const question = $derived(data.question);
  const isUnwell = $derived(question?.answer === 'not well');
</script>

<svelte:head><title>How are you? · Good Trail</title><meta name="robots" content="noindex" /></svelte:head>

{#snippet numbers()}
  <ul class="m-0 mt-3 grid list-none gap-2 p-0">
    {#each question!.numbers as { label, number } (number)}<li>
        <a
          href="tel:{number.replaceAll(' ', '')}"
          class="btn btn-line h-auto min-h-[56px] w-full justify-start py-2"
          ><Phone size={20} class="shrink-0" aria-hidden="true" /><span class="text-left"
            ><strong class="whitespace-nowrap">{number}</strong> {label}</span
          ></a
        >
      </li>{/each}
  </ul>
{/snippet}

<div class="mx-auto max-w-[560px]">
  {#if !question}
    <h1>This link does not open</h1>
    <Notice kind="problem">It is not known. Perhaps a newer one was sent, or not all of it was copied.</Notice
    >
  {:else}
    <h1>How are you, {question.name}?</h1>
    <p class="mt-2">
      You were on {question.walk}, {longDate(question.heldOn)}, with {question.school}.
    </p>
    {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    {#if isUnwell}
      <section class="mt-4 border-l-[6px] border-rosehip pl-4">
        <h2>Do not wait for us</h2>
        <p class="mt-1">
          Call now. Say what you ate or touched, how much and when, and what you feel. Keep what is left of
          it. Do not make yourself vomit.
        </p>
        {@render numbers()}
        <p class="mt-3 text-ink-2">{question.school} has been told.</p>
      </section>
    {:else if question.answer === 'well'}
      <Notice kind="done">Thank you: noted as well. If that changes, say so here, and call at once.</Notice>
    {/if}
    {#if question.isOpen}
      <form method="POST" class="mt-5 grid gap-4" use:enhance>
        <label class="grid gap-1 font-strong"
          >In words, if you like<textarea
            name="words"
            rows="3"
            maxlength="500"
            class="textarea w-full py-2"
            placeholder="what you feel, since when">{question.words}</textarea
          ></label
        >
        <div class="grid gap-3 sm:grid-cols-2">
          <button name="answer" value="well" class="btn btn-line min-h-[64px] text-[19px]">I am well</button>
          <button
            name="answer"
            value="not well"
            class="btn min-h-[64px] border-rosehip bg-rosehip text-[19px] text-paper">I am not well</button
          >
        </div>
      </form>
      {#if !isUnwell}
        <p class="mt-5 text-ink-2">
          Ill after eating or touching a wild plant? It may begin hours or days later. Call at once:
        </p>
        {@render numbers()}
      {/if}
      <p class="note mt-5 text-ink-2">
        Only those who lead walks of {question.school} read this. Your answer can be changed here for two weeks,
        and is deleted later.
      </p>
    {:else}<p class="mt-4">This link has ended. Whoever led the walk is glad of a call.</p>
      {@render numbers()}{/if}
  {/if}
</div>
