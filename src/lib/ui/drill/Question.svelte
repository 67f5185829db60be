<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Feedback, Given, OpenQuestion } from '$core/learning';
  import Basket from './Basket.svelte';
  import FromThePath from './FromThePath.svelte';
  import Names from './Names.svelte';
  import ProveIt from './ProveIt.svelte';
  import Season from './Season.svelte';
  import ShouldWeTakeIt from './ShouldWeTakeIt.svelte';
  import SideBySide from './SideBySide.svelte';
  import Tray from './Tray.svelte';
  import WhichPart from './WhichPart.svelte';

  /** A question of any kind, open or answered. */
  interface Props {
    questionId: string;
    question: OpenQuestion;
    feedback: Feedback | undefined;
    given?: Given | undefined;
    label?: string;
    confirm: Snippet;
    after: Snippet;
  }
  let {
    questionId,
    question,
    feedback,
    given = $bindable(),
    label = $bindable(''),
    confirm,
    after
  }: Props = $props();
</script>

{#if question.drill === 'side by side'}
  <SideBySide {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'prove it'}
  <ProveIt {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'basket'}
  <Basket {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'tray'}
  <Tray {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'which part tells'}
  <WhichPart {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'from the path'}
  <FromThePath {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'should we take it'}
  <ShouldWeTakeIt {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else if question.drill === 'season'}
  <Season {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{:else}
  <Names {questionId} {question} {feedback} bind:given bind:label {confirm} {after} />
{/if}
