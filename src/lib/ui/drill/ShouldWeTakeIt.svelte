<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import { type OpenShouldWeTakeIt, type TakingReason, takingReasons } from '$core/learning';
  import { stageWord } from '$core/words';
  import Choices from './Choices.svelte';
  import Frame from './Frame.svelte';
  import Picture from './Picture.svelte';
  import type { KindProps } from './kind';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenShouldWeTakeIt> = $props();

  let reason = $state<'take it' | TakingReason>();
  const options = [
    { value: 'take it' as const, title: 'Yes: take some' },
    ...takingReasons.map((value) => ({ value, title: `No: ${value}` }))
  ];
  $effect(() => {
    pending = {
      given: reason && { drill: 'should we take it', reason },
      label: options.find(({ value }) => value === reason)?.title ?? 'Choose first'
    };
  });
</script>

<Frame {feedback} {confirm} {after}>
  {#snippet statement()}
    This is {nameWithin(question.plant.name)}, <i>{question.plant.scientific}</i>, in {stageWord(
      question.plant.group,
      question.plant.stage
    )}. Should it be taken here?
  {/snippet}
  {#snippet picture()}
    <div class="grid content-start gap-x-7 gap-y-3 sm:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <Picture
        {questionId}
        picture={question.picture}
        class="plate max-h-[430px] w-full max-sm:max-h-[240px]"
        label="The plant, drawn"
      />
      <ul class="m-0 list-none p-0">
        {#each question.scene as line, nth (nth)}<li class="border-b border-rule py-2">{line}</li>{/each}
      </ul>
    </div>
  {/snippet}
  {#snippet choices()}
    <Choices legend="Decide" {options} bind:value={reason} />
  {/snippet}
</Frame>
