<script lang="ts">
  import type { OpenNames } from '$core/learning';
  import Choices from './Choices.svelte';
  import Frame from './Frame.svelte';
  import Picture from './Picture.svelte';
  import Truth from './Truth.svelte';
  import type { KindProps } from './kind';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenNames> = $props();

  let typed = $state('');
  let chosen = $state<string>();
  const asked = $derived(
    {
      'english name': 'What is it called in English?',
      'scientific name': 'What is its scientific name?',
      family: 'To which family does it belong?',
      term: 'Which term is this?'
    }[question.asks]
  );
  $effect(() => {
    const answer = question.choices ? chosen : typed.trim();
    pending = {
      given: answer === undefined ? undefined : { drill: 'names and terms', answer },
      label: question.choices ? (chosen ?? 'Choose first') : typed.trim() || 'I do not know it'
    };
  });
</script>

<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else}{asked}{/if}
  {/snippet}
  {#snippet picture()}
    {#if question.picture}
      <Picture
        {questionId}
        picture={question.picture}
        class="plate max-h-[calc(100vh-240px)] min-h-[240px] w-full"
        label={question.picture.isPhotograph ? 'A photograph' : 'A drawn plant'}
      />
    {:else}
      <blockquote class="m-0 border-l-[3px] border-rule-strong py-2 pl-4 font-serif text-[22px] leading-8">
        {question.definition}
      </blockquote>
    {/if}
  {/snippet}
  {#snippet choices()}
    {#if question.choices}
      <Choices
        legend={asked}
        options={question.choices.map((value) => ({ value, title: value }))}
        bind:value={chosen}
      />
    {:else}
      <label
        ><span class="font-strong">{asked}</span><input
          type="text"
          class="input mt-1"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          maxlength="120"
          bind:value={typed}
        /></label
      >
      <p class="note text-ink-2">A slip of a letter in six is forgiven; its spelling is shown.</p>
    {/if}
  {/snippet}
</Frame>
