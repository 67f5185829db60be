<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import { counted } from '$core/words';
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';

  let { data, form } = $props();
  let sought = $state('');
  const shown = $derived(
    data.acts.filter(({ words, plant, by }) =>
      `${words} ${plant} ${by}`.toLowerCase().includes(sought.trim().toLowerCase())
    )
  );
</script>

<svelte:head><title>Acts of {data.walk.name} · Good Trail</title></svelte:head>
<AfterNav walkId={data.walk.id} leads={data.leads} />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form && 'done' in form}<Notice
    kind="done">{form.done}</Notice
  >{/if}
<div class="flex flex-wrap items-end justify-between gap-3">
  <p class="max-w-[64ch] text-ink-2">
    {counted(data.acts.length, 'act')} in their order, as they stand. Nothing is changed afterwards: what was wrong
    is taken back, and then no longer counts, in the ledger of a patch or on somebody’s ladder either.
  </p>
  <label class="note grid gap-1 font-strong"
    >Find among them<input class="input" type="search" bind:value={sought} /></label
  >
</div>
<WideTable label="Acts of the walk">
  <table class="ruled compact mt-3 min-w-[640px]">
    <thead
      ><tr
        ><th scope="col" class="w-16">time</th><th scope="col">act</th><th scope="col">plant</th><th
          scope="col">by</th
        ><th scope="col">phone</th><th scope="col"></th></tr
      ></thead
    >
    <tbody>
      {#each shown as one (one.id)}<tr
          ><td>{one.at}</td><td>{one.words}</td><td>{one.plant}</td><td>{one.by}</td><td>{one.phone}</td><td
            class="!text-right"
            >{#if one.mayTakeBack}<form method="POST" action="?/back" use:enhance>
                <input type="hidden" name="id" value={one.id} /><button
                  class="cursor-pointer text-ink-2 underline underline-offset-4">Take back</button
                >
              </form>{/if}</td
          ></tr
        >{:else}<tr><td colspan="6" class="text-ink-2">None.</td></tr>{/each}
    </tbody>
  </table>
</WideTable>
