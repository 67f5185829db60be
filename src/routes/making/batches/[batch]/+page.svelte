<script lang="ts">
  import Printer from '@lucide/svelte/icons/printer';
  import { inGrams } from '$core/making';
  import { counted, longDate, weekdayAndDay } from '$core/words';
  import AmountBand from '$lib/ui/making/AmountBand.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Acts from './Acts.svelte';
  import Trail from './Trail.svelte';

  let { data, form } = $props();
  const batch = $derived(data.batch);
</script>

<svelte:head><title>{batch.name}, {batch.made}, {batch.code} · Good Trail</title></svelte:head>
{#if data.teaches}<MakingNav />{/if}
<h1>
  {batch.name}
  {batch.part}, {batch.made}
  <i class="ml-2 font-serif text-[19px] font-normal text-ink-2">{batch.scientific}</i>
</h1>
<p class="mt-1 text-ink-2">
  Batch <strong class="tracking-wider text-ink">{batch.code}</strong> · begun {longDate(batch.begunOn)} by {batch.begunBy}
  · {batch.state === 'begun' ? 'not packed yet' : batch.state}{batch.state === 'in jars'
    ? `, ${inGrams(batch.left)} of ${inGrams(batch.packed)}`
    : ''}
  ·
  <a
    href={cardAddress(batch.slug, batch.part, batch.way, [
      ['pieces', String(batch.pieces)],
      ['batch', batch.id]
    ])}>its card</a
  >
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form && 'done' in form}<Notice
    kind="done">{form.done}</Notice
  >{/if}
{#if batch.isDoubtful && batch.state !== 'thrown away'}<Notice kind="problem"
    ><strong>The whole of it is thrown away.</strong> One doubt, or a spot of mould, stands for all of it.</Notice
  >{/if}
{#if !batch.isKnown}<Notice kind="problem"
    >The library teaches this way no more. What was done stands here; nothing new should be made so.</Notice
  >{/if}

<div class="mt-4 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_330px]">
  <div>
    {#if data.scaled}<div class="mb-6">
        <AmountBand scaled={data.scaled} portion={data.portion} pieces={batch.pieces} made={batch.made} />
      </div>{/if}
    <h2 class="border-b border-ink pb-1">From the patch to the jar</h2>
    <Trail {batch} baskets={data.baskets} cookings={data.cookings} teaches={data.teaches} />
  </div>
  <aside class="grid content-start gap-5">
    {#if data.teaches}
      {#if batch.next}<p class="border-l-4 border-moss pl-3">
          <span class="note text-ink-2">Next</span><br /><strong class="font-serif text-[18px]"
            >{batch.next}</strong
          >
        </p>{/if}
      <Acts {batch} allergens={data.allergens} contains={data.contains} form={form ?? undefined} />
      {#if batch.noLabel}<p class="note text-ink-2">No label yet. {batch.noLabel}</p>{:else}<a
          href="/making/labels?batch={batch.id}"
          class="btn btn-primary"><Printer size={18} aria-hidden="true" />Print its labels</a
        >{/if}
    {:else}
      <p class="text-ink-2">
        You were on the walk on which this was gathered. What came of it stands here: {counted(
          batch.pieces,
          'piece'
        )}
        taken{batch.takings[0] ? ` on ${weekdayAndDay(batch.takings[0].gatheredOn)}` : ''}.
      </p>
    {/if}
  </aside>
</div>
