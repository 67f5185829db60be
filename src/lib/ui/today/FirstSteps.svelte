<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import type { FirstStep } from '$lib/server/school/first-steps';

  /** The way of a new school to its first brief: what is done, what comes next, what waits. */
  interface Props {
    readonly steps: readonly FirstStep[];
  }
  let { steps }: Props = $props();
  const next = $derived(steps.findIndex(({ isDone }) => !isDone));
  const done = $derived(steps.filter(({ isDone }) => isDone).length);
</script>

<section class="mt-5 max-w-[760px]" aria-labelledby="first-steps">
  <div class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h2 id="first-steps">To the first brief</h2>
    <p class="note text-ink-2">{done} of {steps.length} done</p>
  </div>
  <ol class="m-0 mt-2 list-none border-t border-rule p-0">
    {#each steps as step, i (i)}
      <li
        class={[
          'grid grid-cols-[34px_minmax(0,1fr)] items-start gap-x-3 border-b border-rule py-2.5',
          i === next && 'bg-shade -mx-3 px-3'
        ]}
      >
        {#if step.isDone}<span
            class="mt-0.5 grid size-[26px] place-items-center rounded-full bg-moss text-paper"
            ><Check size={16} aria-hidden="true" /><span class="sr-only">done</span></span
          >{:else}<span class="disc mt-0.5 justify-self-start">{i + 1}</span>{/if}
        <div>
          <p>
            {#if step.isDone}<span class="text-ink-2">{step.title}</span>{:else}<a
                href={step.href}
                class="font-strong">{step.title}</a
              >{/if}
          </p>
          {#if !step.isDone}<p class="note text-ink-2">{step.why}</p>{/if}
          {#if i === next}<a href={step.href} class="btn btn-primary btn-sm mt-2">Do this now</a>{/if}
        </div>
      </li>
    {/each}
  </ol>
</section>
