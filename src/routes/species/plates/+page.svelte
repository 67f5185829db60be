<script lang="ts">
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Printer from '@lucide/svelte/icons/printer';
  import RefreshCw from '@lucide/svelte/icons/refresh-cw';
  import Skull from '@lucide/svelte/icons/skull';
  import { addressOf } from '$core/words';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import WordsAndFamily from '$lib/ui/species/WordsAndFamily.svelte';

  let { data } = $props();
  const at = (change: Partial<typeof data.query>) => {
    const { words, family, stage, specimen, page } = { ...data.query, ...change };
    return addressOf('/species/plates', [
      ['words', words],
      ['family', family],
      ['stage', stage],
      ['specimen', specimen ? String(specimen) : ''],
      ['page', page > 1 ? String(page) : '']
    ]);
  };
</script>

<svelte:head><title>Plates · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Plates</h1>
  <p class="max-w-prose text-ink-2">
    Every plate is drawn from the described characters, within the variation that they allow. A plate teaches
    what to look at; it names no plant in your hand. <a class="no-print" href="/species/handful"
      >Strew a handful</a
    >
    to look through, or
    <a class="no-print" href="/species/wayside">spot a plant from afar</a>.
  </p>
</div>
<FilterForm
  path="/species/plates"
  class="no-print mt-3 grid grid-cols-2 items-end gap-x-4 gap-y-2 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_minmax(0,1fr)_auto_auto]"
>
  {#snippet children(apply)}
    <WordsAndFamily label="Any name, family or place" query={data.query} families={data.families} {apply} />
    <label
      ><span class="note font-strong">Stage</span><select
        name="stage"
        class="select"
        value={data.query.stage}
        onchange={() => apply()}
        ><option value="">any</option>{#each data.stages as stage (stage)}<option value={stage}
            >{stage}</option
          >{/each}</select
      ></label
    >
    {#if data.query.specimen}<input type="hidden" name="specimen" value={data.query.specimen} />{/if}
    <a class="btn btn-line" href={at({ specimen: data.query.specimen + 1 })} data-sveltekit-noscroll
      ><RefreshCw size={16} aria-hidden="true" />Other specimens</a
    >
    <button type="button" class="btn btn-line" onclick={() => window.print()}
      ><Printer size={16} aria-hidden="true" />Print</button
    >
    <noscript><button class="btn btn-line">Search</button></noscript>
  {/snippet}
</FilterForm>
<p class="note mt-3" aria-live="polite">
  {data.total === 1 ? '1 plate' : `${data.total} plates`}{data.query.specimen
    ? `, specimen ${data.query.specimen} of each.`
    : ', the usual specimen of each.'}
  {#if data.query.specimen}<a class="no-print" href={at({ specimen: 0 })} data-sveltekit-noscroll
      >Usual specimens</a
    >{/if}
</p>
<ul
  class="mt-3 grid list-none grid-cols-2 gap-x-4 gap-y-5 p-0 md:grid-cols-3 lg:grid-cols-4 print:grid-cols-4"
>
  {#each data.plates as plate (plate.slug + plate.stage)}
    <li class="break-inside-avoid">
      <a href="/species/{plate.slug}?stage={encodeURIComponent(plate.stage)}" class="block no-underline">
        <span class="plate grid aspect-[31/38] place-items-center p-[5px]"
          ><img
            src={plate.source}
            alt="{plate.name} in {plate.stage}"
            width="310"
            height="380"
            loading="lazy"
            class="h-full w-full"
          /></span
        >
        <span class="mt-1 block leading-tight"
          >{#if plate.isDangerous}<Skull
              size={14}
              class="mr-1 inline text-rosehip"
              aria-label="danger"
            />{/if}<strong>{plate.name}</strong>
          <i class="text-[14px]">{plate.scientific}</i></span
        >
      </a>
      <span class="fine text-ink-2"
        >{plate.stage}{plate.quality === 'good' ? '' : `; a ${plate.quality} drawing`}</span
      >
    </li>
  {:else}
    <li class="col-span-full">No plate answers to that. <a href="/species/plates">All plates</a></li>
  {/each}
</ul>
{#if data.pages > 1}<nav aria-label="Pages" class="no-print mt-6 flex items-center gap-4">
    {#if data.query.page > 1}<a class="btn btn-line" href={at({ page: data.query.page - 1 })}
        ><ChevronLeft size={16} aria-hidden="true" />Before</a
      >{/if}
    <span>Sheet {data.query.page} of {data.pages}</span>
    {#if data.query.page < data.pages}<a class="btn btn-line" href={at({ page: data.query.page + 1 })}
        >Next<ChevronRight size={16} aria-hidden="true" /></a
      >{/if}
  </nav>{/if}
