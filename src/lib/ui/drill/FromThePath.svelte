<script lang="ts">
  import { palette } from '$lib/palette';
  import type { OpenFromThePath } from '$core/learning';
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
  }: KindProps<OpenFromThePath> = $props();

  let picked = $state<number[]>([]);
  $effect(() => {
    pending = {
      given: { drill: 'from the path', picked: [...picked] },
      label:
        picked.length === 0
          ? 'Nothing here: step nearer'
          : `Keep off ${picked.length === 1 ? 'this plant' : `these ${picked.length} plants`}`
    };
  });
  const toggle = (id: number) =>
    (picked = picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id]);
  const blur = { soft: 'sight-soft', blurred: 'sight-blurred' } as const;
</script>

<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    {#if feedback?.truth}<Truth truth={feedback.truth} />{:else if feedback}Nothing here harmed by touch.{:else}Before
      you step nearer: what here must not be touched?{/if}
  {/snippet}
  {#snippet picture()}
    <Picture
      {questionId}
      holdsControls={!feedback}
      picture={question.picture}
      class={['plate max-h-[calc(100vh-240px)] w-full', feedback ? '' : blur[question.sight]].join(' ')}
      label="What stands by the path"
    >
      {#if feedback}
        <Marks
          marks={feedback.marks}
          r={40}
          words={{ 'wrong, missed': 'not seen', 'wrong, found': 'seen', 'false alarm': 'harmless' }}
        />
      {:else}
        {#each question.plants as plant (plant.id)}
          {@const isPicked = picked.includes(plant.id)}
          <Pickable {isPicked} label="Plant {plant.id + 1}" ontoggle={() => toggle(plant.id)}>
            <rect
              x={plant.left}
              y={plant.top}
              width={plant.right - plant.left}
              height={plant.bottom - plant.top}
              class="reach"
              fill="transparent"
              stroke={isPicked ? palette.ink : 'none'}
              stroke-width="3.5"
              stroke-dasharray="8 5"
            />
          </Pickable>
        {/each}
      {/if}
    </Picture>
    <p class="fine mt-1 text-ink-2">
      {feedback
        ? 'The same, without the blur.'
        : 'As one sees it from a few paces: blurred, and at this time of the year.'}
    </p>
  {/snippet}
  {#snippet choices()}
    <p class="note text-ink-2">
      Tap what harms by touch, sap or sting. There may be none, one or several. Keeping off a harmless plant
      is no error.
    </p>
  {/snippet}
</Frame>
