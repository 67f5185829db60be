<script lang="ts">
  import Ban from '@lucide/svelte/icons/ban';
  import Flame from '@lucide/svelte/icons/flame';
  import Hand from '@lucide/svelte/icons/hand';
  import Printer from '@lucide/svelte/icons/printer';
  import { isCraft } from '$core/knowledge';
  import { exactly, massOf, portionInWords, scale, sharedInWords, stepTime } from '$core/making';
  import AmountBand from '$lib/ui/making/AmountBand.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';

  let { data } = $props();
  const card = $derived(data.card);
  const method = $derived(card.method);

  // What is typed stands until another card is opened.
  let pieces = $state<number | undefined>();
  let grams = $state<number | undefined>();
  let people = $state<number | undefined>();
  $effect.pre(() => {
    ({ pieces, grams, people } = {
      pieces: data.amounts.pieces,
      grams: data.amounts.grams,
      people: data.amounts.people
    });
  });
  const gathered = $derived(
    grams && grams > 0 ? exactly(grams) : pieces && pieces > 0 ? massOf(pieces, card.grams) : undefined
  );
  const scaled = $derived(
    method && card.yields && gathered ? scale(method, card.yields, gathered) : undefined
  );
  const asked = $derived([
    ['pieces', pieces ? String(pieces) : ''],
    ['grams', grams ? String(grams) : ''],
    ['people', people ? String(people) : '']
  ] as const);
  const learned = $derived(
    card.yields && Math.max(card.yields.cleanedBatches, card.yields.readyBatches) > 0
      ? `What is left of it goes by ${card.yields.readyBatches || card.yields.cleanedBatches} of your own batches.`
      : 'What is left of it goes by the library: weigh yours, and it learns.'
  );
</script>

<svelte:head><title>{card.name}, {card.part}, {card.made} · Good Trail</title></svelte:head>
{#if data.teaches}<MakingNav />{/if}
{#if data.batch}<p class="note">
    <a href="/making/batches/{data.batch.id}">Batch {data.batch.code}, begun {data.batch.begun}</a>
  </p>{/if}
<h1>
  {card.name}
  {card.part}, {card.made} <i class="ml-2 font-serif text-[19px] font-normal text-ink-2">{card.scientific}</i>
</h1>
<nav aria-label="Ways" class="note mt-1 flex flex-wrap gap-x-5 gap-y-1">
  <span class="text-ink-2">another way:</span>
  {#each card.others as one, nth (nth)}
    {@const isHere = one.part === card.part && one.way === card.way}
    <a
      href={cardAddress(card.slug, one.part, one.way, asked)}
      aria-current={isHere ? 'page' : undefined}
      class={[
        'inline-flex items-center gap-1',
        isHere ? 'border-b-2 border-ink font-strong no-underline' : 'text-moss underline underline-offset-4'
      ]}
      >{#if one.isRefused}<Ban size={14} aria-hidden="true" />{/if}{one.part === card.part
        ? one.made
        : `${one.part}, ${one.made}`}{#if one.isRefused}<span class="sr-only">: not taught</span>{/if}</a
    >
  {/each}
</nav>

{#if !method}
  <div class="mt-5 max-w-[64ch] border-l-4 border-rosehip pl-4">
    <h2>No method is taught</h2>
    <p class="mt-1">{card.refused}</p>
    <p class="note mt-2 text-ink-2">{card.basis}</p>
  </div>
  {#if data.teaches}<p class="note mt-4">
      If your school has a method with its sources, <a href="/species/{card.slug}/correct">enter it</a>: it
      counts for your school alone, and a way that keeps food is taken with two sources only.
    </p>{/if}
{:else}
  <div class="mt-4 grid gap-x-8 gap-y-6 lg:grid-cols-[200px_minmax(0,1fr)_230px]">
    <div class="grid content-start gap-5">
      {#if card.plate}<figure class="m-0 max-lg:hidden">
          <div class="plate p-[5px]">
            <img src={card.plate} alt="{card.name} in {card.stage}, as it is gathered" class="w-full" />
          </div>
          <figcaption class="note mt-1.5">
            <strong>The part: the {card.part}.</strong>
            {#if card.grams}
              One piece weighs about {card.grams.piece[1]} g ({card.grams.piece[0]} to {card.grams
                .piece[2]}).{/if}
            {card.conditions}
          </figcaption>
        </figure>{/if}
      <section class="border-t border-ink pt-2">
        <h2 class="flex items-center gap-2"><Flame size={18} aria-hidden="true" />Heat: {method.heat}</h2>
        <p class="note mt-1">{method.why}</p>
      </section>
      <section class="border-t border-rule pt-2">
        <h2>Before</h2>
        <p class="note mt-1">
          <strong>Cut off:</strong>
          {method.cutOff}
          {#if method.leftOver}<span class="text-ink-2">{method.leftOver}</span>{/if}
        </p>
        <p class="note mt-1"><strong>Washing:</strong> {method.washing}</p>
        <p class="note mt-1"><strong>Tools:</strong> {method.tool}.</p>
      </section>
    </div>

    <div>
      <div class="no-print flex flex-wrap items-end gap-3">
        <label class="grid gap-1"
          ><span class="note text-ink-2">Pieces gathered</span><input
            type="number"
            min="1"
            class="input !w-[110px]"
            bind:value={pieces}
          /></label
        >
        <label class="grid gap-1"
          ><span class="note text-ink-2">or grams</span><input
            type="number"
            min="0"
            step="any"
            class="input !w-[110px]"
            bind:value={grams}
          /></label
        >
        {#if method.portion}<label class="grid gap-1"
            ><span class="note text-ink-2">People who eat</span><input
              type="number"
              min="1"
              class="input !w-[110px]"
              bind:value={people}
            /></label
          >{/if}
      </div>
      <div class="mt-4">
        {#if scaled}
          <AmountBand
            {scaled}
            portion={method.portion}
            pieces={grams ? undefined : pieces}
            made={card.made}
          />
          <p class="fine text-ink-2">{learned}</p>
        {:else if pieces && !card.grams}<p class="note text-ochre">
            Nobody has weighed a piece of it: weigh what you have, and the card is scaled.
          </p>{:else}<p class="note text-ink-2">
            Type how much there is, and the card says what comes of it. {learned}
          </p>{/if}
      </div>
      {#if method.portion}
        <p class="mt-3 border-t border-rule pt-2">
          <strong>{portionInWords(method.portion)}</strong>
          <a href="#not-for" class="font-strong text-ochre lg:hidden">Who may not</a>
          {#if scaled && people}{sharedInWords(scaled, method.portion, people, card.name)}{/if}
        </p>
        {#if card.loads.length > 0}<p class="note mt-1 text-ink-2">
            It holds {card.loads.join(', ')}: a portion is {Math.round(100 / method.portion.perDay)} % of what a
            day allows of that from this plant; what else holds it adds up.
          </p>{/if}
      {:else if isCraft(card.way)}<p class="mt-3 border-t-2 border-ink pt-2 font-strong">
          Not food, and never becomes it.
        </p>{/if}

      <div class="mt-5 flex items-baseline justify-between border-b border-ink pb-1">
        <h2>Steps</h2>
        <span class="note hidden w-[45%] text-ink-2 sm:inline">done when</span>
      </div>
      <ol class="m-0 list-none p-0">
        {#each method.steps as step, i (i)}
          <li
            class="grid grid-cols-[34px_minmax(0,1fr)] gap-y-1 border-b border-rule py-2.5 sm:grid-cols-[34px_minmax(0,1fr)_45%]"
          >
            <span><span class="disc">{i + 1}</span></span>
            <p class="pr-4">
              <strong>{step.do}{stepTime(step) ? `, ${stepTime(step)}` : ''}</strong>{#if step.how}<br /><span
                  class="note text-ink-2">{step.how}</span
                >{/if}
            </p>
            <p class="font-serif max-sm:col-start-2">{step.until}</p>
          </li>
        {/each}
      </ol>
      <div class="mt-4 border-t-[3px] border-rosehip pt-3">
        <p class="flex items-center gap-3 font-serif text-[20px] font-semibold">
          <Hand size={24} class="shrink-0 text-rosehip" aria-hidden="true" />One piece in doubt: leave the
          whole bowl.
        </p>
        <p class="note mt-1 text-ink-2">Nothing that is done in a kitchen makes another plant harmless.</p>
      </div>
    </div>

    <aside class="grid content-start gap-5">
      <section>
        <h2 id="not-for" class="scroll-mt-6 border-b-2 border-ochre pb-1">Who may not</h2>
        <ul class="m-0 mt-1 list-none p-0">
          {#each method.notFor as one, i (i)}
            {@const [whom, why] = one.split(': ')}
            <li class="border-b border-rule py-1.5">
              <span class="font-strong text-ochre">{whom}</span>{#if why}<br /><span class="note">{why}</span
                >{/if}
            </li>
          {/each}
          {#if method.portion}<li class="py-1.5">
              <span class="font-strong text-ochre">children under three</span><br /><span class="note"
                >Nobody has given a portion for them, so none is given.</span
              >
            </li>{/if}
        </ul>
      </section>
      {#if method.contains.length > 0}<section>
          <h2>Contains</h2>
          <p class="note">{method.contains.join(', ')}</p>
        </section>{/if}
      {#if method.wrong.length > 0}<section>
          <h2>What goes wrong</h2>
          {#each method.wrong as one, i (i)}<p class="note mt-0.5">
              <strong>{one.sign}:</strong>
              {one.because}.
            </p>{/each}
        </section>{/if}
      <section>
        <h2>Keeping</h2>
        <p class="note">
          {#if method.keeping}<strong>{method.keeping.days} days</strong>, {method.keeping.how}. After {method
              .keeping.source}.{:else}No source gives a time, so none is given{card.way === 'dry'
              ? ': look for mould and smell before each use.'
              : ': eat it fresh.'}{/if}
        </p>
      </section>
      <section>
        <h2>Sources{card.isConfirmed ? '' : ': a draft'}</h2>
        {#each card.citations as citation (citation)}<p class="note">{citation}</p>{/each}
        {#each method.sources as source, i (i)}<p class="note">{source}</p>{/each}
        <p class="note text-ink-2">
          {card.basis}{#if !card.isConfirmed}
            {card.confirmed} of two sources confirm it.{/if}
        </p>
        {#if data.teaches}<p class="note mt-1">
            <a href="/species/confirm/{card.slug}">Confirm it with your sources</a>
          </p>{/if}
      </section>
      {#if card.results.length > 0}<section>
          <h2>How it turned out</h2>
          {#each card.results as one, i (i)}<p class="note mt-1">
              <a href="/making/batches/{one.id}">{one.code}</a>: {one.how}. {one.words}
              {#if one.otherwise}<span class="text-ink-2">Next time: {one.otherwise}</span>{/if}
            </p>{/each}
        </section>{/if}
      <form method="GET" action="/making/cards/{card.slug}/print" class="no-print">
        <input type="hidden" name="part" value={card.part} /><input
          type="hidden"
          name="way"
          value={card.way}
        />
        {#each asked as [name, value] (name)}{#if value}<input type="hidden" {name} {value} />{/if}{/each}
        <button class="btn btn-primary w-full"
          ><Printer size={18} aria-hidden="true" />Print card, one page</button
        >
      </form>
    </aside>
  </div>
{/if}
