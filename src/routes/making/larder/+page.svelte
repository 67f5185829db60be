<script lang="ts">
  import { inGrams } from '$core/making';
  import { longDate } from '$core/words';
  import ShareBar from '$lib/ui/making/ShareBar.svelte';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const typed = $derived(form && 'typed' in form ? (form.typed ?? {}) : {});
  /** Of what is little left: a fifth of what was packed. */
  const runsOut = (left: number, packed: number) => left < packed / 5;
</script>

<svelte:head><title>Larder · Good Trail</title></svelte:head>
<h1>Larder and need</h1>
<MakingNav />
{#if form && 'problem' in form}<Notice kind="problem">{form.problem}</Notice
  >{:else if form && 'done' in form}<Notice kind="done">{form.done}</Notice>{/if}

<section class="mt-3">
  <h2>What a year needs</h2>
  {#if data.needs.length > 0}
    <ul class="m-0 mt-1 list-none p-0">
      {#each data.needs as one (one.taxon + one.part + one.way)}
        {@const has = one.larder.madeThisYear + one.larder.fromBefore}
        <li
          class="grid gap-x-6 gap-y-1 border-b border-rule py-3 md:grid-cols-[minmax(0,240px)_minmax(0,1fr)_auto]"
        >
          <p>
            <a href={cardAddress(one.taxon, one.part, one.way)} class="font-strong"
              >{one.name} {one.part}, {one.made}</a
            >{#if one.meantFor}<br /><span class="note text-ink-2">for {one.meantFor}</span>{/if}
          </p>
          <div>
            <div class="max-w-[420px]">
              <ShareBar
                share={has / one.grams}
                coming={one.larder.coming / one.grams}
                label="{inGrams(has)} of {inGrams(one.grams)} made, {inGrams(one.larder.coming)} on the way"
              />
            </div>
            <p class="note mt-1 text-ink-2">
              {inGrams(one.larder.madeThisYear)} made in {data.year}{#if one.larder.fromBefore > 0}, {inGrams(
                  one.larder.fromBefore
                )} of before{/if}{#if one.larder.coming > 0}, about {inGrams(one.larder.coming)} on the way{/if};
              the year needs
              {inGrams(one.grams)}.
            </p>
            <p class={['mt-1', one.proposal.missing > 0 && 'font-strong']}>{one.proposal.words}</p>
            {#if one.proposal.missing > 0 && one.rule}<p class="note text-ink-2">{one.rule}</p>{/if}
          </div>
          <form method="POST" action="?/remove" use:enhance>
            <input type="hidden" name="taxon" value={one.taxon} /><input
              type="hidden"
              name="part"
              value={one.part}
            /><input type="hidden" name="way" value={one.way} />
            <button
              class="note min-h-11 text-ink-2 underline underline-offset-4"
              aria-label="Take away the need of {one.name}">take away</button
            >
          </form>
        </li>
      {/each}
    </ul>
  {:else}<p class="mt-1 max-w-[64ch] text-ink-2">
      Say how much of what a year of courses and tables needs: then it stands here how much is still missing,
      and how much to gather for it within what the patches give.
    </p>{/if}
  <form
    method="POST"
    action="?/need"
    use:enhance
    class="mt-4 grid max-w-[820px] items-end gap-3 sm:grid-cols-[minmax(0,1fr)_130px_minmax(0,200px)_auto]"
  >
    <label class="grid gap-1"
      ><span class="note font-strong">What</span><select
        name="what"
        class="select"
        value={typed['what'] ?? ''}
        ><option value="">choose</option>{#each data.choices as one (one.value)}<option value={one.value}
            >{one.label}</option
          >{/each}</select
      ></label
    >
    <label class="grid gap-1"
      ><span class="note font-strong">Grams a year</span><input
        name="grams"
        type="number"
        min="0"
        step="any"
        class="input"
        value={typed['grams'] ?? ''}
      /></label
    >
    <label class="grid gap-1"
      ><span class="note font-strong">Meant for</span><input
        name="meantFor"
        class="input"
        maxlength="80"
        value={typed['meantFor'] ?? ''}
      /></label
    >
    <button class="btn btn-primary">Keep</button>
  </form>
</section>

<section class="mt-8">
  <h2>In jars</h2>
  {#if data.jars.length > 0}
    <WideTable label="What is in jars">
      <table class="ruled compact mt-2 min-w-[720px]">
        <thead
          ><tr
            ><th scope="col">what</th><th scope="col">code</th><th scope="col" class="!text-right">left</th
            ><th scope="col">where</th><th scope="col">meant for</th><th scope="col">packed</th><th
              scope="col">use by</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.jars as one (one.id)}
            <tr
              ><td><a href="/making/batches/{one.id}">{one.name} {one.part}, {one.made}</a></td><td
                class="tabular-nums">{one.code}</td
              ><td class="!text-right"
                >{inGrams(one.left)}{#if runsOut(one.left, one.packed)}<br /><span
                    class="note font-strong text-ochre">running out</span
                  >{/if}</td
              ><td>{one.places}</td><td>{one.meantFor || '–'}</td><td>{longDate(one.packedOn)}</td><td
                class={one.useBy && one.useBy < data.today ? 'font-strong text-rosehip' : ''}
                >{one.useBy ? longDate(one.useBy) : 'no source gives a time'}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </WideTable>
  {:else}<p class="mt-1 max-w-[64ch] text-ink-2">
      Nothing yet. What a batch is packed into stands here until it is taken out again.
    </p>{/if}
</section>
