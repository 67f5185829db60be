<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import PairGrid from '$lib/ui/PairGrid.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const isLearner = $derived(data.viewer?.role === 'learner');
</script>

<svelte:head><title>Practise for {data.walk.name} · Good Trail</title></svelte:head>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<div class="flex flex-wrap items-center gap-4">
  <h2>
    {isLearner
      ? 'You and the pairs of this walk'
      : `${data.walk.cohortName ?? 'The group'} and the pairs of this walk`}
  </h2>
  {#if data.pairs.length > 0 && data.leads}<a
      href="/together?walk={data.walk.id}"
      class="btn btn-line ml-auto">Round with the group, on a screen</a
    >{/if}
  {#if data.pairs.length > 0}<form method="POST" use:enhance class={data.leads ? '' : 'ml-auto'}>
      <button class="btn btn-primary">{isLearner ? 'Start a round' : 'Try a round yourself'}</button>
    </form>{/if}
</div>
{#if data.pairs.length > 0}
  <p class="text-ink-2">
    {isLearner
      ? data.ready === 1
        ? 'By your answers you are ready for this walk.'
        : 'You are not ready for this walk yet.'
      : `${data.ready} of ${data.practising} are ready for this walk by their answers.`}
    <a href="/progress?walk={data.walk.id}">{isLearner ? 'See what is missing' : 'See who needs what'}</a>
  </p>
  {#if data.isOfPlan}<p class="note text-ink-2">
      No brief is published yet: these are the pairs of the plan as it stands today.
    </p>{/if}
  <div class="mt-4"><PairGrid pairs={data.pairs} people={data.members} tallies={data.tallies} /></div>
{:else}
  <p class="mt-3 max-w-prose text-ink-2">
    {isLearner
      ? 'Nothing is planned yet that is mistaken for something dangerous. Until then, practise what is up now.'
      : 'Nothing is planned yet that is mistaken for something dangerous: add stops under Species, and their pairs can be practised here.'}
  </p>
  <p class="mt-3"><a href="/practice" class="btn btn-line">Practise what is up now</a></p>
{/if}
