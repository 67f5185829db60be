<script lang="ts">
  import type { Component, Snippet } from 'svelte';
  import type { DrillName, Feedback, OpenQuestion } from '$core/learning';
  import Basket from './Basket.svelte';
  import FromThePath from './FromThePath.svelte';
  import Names from './Names.svelte';
  import OwnQuestion from './OwnQuestion.svelte';
  import ProveIt from './ProveIt.svelte';
  import Season from './Season.svelte';
  import ShouldWeTakeIt from './ShouldWeTakeIt.svelte';
  import SideBySide from './SideBySide.svelte';
  import Tray from './Tray.svelte';
  import WhichFamily from './WhichFamily.svelte';
  import WhichPart from './WhichPart.svelte';
  import type { KindProps, Pending } from './kind';

  /** A question of any kind, open or answered. */
  interface Props {
    questionId: string;
    question: OpenQuestion;
    feedback: Feedback | undefined;
    pending?: Pending;
    confirm: Snippet;
    after: Snippet;
  }
  let {
    questionId,
    question,
    feedback,
    pending = $bindable({ given: undefined, label: '' }),
    confirm,
    after
  }: Props = $props();

  type PartFor<Kind> = Component<KindProps<Extract<OpenQuestion, { drill: Kind }>>, object, 'pending'>;
  const parts: { readonly [Kind in DrillName]: PartFor<Kind> } = {
    'side by side': SideBySide,
    'prove it': ProveIt,
    basket: Basket,
    tray: Tray,
    'which part tells': WhichPart,
    'from the path': FromThePath,
    'should we take it': ShouldWeTakeIt,
    season: Season,
    'names and terms': Names,
    'which family': WhichFamily,
    'own question': OwnQuestion
  };
  // A kind's part is given questions of that kind alone, which the type of the table cannot say.
  const Part = $derived(
    parts[question.drill] as unknown as Component<KindProps<OpenQuestion>, object, 'pending'>
  );
</script>

<Part {questionId} {question} {feedback} bind:pending {confirm} {after} />
