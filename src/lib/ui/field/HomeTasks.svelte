<script lang="ts">
  import type { HomeTask } from '$core/field';
  import { longDate } from '$core/words';

  /** What was asked of a learner for home: looking, never eating, with what must not be taken for it. */
  let { tasks }: { tasks: readonly HomeTask[] } = $props();
</script>

{#each tasks as task (task.id)}
  <article class="mt-2 border-l-[3px] border-tide pl-3">
    <p><strong>Until {longDate(task.until)}</strong>, from <em>{task.walk}</em></p>
    {#each task.taxa as taxon (taxon.slug)}
      <p class="mt-1">
        Find and look at <strong>{taxon.name}</strong>.
        {#if taxon.beware.length > 0}<span class="block font-strong text-rosehip"
            >Not to be taken for it: {taxon.beware.join(', ')}.</span
          >{/if}
      </p>
    {/each}
    <p class="mt-1">Bring {task.bring}. Looking, never eating.</p>
  </article>
{/each}
