<script lang="ts">
  import { shortcut } from '$lib/ui/shortcut';
  import { palette } from '$lib/palette';
  import { nameWithin } from '$core/knowledge';
  import Eye from '@lucide/svelte/icons/eye';
  import Hand from '@lucide/svelte/icons/hand';
  import Leaf from '@lucide/svelte/icons/leaf';
  import Scissors from '@lucide/svelte/icons/scissors';
  import type { Choice, Confidence as Level, Contrast, OpenSideBySide, Spot } from '$core/learning';
  import Choices from './Choices.svelte';
  import Confidence from './Confidence.svelte';
  import Frame from './Frame.svelte';
  import PartList from './PartList.svelte';
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
  }: KindProps<OpenSideBySide> = $props();

  let choice = $state<Choice>();
  let tap = $state<Spot>();
  let part = $state<number>();
  let confidence = $state<Level>();
  const isNamed = $derived(choice === 'target' || choice === 'lookalike');
  const hasPart = $derived(!isNamed || tap !== undefined || part !== undefined);
  const options = $derived([
    {
      value: 'target',
      title: question.names.target.name,
      does: !question.harms
        ? ''
        : question.gathers
          ? `I would gather it: ${question.gathers}`
          : 'This one, and I leave it',
      icon: question.gathers ? Scissors : Leaf
    },
    {
      value: 'lookalike',
      title: question.names.lookalike.name,
      does: question.harms ? 'I would leave it' : '',
      icon: question.harms ? Hand : Leaf
    },
    {
      value: 'cannot tell',
      title: 'Cannot tell from this',
      does: question.harms ? 'I would leave it and look further' : 'I would look further',
      icon: Eye
    }
  ] as const);

  $effect(() => {
    pending = {
      given:
        choice && hasPart && confidence
          ? {
              drill: 'side by side',
              choice,
              ...(isNamed && tap ? { tap } : {}),
              ...(isNamed && !tap && part !== undefined ? { part } : {}),
              confidence
            }
          : undefined,
      label: !choice
        ? 'Choose first'
        : !hasPart
          ? 'Point at the part that decided'
          : !confidence
            ? 'Say how sure you are'
            : `${choice === 'cannot tell' ? 'Cannot tell' : question.names[choice].name}, ${confidence}`
    };
  });

  /** Several characters of one part share a place: their numbers stand beside each other. */
  const places = (rows: Contrast['rows']) =>
    rows.flatMap(({ name, at }, i) => {
      if (!at) return [];
      const before = rows.slice(0, i).filter((other) => other.at?.x === at.x && other.at.y === at.y).length;
      return [{ name, number: i + 1, x: at.x + 27 * before, y: at.y }];
    });

  function onkeydown(event: KeyboardEvent) {
    if (!feedback && shortcut(event) === 'f') choice = 'cannot tell';
  }
</script>

<svelte:window {onkeydown} />
<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else}{question.names.target.name},
      <i>{question.names.target.scientific}</i>, or {nameWithin(question.names.lookalike.name)},
      <i>{question.names.lookalike.scientific}</i>?{/if}
  {/snippet}
  {#snippet picture()}
    <Picture
      {questionId}
      picture={question.picture}
      class="plate w-full {feedback?.outcome === 'dangerous gather' ? 'max-h-[300px]' : 'max-h-[520px]'}"
      label="{question.picture.isPhotograph ? 'A photograph' : 'A drawn specimen'}, {question.parts
        .map((one) => one.label)
        .join('; ')}"
      onpick={isNamed && !feedback
        ? (at) => {
            tap = at;
            part = undefined;
          }
        : undefined}
    >
      {#if feedback?.contrast}
        {#each places(feedback.contrast.rows) as one, nth (nth)}
          <circle cx={one.x} cy={one.y} r="12" fill={palette.ink} stroke={palette.paper} stroke-width="2" />
          <text
            x={one.x}
            y={one.y + 5}
            text-anchor="middle"
            font-size="14"
            font-weight="700"
            fill={palette.paper}>{one.number}</text
          >
        {/each}
      {/if}
      {#if tap}<circle
          cx={tap.x}
          cy={tap.y}
          r="17"
          fill="none"
          stroke={palette.ink}
          stroke-width="2.5"
          stroke-dasharray="4 4"
        />{/if}
    </Picture>
    <p class="fine mt-1 text-ink-2" aria-live="polite">
      {feedback
        ? 'The numbers stand where the deciding characters are.'
        : isNamed
          ? hasPart
            ? 'Point again to change the part.'
            : `Now point at the part of the ${question.picture.isPhotograph ? 'photograph' : 'drawing'} that decided.`
          : 'Scent, taste and touch cannot be shown.'}
    </p>
  {/snippet}
  {#snippet choices()}
    <Choices legend="Which is it?" {options} bind:value={choice} />
    {#if isNamed}
      <PartList
        parts={question.parts}
        {part}
        onchoose={(id) => {
          part = id;
          tap = undefined;
        }}
      />
    {/if}
    <Confidence bind:value={confidence} keys={['4', '5', '6']} />
  {/snippet}
</Frame>
