<script lang="ts">
  import type { Outcome } from '$core/learning';
  import { outcomeLooks } from './outcomes';

  interface Props {
    outcomes: readonly Outcome[];
    walkId: string;
  }
  let { outcomes, walkId }: Props = $props();
  const rows = Object.entries(outcomeLooks);
  const count = (outcome: string) => outcomes.filter((one) => one === outcome).length;
</script>

<section class="mt-5 max-w-[560px]">
  <h2>Round done</h2>
  <table class="ruled mt-2">
    <tbody>
      {#each rows as [outcome, { counted, tone, icon: Icon }] (outcome)}
        {@const isWorst = outcome === 'dangerous gather'}
        <tr class={isWorst ? 'font-[650]' : ''}
          ><td class={isWorst ? tone : ''}
            ><Icon size={16} class="mr-2 inline {tone}" aria-hidden="true" />{counted}</td
          ><td class="!text-right">{count(outcome)}</td></tr
        >
      {/each}
    </tbody>
  </table>
  <p class="mt-4 flex flex-wrap gap-3">
    <a href="/walks/{walkId}/practise" class="btn btn-primary">See your progress on these pairs</a>
    <a href="/practice" class="btn btn-line">Back to practice</a>
  </p>
</section>
