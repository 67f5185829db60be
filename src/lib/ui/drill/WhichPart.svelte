<script lang="ts">
  import type { OpenWhichPart, Spot } from '$core/learning';
  import Marks from './Marks.svelte';
  import PartList from './PartList.svelte';
  import Picture from './Picture.svelte';
  import type { KindProps } from './kind';

  let {
    questionId,
    question,
    feedback,
    given = $bindable(),
    label = $bindable(),
    confirm,
    after
  }: KindProps<OpenWhichPart> = $props();

  let tap = $state<Spot>();
  let part = $state<number>();

  $effect(() => {
    given = tap
      ? { drill: 'which part tells', tap }
      : part === undefined
        ? undefined
        : { drill: 'which part tells', part };
    label = given ? 'This part' : 'Point at the part';
  });
</script>

<p class="mt-1 font-serif text-[19px] leading-7">
  {question.plant.name}, <i>{question.plant.scientific}</i>. Where do you see this?
  <strong>{question.character}: {question.state}</strong>
</p>
<div class="mt-3 grid gap-x-9 gap-y-4 lg:grid-cols-[minmax(0,1fr)_270px]">
  <div>
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
          stroke="#1F2D26"
          stroke-width="2.5"
          stroke-dasharray="4 4"
        />{/if}
    </Picture>
  </div>
  <div class="grid content-start gap-4">
    {#if feedback}
      {@render after()}
    {:else}
      <p class="note text-ink-2">Tap it on the {question.picture.isPhotograph ? 'photograph' : 'drawing'}.</p>
      <PartList
        parts={question.parts}
        {part}
        onchoose={(id) => {
          part = id;
          tap = undefined;
        }}
      />
      {@render confirm()}
    {/if}
  </div>
</div>
