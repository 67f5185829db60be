<script lang="ts">
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import Smartphone from '@lucide/svelte/icons/smartphone';
  import { onMount } from 'svelte';
  import { FieldStore, type KeptPack } from '$lib/ui/field/store';
  import { type Step, keepForLearner } from '$lib/ui/field/take-along';

  /** A learner keeps the walk on their phone, to be read where there is no network. */
  let { walkId, personId }: { walkId: string; personId: string | undefined } = $props();
  let kept = $state.raw<KeptPack>();
  let step = $state<Step>();
  let problem = $state('');

  onMount(() => {
    void FieldStore.open()
      .then(async (store) => {
        const pack = await store.pack(walkId);
        // What somebody else kept here before is no reason to believe that one has it.
        if (pack?.owner === personId) kept = pack;
      })
      .catch(() => undefined);
  });
  async function keep() {
    problem = '';
    try {
      kept = await keepForLearner(await FieldStore.open(), walkId, (next) => (step = next));
    } catch (fault) {
      problem = fault instanceof Error ? fault.message : 'It was not kept. Try again.';
    }
    step = undefined;
  }
</script>

<div class="mt-3 flex flex-wrap items-center gap-3">
  <button type="button" class="btn btn-line" disabled={step !== undefined} onclick={keep}
    ><Smartphone size={17} aria-hidden="true" />{step
      ? `${step[0]!.toUpperCase()}${step.slice(1)} …`
      : kept
        ? 'Keep it anew'
        : 'Keep it on this phone'}</button
  >
  {#if kept?.provenAt}
    <span class="note flex items-center gap-2"
      ><CircleCheck size={17} class="text-moss" aria-hidden="true" /><span
        >Brief, <em>Look closer</em>, words and tasks open without network.</span
      ></span
    >
    <a class="btn btn-primary" href="/field?walk={walkId}" data-sveltekit-reload>Open it</a>
  {:else if !problem}<span class="note text-ink-2"
      >Brief, <em>Look closer</em>, words and tasks, to be read where there is no network.</span
    >{/if}
  {#if problem}<span class="note font-strong text-rosehip" role="alert">{problem}</span>{/if}
</div>
