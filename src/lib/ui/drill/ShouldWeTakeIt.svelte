<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import { type OpenShouldWeTakeIt, type TakingReason, takingReasons } from '$core/learning';
  import { stageWord } from '$lib/ui/stage-word';
  import Choices from './Choices.svelte';
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
  }: KindProps<OpenShouldWeTakeIt> = $props();

  let reason = $state<'take it' | TakingReason>();
  const options = [
    { value: 'take it' as const, title: 'Yes: take some' },
    ...takingReasons.map((value) => ({ value, title: `No: ${value}` }))
  ];
  $effect(() => {
    given = reason && { drill: 'should we take it', reason };
    label = options.find(({ value }) => value === reason)?.title ?? 'Choose first';
  });
</script>

<p class="mt-1 font-serif text-[19px] leading-7">
  This is {nameWithin(question.plant.name)}, <i>{question.plant.scientific}</i>, in {stageWord(
    question.plant.group,
    question.plant.stage
  )}. Should it be taken here?
</p>
<div class="mt-3 grid gap-x-9 gap-y-4 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="grid content-start gap-x-7 gap-y-3 sm:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
    <Picture
      {questionId}
      picture={question.picture}
      class="plate max-h-[430px] w-full max-sm:max-h-[240px]"
      label="The plant, drawn"
    />
    <ul class="m-0 list-none p-0">
      {#each question.scene as line (line)}<li class="border-b border-rule py-2">{line}</li>{/each}
    </ul>
  </div>
  <div class="grid content-start gap-4">
    {#if feedback}
      {@render after()}
    {:else}
      <Choices legend="Decide" {options} bind:value={reason} />
      {@render confirm()}
    {/if}
  </div>
</div>
