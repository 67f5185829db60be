<script lang="ts">
  import { addressOf, counted, longDate } from '$core/words';
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const typed = $derived(form?.typed ?? {});
  const isTicked = (key: string, nth: number) => (form?.ticked ? form.ticked.includes(key) : nth === 0);
  let begunOn = $derived(typed['begunOn'] ?? data.today);
</script>

<svelte:head><title>Begin a batch · Good Trail</title></svelte:head>
<h1>Begin a batch</h1>
<MakingNav />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if data.kinds.length === 0}
  <p class="max-w-[64ch] text-ink-2">
    A batch is made of what was taken, and nothing that was taken is left. What is gathered is counted on a
    walk, or entered in the book of its patch under <a href="/ground">Ground</a>: from there it can be
    followed into the jar and back.
  </p>
{:else}
  <h2 class="mt-3">Of what</h2>
  <ul class="m-0 mt-1 flex list-none flex-wrap gap-2 p-0">
    {#each data.kinds as kind (kind.taxon + kind.part)}
      {@const isHere = kind.taxon === data.asked?.taxon && kind.part === data.asked.part}
      <li>
        <a
          href={addressOf('/making/batches/new', [
            ['taxon', kind.taxon],
            ['part', kind.part]
          ])}
          aria-current={isHere ? 'true' : undefined}
          class={[
            'inline-flex min-h-11 items-center rounded-[3px] border px-3 no-underline',
            isHere ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:border-ink'
          ]}>{kind.name}, {kind.part}</a
        >
      </li>
    {/each}
  </ul>
{/if}
{#if data.asked}
  {#if data.ways.length === 0}
    <div class="mt-5 max-w-[64ch] border-l-4 border-rosehip pl-4">
      {#each data.refused as one (one.way)}<p><strong>{one.words}:</strong> {one.why}</p>{:else}<p>
          The library has no way of preparing it.
        </p>{/each}
      <p class="note mt-2">
        <a href="/species/{data.asked.taxon}/correct">Enter your own method</a>, with its sources.
      </p>
    </div>
  {:else}
    <form method="POST" use:enhance class="mt-5 grid max-w-[720px] gap-5">
      <input type="hidden" name="taxon" value={data.asked.taxon} />
      <input type="hidden" name="part" value={data.asked.part} />
      <fieldset>
        <legend class="font-serif text-[18px] font-semibold">From which takings</legend>
        {#each data.takings as one, nth (one.key)}
          <div class="flex flex-wrap items-center gap-x-4 border-b border-rule py-2">
            <label class="flex min-h-11 min-w-0 flex-1 items-center gap-3"
              ><input
                type="checkbox"
                name="taking"
                value={one.key}
                class="checkbox border-rule-strong"
                checked={isTicked(one.key, nth)}
              /><span
                >{one.patch}, {one.site}<br /><span class="note text-ink-2"
                  >{longDate(one.gatheredOn)}{one.walk ? `, ${one.walk}` : ''}</span
                ></span
              ></label
            >
            <label class="flex items-center gap-2"
              ><input
                type="number"
                name="pieces {one.key}"
                min="1"
                class="input !w-[100px]"
                value={typed[`pieces ${one.key}`] ?? one.free}
              /><span class="note text-ink-2">of {counted(one.free, 'piece')} left</span></label
            >
          </div>
        {/each}
      </fieldset>
      <fieldset>
        <legend class="font-serif text-[18px] font-semibold">How</legend>
        <div class="flex flex-wrap gap-x-6">
          {#each data.ways as one, nth (one.way)}
            <label class="flex min-h-11 items-center gap-2"
              ><input
                type="radio"
                name="way"
                value={one.way}
                class="radio border-rule-strong"
                checked={typed['way'] ? typed['way'] === one.way : nth === 0}
              />{one.words}
              <a class="note" href={cardAddress(data.asked.taxon, data.asked.part, one.way)}>its card</a
              ></label
            >
          {/each}
        </div>
        {#each data.refused as one (one.way)}<p class="note text-ink-2">
            <strong>{one.words}: not taught.</strong>
            {one.why}
          </p>{/each}
      </fieldset>
      <label class="grid max-w-[220px] gap-1" for="begun"
        ><span class="note font-strong">Begun on</span><WhenInput
          id="begun"
          name="begunOn"
          label="Begun on"
          kind="date"
          max={data.today}
          bind:value={begunOn}
        /></label
      >
      <button class="btn btn-primary justify-self-start">Begin the batch</button>
    </form>
  {/if}
{/if}
