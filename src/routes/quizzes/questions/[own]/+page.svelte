<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import QuestionEditor from '$lib/ui/quiz/QuestionEditor.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>{data.filled.title} · Good Trail</title></svelte:head>
<p class="note"><a href="/quizzes/questions">Questions of our own</a></p>
<h1>{data.filled.title}</h1>
<p class="text-ink-2">A quiz that asks it already keeps it as it was.</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<QuestionEditor filled={data.filled} picture={data.picture} />
