<script lang="ts">
  import type { OpenOwnQuestion } from '$core/learning';
  import { shortcutPlace } from '$lib/ui/shortcut';
  import Choices from './Choices.svelte';
  import Frame from './Frame.svelte';
  import InOrder from './InOrder.svelte';
  import Marks from './Marks.svelte';
  import Picture from './Picture.svelte';
  import Places from './Places.svelte';
  import type { KindProps } from './kind';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenOwnQuestion> = $props();

  const isAll = $derived(question.choose === 'all');
  const places = $derived(
    question.options.flatMap(({ id, words, shape }) => (shape ? [{ id, words, shape }] : []))
  );
  let chosen = $state<number[]>([]);
  let typed = $state('');
  // svelte-ignore state_referenced_locally
  let cards = $state(question.kind === 'order' ? question.options.map((option) => ({ ...option })) : []);
  let isMoved = $state(false);
  const legend = $derived(
    isAll ? 'All that are right' : question.kind === 'spot' ? 'The place' : 'Your answer'
  );

  function toggle(id: number) {
    if (feedback) return;
    chosen = isAll ? (chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]) : [id];
  }
  const wordsOf = (id: number) => question.options.find((one) => one.id === id)?.words ?? '';

  $effect(() => {
    const drill = 'own question' as const;
    if (question.kind === 'typed')
      pending = {
        given: { drill, chosen: [], typed: typed.trim() },
        label: typed.trim() || 'I do not know it'
      };
    else if (question.kind === 'order')
      pending = {
        given: { drill, chosen: cards.map(({ id }) => id), typed: '' },
        label: isMoved ? 'This is the order' : 'It is in order as it stands'
      };
    else
      pending = {
        given: chosen.length > 0 ? { drill, chosen, typed: '' } : undefined,
        label:
          chosen.length === 0
            ? 'Choose first'
            : chosen.length === 1
              ? wordsOf(chosen[0]!)
              : `These ${chosen.length}`
      };
  });
  function onkeydown(event: KeyboardEvent) {
    const option = isAll ? question.options[shortcutPlace(event) ?? -1] : undefined;
    if (option) toggle(option.id);
  }
</script>

<svelte:window {onkeydown} />
<Frame {feedback} {confirm} {after}>
  {#snippet statement()}<span class="whitespace-pre-line">{question.asks}</span>{/snippet}
  {#snippet picture()}
    {#if question.picture}
      <Picture
        {questionId}
        picture={question.picture}
        class="plate max-h-[calc(100vh-240px)] min-h-[240px] w-full"
        label={question.picture.words[0] ?? 'A picture of the school’s own'}
      >
        {#if places.length > 0}<Places
            {places}
            {chosen}
            width={question.picture.width}
            onchoose={feedback ? undefined : toggle}
          />{/if}
        {#if feedback}<Marks marks={feedback.marks} r={(30 * question.picture.width) / 620} />{/if}
      </Picture>
    {/if}
    {#if question.kind === 'order'}
      <InOrder bind:cards isFixed={feedback !== undefined} onmove={() => (isMoved = true)}>
        {#snippet card(one: (typeof cards)[number])}<span class="flex-1 py-1.5">{one.words}</span>{/snippet}
      </InOrder>
    {/if}
  {/snippet}
  {#snippet choices()}
    {#if question.kind === 'typed'}
      <label
        ><span class="font-strong">{legend}</span><input
          type="text"
          class="input mt-1"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          maxlength="120"
          bind:value={typed}
        /></label
      >
      <p class="note text-ink-2">A slip of a letter in six is forgiven, in a figure none.</p>
    {:else if question.kind === 'order'}
      <p class="note text-ink-2">Drag a card, or move it with its arrows.</p>
    {:else if isAll}
      <fieldset class="grid gap-2">
        <legend class="mb-1 font-strong">{legend}</legend>
        {#each question.options as option (option.id)}
          <label class="flex min-h-10 items-center gap-3"
            ><input
              type="checkbox"
              class="checkbox"
              checked={chosen.includes(option.id)}
              onchange={() => toggle(option.id)}
            />{option.words}</label
          >
        {/each}
      </fieldset>
    {:else}
      <Choices
        {legend}
        options={question.options.map(({ id, words }) => ({ value: String(id), title: words }))}
        bind:value={
          () => (chosen.length === 1 ? String(chosen[0]) : undefined),
          (value) => (chosen = value === undefined ? [] : [Number(value)])
        }
      />
    {/if}
  {/snippet}
</Frame>
