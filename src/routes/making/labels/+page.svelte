<script lang="ts">
  import Printer from '@lucide/svelte/icons/printer';
  import { counted, longDate } from '$core/words';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data } = $props();
  const anyAsked = $derived(data.packs.some(({ isAsked }) => isAsked));
</script>

<svelte:head><title>Labels · Good Trail</title></svelte:head>
<h1>Labels</h1>
<MakingNav />
{#if data.problem}<Notice kind="problem">{data.problem}</Notice>{/if}
<p class="max-w-[70ch] text-ink-2">
  Nothing is put away without one. A label gives a date only where a source gives a time; its code opens the
  batch. It never says that a jar is safe.
</p>
<form method="GET" action="/making/labels/sheet" class="mt-4 grid max-w-[760px] gap-5">
  <fieldset>
    <legend class="font-serif text-[18px] font-semibold">Of what</legend>
    {#each data.packs as one (one.id)}
      <label class="flex min-h-12 items-center gap-3 border-b border-rule py-1"
        ><input
          type="checkbox"
          name="pack"
          value={one.id}
          class="checkbox border-rule-strong"
          checked={one.isAsked || !anyAsked}
        /><span class="flex-1"
          ><strong>{one.name}</strong><br /><span class="note text-ink-2"
            >{counted(one.vessels, one.vessel)}, packed {longDate(one.on)}, {one.place}</span
          ></span
        ><span class="tabular-nums text-ink-2">{one.code}</span></label
      >
    {:else}<p class="text-ink-2">
        No batch is packed yet, or none whose pieces were looked at again. <a href="/making">Batches</a>
      </p>{/each}
  </fieldset>
  <div class="grid gap-4 sm:grid-cols-2">
    <label class="grid gap-1"
      ><span class="note font-strong">Sheet, across × down</span><select name="sheet" class="select"
        >{#each data.sheets as sheet (sheet)}<option>{sheet}</option>{/each}</select
      ></label
    >
    <label class="grid gap-1"
      ><span class="note font-strong">Labels of the first sheet that are used already</span><input
        name="skip"
        type="number"
        min="0"
        max="23"
        value="0"
        class="input"
      /></label
    >
  </div>
  <label class="flex min-h-11 items-center gap-3"
    ><input type="checkbox" name="byHand" class="checkbox border-rule-strong" />Fill the rest of the last
    sheet with labels to write by hand</label
  >
  <button class="btn btn-primary justify-self-start" disabled={data.packs.length === 0}
    ><Printer size={18} aria-hidden="true" />Labels as PDF</button
  >
</form>
