<script lang="ts">
  import { shortcutPlace } from '$lib/ui/shortcut';
  import type { OpenSeason } from '$core/learning';
  import Frame from './Frame.svelte';
  import InOrder from './InOrder.svelte';
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
  }: KindProps<OpenSeason> = $props();

  const isMatch = $derived(question.mode === 'match');
  // svelte-ignore state_referenced_locally
  let cards = $state(question.cards.map((card) => ({ ...card })));
  let chosen = $state<number>();
  let isMoved = $state(false);

  $effect(() => {
    pending = {
      given: isMatch
        ? chosen === undefined
          ? undefined
          : { drill: 'season', order: [chosen] }
        : { drill: 'season', order: cards.map(({ id }) => id) },
      label: isMatch
        ? chosen === undefined
          ? 'Choose its flower'
          : `Number ${cards.findIndex(({ id }) => id === chosen) + 1} is its flower`
        : isMoved
          ? 'This is the order of the year'
          : 'It is in order as it stands'
    };
  });

  function onkeydown(event: KeyboardEvent) {
    const place = shortcutPlace(event);
    const card = isMatch && !feedback && place !== undefined ? cards[place] : undefined;
    if (card) chosen = card.id;
  }
</script>

<svelte:window {onkeydown} />
<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else if isMatch}This plant will flower later. Which
      is its flower?{:else if question.of}{question.of.name}, <i>{question.of.scientific}</i>, through the
      year: put it in order, the earliest first.{:else}Put them in the order of the year, the earliest first.{/if}
  {/snippet}
  {#snippet picture()}
    {#if isMatch && question.shown}
      <div class="grid gap-4 sm:grid-cols-[200px_minmax(0,1fr)]">
        <Picture
          {questionId}
          picture={question.shown}
          class="plate w-full max-sm:max-h-[200px]"
          label="Young"
        />
        <div class="grid grid-cols-2 gap-3">
          {#each cards as card, i (card.id)}
            <button
              type="button"
              aria-pressed={chosen === card.id}
              disabled={feedback !== undefined}
              onclick={() => (chosen = card.id)}
              class={[
                'relative cursor-pointer rounded-[3px] border-[2.5px] bg-plate-paper p-1',
                chosen === card.id ? 'border-ink' : 'border-rule'
              ]}
              ><span class="disc absolute top-2 left-2">{i + 1}</span><Picture
                {questionId}
                picture={card.picture}
                class="max-h-[190px] w-full"
                label="Flower {i + 1}"
              /></button
            >
          {/each}
        </div>
      </div>
    {:else}
      <InOrder bind:cards isFixed={feedback !== undefined} onmove={() => (isMoved = true)}>
        {#snippet card(one: (typeof cards)[number])}
          <span class="h-[84px] w-[84px] shrink-0 bg-plate-paper"
            ><Picture
              {questionId}
              picture={one.picture}
              class="h-full w-full"
              label={one.label || `Card ${one.id + 1}`}
            /></span
          >
          <span class="flex-1">{one.label}</span>
        {/snippet}
      </InOrder>
    {/if}
  {/snippet}
  {#snippet choices()}
    <p class="note text-ink-2">
      {isMatch
        ? 'The rosette in spring and the flower in summer look like two plants.'
        : 'Drag a card, or move it with its arrows. The year begins in January.'}
    </p>
  {/snippet}
</Frame>
