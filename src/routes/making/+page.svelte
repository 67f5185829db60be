<script lang="ts">
  import { addressOf, counted, weekdayAndDay } from '$core/words';
  import BatchList from '$lib/ui/making/BatchList.svelte';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const waiting = $derived(data.batches.filter(({ next }) => next !== undefined));
  const others = $derived(data.batches.filter(({ next }) => next === undefined));
</script>

<svelte:head><title>Making · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-end justify-between gap-3">
  <h1>Making and keeping</h1>
  <form method="POST" action="?/open" use:enhance class="flex items-end gap-2">
    <label class="grid gap-1"
      ><span class="note text-ink-2">Code on a label</span><input
        name="code"
        class="input !w-[130px] uppercase"
        autocomplete="off"
        maxlength="12"
      /></label
    ><button class="btn btn-line">Open</button>
  </form>
</div>
<MakingNav />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}

<section class="mt-4">
  <h2>What waits</h2>
  {#if waiting.length > 0}
    <ul class="m-0 mt-1 list-none p-0">
      {#each waiting as one (one.id)}
        <li class="grid gap-x-6 border-b border-rule py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_110px]">
          <span
            ><a
              href="/making/batches/{one.id}"
              class="font-serif text-[18px] font-semibold underline decoration-rule underline-offset-4"
              >{one.title}</a
            ><br /><span class="note text-ink-2"
              >{counted(one.pieces, 'piece')} from {one.from}, begun {weekdayAndDay(one.begunOn)}</span
            ></span
          >
          <span class="self-center font-strong">{one.next}</span>
          <span class="self-center tabular-nums text-ink-2">{one.code}</span>
        </li>
      {/each}
    </ul>
  {:else}<p class="mt-1 text-ink-2">No batch waits for anything.</p>{/if}
</section>

<section class="mt-7">
  <h2>Taken, and in no batch yet</h2>
  {#if data.free.length > 0}
    <WideTable label="Takings without a batch">
      <table class="ruled compact mt-2 min-w-[560px]">
        <thead
          ><tr
            ><th scope="col">plant, part</th><th scope="col">patch</th><th scope="col">on</th><th
              scope="col"
              class="!text-right">pieces</th
            ><th scope="col"><span class="sr-only">Make</span></th></tr
          ></thead
        >
        <tbody>
          {#each data.free as one, nth (nth)}
            <tr
              ><td><strong>{one.name}</strong>, {one.part}</td><td>{one.patch}, {one.site}</td><td
                >{weekdayAndDay(one.gatheredOn)}{one.walk ? `, ${one.walk}` : ''}</td
              ><td class="!text-right">{one.free === one.taken ? one.free : `${one.free} of ${one.taken}`}</td
              ><td class="!text-right"
                ><a
                  class="link-line"
                  href={addressOf('/making/batches/new', [
                    ['taxon', one.taxon],
                    ['part', one.part]
                  ])}>Begin a batch</a
                ></td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </WideTable>
  {:else}<p class="mt-1 max-w-[64ch] text-ink-2">
      Nothing of the last three weeks. What is counted on a walk, or entered in the book of a patch, stands
      here until it is made into something. Older takings: <a href="/making/batches/new">begin a batch</a>.
    </p>{/if}
</section>

{#if others.length > 0}
  <section class="mt-7">
    <h2>Batches that wait for nothing</h2>
    <BatchList batches={others} />
  </section>
{/if}
