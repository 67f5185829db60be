<script lang="ts">
  import { shortcut } from '$lib/ui/shortcut';
  import { palette } from '$lib/palette';
  import { nameWithin } from '$core/knowledge';
  import Skull from '@lucide/svelte/icons/skull';
  import type { Confidence as Level, OpenBasket, Spot } from '$core/learning';
  import Confidence from './Confidence.svelte';
  import Frame from './Frame.svelte';
  import Marks from './Marks.svelte';
  import Pickable from './Pickable.svelte';
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
  }: KindProps<OpenBasket> = $props();

  let takenOut = $state<number[]>([]);
  let keepsNone = $state(false);
  let confidence = $state<Level>();
  const medium = $derived(question.picture.isPhotograph ? 'photograph' : 'drawing');
  const stays = $derived(question.pieces.length - takenOut.length);

  $effect(() => {
    const what = keepsNone
      ? 'Keep none of it'
      : takenOut.length === 0
        ? `Keep all ${question.pieces.length}`
        : `Take out ${takenOut.length}, keep ${stays}`;
    pending = {
      given: confidence
        ? { drill: 'basket', takenOut: keepsNone ? [] : [...takenOut], keepsNone, confidence }
        : undefined,
      label: confidence ? `${what}, ${confidence}` : 'Say how sure you are'
    };
  });

  function toggle(id: number) {
    keepsNone = false;
    takenOut = takenOut.includes(id) ? takenOut.filter((one) => one !== id) : [...takenOut, id];
  }

  /** A fingertip means the piece whose middle is nearest. */
  function pick({ x, y }: Spot) {
    const near = question.pieces
      .map((piece) => ({ id: piece.id, far: Math.hypot(piece.x - x, piece.y - y) }))
      .reduce((a, b) => (b.far < a.far ? b : a));
    toggle(near.id);
  }

  function onkeydown(event: KeyboardEvent) {
    if (!feedback && shortcut(event) === 'f') keepsNone = !keepsNone;
  }
  const ink = palette.ink;
</script>

<svelte:window {onkeydown} />
<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else}Picked for {nameWithin(question.wanted.name)},
      <i>{question.wanted.scientific}</i>{question.part ? `, ${question.part}` : ''}: {question.pieces.length} pieces.
      Which do not belong?{/if}
  {/snippet}
  {#snippet picture()}
    <Picture
      {questionId}
      holdsControls={!feedback}
      picture={question.picture}
      class="plate w-full {feedback?.outcome === 'dangerous gather'
        ? 'max-h-[340px]'
        : 'max-h-[calc(100vh-230px)] min-h-[240px]'}"
      label="{question.pieces.length} pieces, in a {medium}"
      onpick={feedback ? undefined : pick}
    >
      {#if feedback}
        <Marks
          marks={feedback.marks}
          words={{ 'wrong, missed': 'stayed in', 'right, taken out': 'belonged' }}
        />
      {:else}
        {#each question.pieces as piece (piece.id)}
          {@const isOut = keepsNone || takenOut.includes(piece.id)}
          <Pickable
            isPicked={isOut}
            label="Take out piece {piece.id + 1}: {piece.words}"
            ontoggle={() => toggle(piece.id)}
          >
            <circle cx={piece.x} cy={piece.y} r="30" fill="transparent" class="reach" />
            {#if isOut}
              <circle cx={piece.x} cy={piece.y} r="26" fill={palette.paper} opacity="0.72" />
              <circle cx={piece.x} cy={piece.y} r="26" fill="none" stroke={ink} stroke-width="3" />
              <path
                d="M{piece.x - 11} {piece.y - 11}l22 22m0-22l-22 22"
                stroke={ink}
                stroke-width="4"
                stroke-linecap="round"
              />
            {/if}
          </Pickable>
        {/each}
      {/if}
    </Picture>
    <p class="fine mt-1 text-ink-2">
      {feedback
        ? `Pieces in a ${medium} teach the looking; nobody eats from a ${medium}.`
        : 'Tap a piece to take it out, and again to put it back. Up to three are wrong, or none.'}
    </p>
  {/snippet}
  {#snippet choices()}
    <div class="grid gap-x-6 max-lg:grid-cols-2 lg:gap-y-3" aria-live="polite">
      {#each [{ label: 'Stay in', count: keepsNone ? 0 : stays }, { label: 'Taken out', count: keepsNone ? question.pieces.length : takenOut.length }] as one, nth (nth)}
        <p class="flex items-baseline justify-between border-b border-rule pb-1">
          <span class="font-strong">{one.label}</span><span class="font-serif text-[26px] font-semibold"
            >{one.count}</span
          >
        </p>
      {/each}
    </div>
    <button
      type="button"
      aria-pressed={keepsNone}
      onclick={() => (keepsNone = !keepsNone)}
      class={[
        'flex min-h-[52px] cursor-pointer items-center gap-3 rounded-[3px] border-[1.5px] px-3 py-1 text-left',
        keepsNone ? 'border-ink bg-ink text-base-200' : 'border-rule-strong'
      ]}
      ><span class="flex-1 leading-5"
        ><strong>Keep none of it</strong><br /><span class="fine">It cannot be told from these pieces</span
        ></span
      ><kbd class="fine hidden rounded border border-current px-1.5 lg:inline">f</kbd></button
    >
    <Confidence bind:value={confidence} keys={['1', '2', '3']} />
  {/snippet}
  {#snippet below()}
    <p class="note flex gap-2 text-ink-2">
      <Skull size={16} class="mt-0.5 shrink-0" aria-hidden="true" /><span
        >A wrong piece that stays weighs ten good ones that are thrown away.</span
      >
    </p>
  {/snippet}
</Frame>
