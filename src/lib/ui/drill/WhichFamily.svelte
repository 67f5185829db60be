<script lang="ts">
  import { palette } from '$lib/palette';
  import type { OpenWhichFamily, Spot } from '$core/learning';
  import Choices from './Choices.svelte';
  import Frame from './Frame.svelte';
  import Marks from './Marks.svelte';
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
  }: KindProps<OpenWhichFamily> = $props();

  const unknown = 'cannot tell';
  let family = $state<string>();
  let tap = $state<Spot>();
  let part = $state<number>();
  const isNamed = $derived(family !== undefined && family !== unknown);
  const where = $derived(tap ? { tap } : part === undefined ? undefined : { part });

  $effect(() => {
    pending = {
      given:
        family === undefined || (isNamed && !where)
          ? undefined
          : { drill: 'which family', ...(isNamed ? { family, ...where } : {}) },
      label:
        family === undefined
          ? 'Choose a family'
          : isNamed
            ? where
              ? (question.families.find(({ name }) => name === family)?.english ?? family)
              : 'Point at what made you say so'
            : 'Cannot tell'
    };
  });
</script>

<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else}To which family does it belong, and what made
      you say so?{/if}
  {/snippet}
  {#snippet picture()}
    <Picture
      {questionId}
      picture={question.picture}
      class="plate max-h-[calc(100vh-240px)] min-h-[240px] w-full"
      label={question.picture.isPhotograph ? 'A photograph' : 'A drawn plant'}
      onpick={isNamed && !feedback
        ? (at) => {
            tap = at;
            part = undefined;
          }
        : undefined}
    >
      {#if feedback}<Marks marks={feedback.marks} r={24} />{/if}
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
  {/snippet}
  {#snippet choices()}
    <Choices
      legend="The family"
      options={[
        ...question.families.map(({ name, english }) => ({ value: name, title: english, does: name })),
        { value: unknown, title: 'Cannot tell from this', does: 'I would look further' }
      ]}
      bind:value={family}
    />
    {#if isNamed}
      <p class="note text-ink-2">
        {where
          ? 'Point again to change the part.'
          : `Now point at it on the ${question.picture.isPhotograph ? 'photograph' : 'drawing'}.`}
      </p>
      <PartList
        parts={question.parts}
        {part}
        onchoose={(id) => {
          part = id;
          tap = undefined;
        }}
      />
    {/if}
  {/snippet}
</Frame>
