<script lang="ts">
  import { inGrams } from '$core/making';
  import { longDate } from '$core/words';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import ShareBar from '$lib/ui/making/ShareBar.svelte';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import Notice from '$lib/ui/Notice.svelte';
  import DishEditor from '../DishEditor.svelte';

  let { data, form } = $props();
  const typed = $derived(form && 'typed' in form ? (form.typed ?? {}) : {});
  let cookedOn = $derived(typed['cookedOn'] ?? data.today);
</script>

<svelte:head><title>{data.dish.name} · Good Trail</title></svelte:head>
<h1>{data.dish.name}</h1>
<MakingNav />
{#if form && 'problem' in form}<Notice kind="problem">{form.problem}</Notice
  >{:else if form && 'done' in form}<Notice kind="done">{form.done}</Notice>{/if}
{#each data.problems as problem, i (i)}<Notice kind="problem">{problem}</Notice>{/each}

<div class="mt-3 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="grid content-start gap-7">
    <section>
      <FilterForm path="/making/dishes/{data.dish.id}" class="flex items-end gap-3">
        {#snippet children(apply)}
          <label class="grid gap-1"
            ><span class="note font-strong">For how many</span><input
              name="people"
              type="number"
              min="1"
              max="500"
              class="input !w-[110px]"
              value={data.people}
              oninput={() => apply(400)}
            /></label
          >
          <noscript><button class="btn btn-line">Reckon</button></noscript>
        {/snippet}
      </FilterForm>
      <table class="ruled compact mt-3">
        <thead
          ><tr
            ><th scope="col">what</th><th scope="col" class="!text-right">each</th><th
              scope="col"
              class="!text-right">for {data.people}</th
            ><th scope="col" class="!text-right">to gather</th></tr
          ></thead
        >
        <tbody>
          {#each data.parts as one, i (i)}
            <tr
              ><td
                ><a href={cardAddress(one.taxon, one.part, one.way, [['people', String(data.people)]])}
                  >{one.name} {one.part}, {one.made}</a
                >{#if one.isWeighedBefore}<br /><span class="note text-ink-2">weighed before</span>{/if}</td
              ><td class="!text-right">{inGrams(one.grams)}</td><td class="!text-right"
                >{inGrams(one.grams * data.people)}</td
              ><td class="!text-right">{inGrams(one.gather)}</td></tr
            >
          {/each}
          {#each data.dish.others as one, i (i)}<tr><td colspan="4">{one.words}</td></tr>{/each}
        </tbody>
      </table>
      {#if data.dish.note}<p class="mt-3 max-w-[64ch] whitespace-pre-line">{data.dish.note}</p>{/if}
    </section>

    <section>
      <h2>When it was cooked</h2>
      {#each data.cookings as one (one.id)}
        <div class="border-b border-rule py-2">
          <p>
            <strong>{longDate(one.cookedOn)}, for {one.people}: it turned out {one.how}.</strong>
            {one.words}
          </p>
          {#if one.otherwise}<p class="text-ink-2">Next time: {one.otherwise}</p>{/if}
          <p class="note text-ink-2">
            {#each one.from as jar, i (i)}{i > 0 ? ', ' : 'From '}<a href="/making/batches/{jar.batchId}"
                >{jar.code}</a
              >, {inGrams(jar.grams)}{/each}{one.from.length > 0 ? '. ' : ''}Written by {one.writtenBy}.
          </p>
        </div>
      {:else}<p class="mt-1 text-ink-2">Not yet.</p>{/each}
      <details class="mt-3" open={Boolean(typed['people'])}>
        <summary class="unfolds !min-h-11 !py-2.5">It was cooked</summary>
        <form method="POST" action="?/cook" use:enhance class="grid max-w-[560px] gap-3 pb-2">
          <div class="grid grid-cols-2 gap-3">
            <label class="grid gap-1" for="cooked-on"
              ><span class="note text-ink-2">On</span><WhenInput
                id="cooked-on"
                name="cookedOn"
                label="On"
                kind="date"
                max={data.today}
                bind:value={cookedOn}
              /></label
            >
            <label class="grid gap-1"
              ><span class="note text-ink-2">For how many</span><input
                name="people"
                type="number"
                min="1"
                class="input"
                value={typed['people'] ?? data.people}
              /></label
            >
          </div>
          {#if data.jars.length > 0}<fieldset>
              <legend class="note text-ink-2">Out of which jars, in grams</legend>
              {#each data.jars as jar (jar.id)}
                <label class="flex items-center gap-3 border-b border-rule py-1"
                  ><span class={['flex-1', jar.isOfDish ? '' : 'text-ink-2']}
                    >{jar.name}
                    <span class="note tabular-nums text-ink-2">{jar.code}, {inGrams(jar.left)} left</span
                    ></span
                  ><input
                    name="grams {jar.id}"
                    type="number"
                    min="0"
                    step="any"
                    class="input !w-[100px]"
                    value={typed[`grams ${jar.id}`] ?? ''}
                  /></label
                >
              {/each}
            </fieldset>{/if}
          <label class="grid gap-1"
            ><span class="note text-ink-2">It turned out</span><select
              name="how"
              class="select"
              value={typed['how'] ?? 'well'}
              >{#each data.turnedOut as how (how)}<option>{how}</option>{/each}</select
            ></label
          >
          <label class="grid gap-1"
            ><span class="note text-ink-2">In words</span><input
              name="words"
              class="input"
              maxlength="500"
              value={typed['words'] ?? ''}
            /></label
          >
          <label class="grid gap-1"
            ><span class="note text-ink-2">What to do otherwise</span><input
              name="otherwise"
              class="input"
              maxlength="500"
              value={typed['otherwise'] ?? ''}
            /></label
          >
          <button class="btn btn-primary justify-self-start">Keep</button>
        </form>
      </details>
    </section>
    <details class="border-t border-rule pt-2">
      <summary class="unfolds !min-h-11 !py-2.5">Change the dish</summary>
      {#key data.dish.revision}<DishEditor
          choices={data.choices}
          allergens={data.allergens}
          dish={data.dish}
          action="?/save"
        />{/key}
      {#if data.cookings.length === 0}<form method="POST" action="?/remove" use:enhance class="mt-3">
          <button class="btn btn-line">Take {data.dish.name} away</button>
        </form>{/if}
    </details>
  </div>

  <aside class="grid content-start gap-5">
    <section>
      <h2 class="border-b-2 border-ochre pb-1">Who may not</h2>
      <ul class="m-0 mt-1 list-none p-0">
        {#each data.notFor as one (one.whom)}<li class="border-b border-rule py-1.5">
            <span class="font-strong text-ochre">{one.whom}</span><br /><span class="note text-ink-2"
              >{one.because.join(', ')}</span
            >
          </li>{/each}
        <li class="py-1.5">
          <span class="font-strong text-ochre">children under three</span><br /><span class="note text-ink-2"
            >Nobody has given a portion for them.</span
          >
        </li>
      </ul>
    </section>
    <section>
      <h2>Contains</h2>
      <p>{data.contains.join(', ') || 'nothing that the law on allergens names, as far as it was ticked'}</p>
    </section>
    {#if data.loads.length > 0}<section>
        <h2>What adds up</h2>
        <ul class="m-0 mt-1 list-none p-0">
          {#each data.loads as one (one.load)}<li class="py-1">
              <div class="flex justify-between gap-3">
                <span>{one.load}</span><span class={one.share > 1 ? 'font-strong text-rosehip' : ''}
                  >{Math.round(one.share * 100)} % of a day</span
                >
              </div>
              <ShareBar share={one.share} label="{Math.round(one.share * 100)} % of a day" />
              <span class="note text-ink-2">{one.from.join(', ')}</span>
            </li>{/each}
        </ul>
        <p class="fine mt-1 text-ink-2">
          A day’s most is as many portions as the cards allow; what else is eaten that day adds to it.
        </p>
      </section>{/if}
  </aside>
</div>
