<script lang="ts">
  import { palette } from '$lib/palette';
  import type { OpenWhichPart, Spot } from '$core/learning';
  import Frame from './Frame.svelte';
  import Marks from './Marks.svelte';
  import PartList from './PartList.svelte';
  import Picture from './Picture.svelte';
  import type { KindProps } from './kind';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenWhichPart> = $props();

  let tap = $state<Spot>();
  let part = $state<number>();

  $effect(() => {
    const where = tap ? { tap } : part === undefined ? undefined : { part };
    pending = {
      given: where && { drill: 'which part tells', ...where },
      label: where ? 'This part' : 'Point at the part'
    };
  });
</script>

<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {question.plant.name}, <i>{question.plant.scientific}</i>. Where do you see this?
    <strong>{question.character}: {question.state}</strong>
  {/snippet}
  {#snippet picture()}
    <Picture
      {questionId}
      picture={question.picture}
      class="plate max-h-[calc(100vh-240px)] min-h-[240px] w-full"
      label={question.picture.isPhotograph ? 'A photograph' : 'A drawn plant'}
      onpick={feedback
        ? undefined
        : (at) => {
            tap = at;
            part = undefined;
          }}
    >
      {#if feedback}<Marks marks={feedback.marks} r={24} />{/if}
      {#if tap}<circle
          cx={tap.x}
          cy={tap.y}
          r="15"
          fill="none"
          stroke={palette.ink}
          stroke-width="2.5"
          stroke-dasharray="4 4"
        />{/if}
    </Picture>
  {/snippet}
  {#snippet choices()}
    <p class="note text-ink-2">Tap it on the {question.picture.isPhotograph ? 'photograph' : 'drawing'}.</p>
    <PartList
      parts={question.parts}
      {part}
      onchoose={(id) => {
        part = id;
        tap = undefined;
      }}
    />
  {/snippet}
</Frame>
