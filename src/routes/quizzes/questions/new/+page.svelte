<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import QuestionEditor from '$lib/ui/quiz/QuestionEditor.svelte';

  let { form } = $props();
</script>

<svelte:head><title>A question of our own · Good Trail</title></svelte:head>
<p class="note"><a href="/quizzes/questions">Questions of our own</a></p>
<h1>A question of our own</h1>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<QuestionEditor filled={undefined} picture={undefined} />
