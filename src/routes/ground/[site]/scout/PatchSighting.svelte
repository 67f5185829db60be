<script module lang="ts">
  import type { SightingOnTheWay } from '$lib/ui/field/sightings';

  /** What was said of a patch. */
  export type Seen = Pick<SightingOnTheWay, 'stage' | 'says' | 'amount' | 'note'>;
</script>

<script lang="ts">
  import type { Abundance } from '$core/evidence';
  import type { Stage } from '$core/knowledge';
  import type { PageData } from './$types';

  /** What stage a patch is at, how much of it there is, a note and a picture. */
  let {
    patch,
    abundances,
    onkeep
  }: {
    patch: Pick<PageData['patches'][number], 'id' | 'stages' | 'abundance'>;
    abundances: PageData['abundances'];
    onkeep: (seen: Seen, picture: File | undefined) => void;
  } = $props();

  // A panel is of one patch, as it was when it was opened.
  // svelte-ignore state_referenced_locally
  let stage = $state<Stage | undefined>(patch.stages[0]);
  let says = $state<Seen['says']>('there');
  let amount = $state<Abundance | ''>('');
  let note = $state('');
  let picture = $state<FileList>();

  const sayings = [
    { value: 'there', label: 'is there' },
    { value: 'not yet', label: 'not yet' },
    { value: 'over', label: 'over' }
  ] as const;

  const keep = () =>
    stage && onkeep({ stage, says, ...(amount ? { amount } : {}), note: note.trim() }, picture?.[0]);
</script>

<div class="grid gap-3 pb-4">
  <fieldset>
    <legend class="sr-only">Stage</legend>
    <div class="flex flex-wrap gap-2">
      {#each patch.stages as one (one)}<label
          class={['btn btn-line h-12', stage === one ? '!bg-ink !text-base-200' : '']}
          ><input
            type="radio"
            class="sr-only"
            name="stage-{patch.id}"
            value={one}
            bind:group={stage}
          />{one}</label
        >{/each}
    </div>
  </fieldset>
  <fieldset>
    <legend class="sr-only">It is</legend>
    <div class="grid grid-cols-3 gap-2">
      {#each sayings as one (one.value)}<label
          class={['btn btn-line h-12', says === one.value ? '!bg-ink !text-base-200' : '']}
          ><input
            type="radio"
            class="sr-only"
            name="says-{patch.id}"
            value={one.value}
            bind:group={says}
          />{one.label}</label
        >{/each}
    </div>
  </fieldset>
  <div class="grid grid-cols-2 gap-3">
    <label class="note"
      ><span class="font-strong">How much</span><select class="select" bind:value={amount}
        ><option value="">as before: {patch.abundance}</option>{#each abundances as one (one)}<option
            >{one}</option
          >{/each}</select
      ></label
    >
    <label class="note"
      ><span class="font-strong">Picture</span><input
        type="file"
        accept="image/*"
        class="file-input w-full border-rule-strong bg-plate text-[14px]"
        bind:files={picture}
      /></label
    >
  </div>
  <label class="note"
    ><span class="font-strong">Note</span><input class="input" maxlength="500" bind:value={note} /></label
  >
  <button type="button" class="btn btn-primary h-14" disabled={!stage} onclick={keep}
    >Keep, and on to the next</button
  >
</div>
