<script lang="ts">
  import type { DrillName, Outcome } from '$core/learning';
  import { outcomeLooks } from './outcomes';

  interface Props {
    answers: readonly { readonly drill: DrillName; readonly outcome: Outcome }[];
    walkId: string | undefined;
    /** Where it was a sitting. */
    quizId?: string | undefined;
  }
  let { answers, walkId, quizId }: Props = $props();
  const rows = Object.entries(outcomeLooks);
  const count = (outcome: string) => answers.filter((one) => one.outcome === outcome).length;
</script>

<section class="mt-5 max-w-[560px]">
  {#if quizId}
    <p class="mt-2">Your answers are kept. How they went stands with the quiz, once it is over.</p>
  {:else}
    <table class="ruled mt-2">
      <tbody>
        {#each rows as [outcome, { counted, tone, icon: Icon }] (outcome)}
          {@const times = count(outcome)}
          {@const isWorst = outcome === 'dangerous gather' && times > 0}
          <tr class={isWorst ? 'font-strong' : ''}
            ><td class={isWorst ? tone : ''}
              ><Icon
                size={16}
                class="mr-2 inline {times > 0 ? tone : 'text-ink-3'}"
                aria-hidden="true"
              />{counted}</td
            ><td class="!text-right">{times}</td></tr
          >
        {/each}
      </tbody>
    </table>
  {/if}
  <p class="mt-4 flex flex-wrap gap-3">
    {#if quizId}<a href="/quizzes/{quizId}" class="btn btn-primary">See how it went</a>{/if}
    <a
      href={walkId ? `/progress?walk=${walkId}` : '/progress'}
      class="btn {quizId ? 'btn-line' : 'btn-primary'}">See your progress</a
    >
    <a href="/practice" class="btn btn-line">Back to practice</a>
  </p>
</section>
