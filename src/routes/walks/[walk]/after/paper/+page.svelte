<script lang="ts">
  import type { PaperSheet } from '$core/after';
  import { clockTime } from '$core/route';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';

  let { data, form } = $props();
  const closing = ['fire felt cold', 'blades in', 'specimens counted', 'rubbish picked up', 'gate shut'];
  // What is typed stays, whatever the server says to it.
  // svelte-ignore state_referenced_locally
  let sheet = $state<PaperSheet>({
    here: data.people.map(({ id }) => id),
    goes: true,
    whyNot: '',
    stops: data.stops.map(({ id, taxa }) => ({
      stop: id,
      arrive: '',
      leave: '',
      heads: null,
      dropped: '',
      warned: [],
      rows: taxa.map(({ slug, part }) => ({
        taxon: slug,
        part,
        pieces: null,
        minutes: null,
        putBack: null,
        leftBecause: '',
        asked: '',
        outcome: null,
        against: ''
      }))
    })),
    closing: [],
    ended: '',
    note: ''
  });
  // svelte-ignore state_referenced_locally
  const id = data.sheet;
  const here = $derived(data.people.filter((one) => sheet.here.includes(one.id)));
</script>

<svelte:head><title>Paper sheet of {data.walk.name} · Good Trail</title></svelte:head>
<AfterNav walkId={data.walk.id} leads={data.leads} />
{#if form && 'problems' in form && form.problems}<Notice kind="problem"
    ><strong>Nothing was stored; what you typed is still here.</strong>
    {#each form.problems as problem, nth (nth)}<span class="block">{problem}</span>{/each}</Notice
  >{:else if form && 'problem' in form}<Notice kind="problem">{form.problem}</Notice>{/if}
<p class="mb-4 max-w-[75ch] text-ink-2">
  What was ticked on <a href="/walks/{data.walk.id}/walk/paper">the paper sheet</a> becomes the same record as
  taps on a phone: takings go into the ledgers, tests to the learners.
  {#if data.events > 0}<strong class="text-ochre"
      >This walk has {data.events} acts from phones already: type in only what no phone has.</strong
    >{/if}
  {#if !data.hasHappened}<strong class="text-ochre">The walk is still to come.</strong>{/if}
</p>

<form
  method="POST"
  class="grid max-w-[860px] gap-6"
  use:enhance={() =>
    async ({ update }) =>
      update({ reset: false })}
>
  <input type="hidden" name="id" value={id} />
  <input type="hidden" name="sheet" value={JSON.stringify(sheet)} />
  <section>
    <h2>Who was here</h2>
    <div class="mt-2 flex flex-wrap gap-x-6 gap-y-1">
      {#each data.people as one (one.id)}<label class="flex min-h-10 items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox border-rule-strong"
            value={one.id}
            bind:group={sheet.here}
          />{one.name}{one.isMinor ? ', under 18' : ''}</label
        >{:else}<p class="text-ink-2">The walk has no group.</p>{/each}
    </div>
    <label class="mt-1 flex min-h-10 items-center gap-2"
      ><input type="checkbox" class="checkbox border-rule-strong" bind:checked={sheet.goes} />we went</label
    >
    {#if !sheet.goes}<label class="note grid max-w-[420px] gap-1 font-strong"
        >Why not<input class="input" maxlength="500" bind:value={sheet.whyNot} /></label
      >{/if}
  </section>

  {#each data.stops as stop, i (stop.id)}
    {@const own = sheet.stops[i]!}
    <section class="border-t border-rule pt-3">
      <h2>
        {i + 1}
        {stop.name}
        <span class="note font-sans font-normal text-ink-2"
          >planned {clockTime(stop.arrive)}–{clockTime(stop.leave)}</span
        >
      </h2>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <label class="note grid gap-1 font-strong"
          >came<input type="time" class="input w-[130px]" bind:value={own.arrive} /></label
        >
        <label class="note grid gap-1 font-strong"
          >left<input type="time" class="input w-[130px]" bind:value={own.leave} /></label
        >
        <label class="note grid w-[90px] gap-1 font-strong"
          >heads<input type="number" min="0" class="input" bind:value={own.heads} /></label
        >
        <label class="note grid min-w-[200px] flex-1 gap-1 font-strong"
          >left out, because<input class="input" maxlength="300" bind:value={own.dropped} /></label
        >
      </div>
      {#if stop.warnings.length > 0}<div class="mt-2 flex flex-wrap gap-x-5">
          {#each stop.warnings as one (one.slug)}<label class="flex min-h-10 items-center gap-2"
              ><input
                type="checkbox"
                class="checkbox border-rule-strong"
                value={one.slug}
                bind:group={own.warned}
              />warned of {one.name}</label
            >{/each}
        </div>{/if}
      {#each stop.taxa as taxon, nth (nth)}
        {@const row = own.rows[nth]!}
        <fieldset class="mt-3 border-l-[3px] border-rule pl-3">
          <legend class="font-strong"
            >{taxon.name}, {taxon.role}{taxon.role === 'gather' ? `: ${taxon.part}` : ''}</legend
          >
          <div class="flex flex-wrap items-end gap-3">
            {#if taxon.role === 'gather'}
              <label class="note grid w-[100px] gap-1"
                >pieces<input type="number" min="0" class="input" bind:value={row.pieces} /></label
              >
              <label class="note grid w-[100px] gap-1"
                >minutes<input type="number" min="0" class="input" bind:value={row.minutes} /></label
              >
              <label class="note grid gap-1"
                >put back<input
                  type="number"
                  min="0"
                  class="input w-[90px]"
                  bind:value={row.putBack}
                /></label
              >
              <label class="note grid min-w-[180px] flex-1 gap-1"
                >left because<input class="input" maxlength="300" bind:value={row.leftBecause} /></label
              >
            {/if}
            <label class="note grid gap-1"
              >asked<select class="select w-[170px]" bind:value={row.asked}
                ><option value="">nobody</option>{#each here as one (one.id)}<option value={one.id}
                    >{one.name}</option
                  >{/each}</select
              ></label
            >
            {#if row.asked}
              <label class="note grid gap-1"
                >and<select class="select w-[260px]" bind:value={row.outcome}
                  ><option value={null}>how it went</option>{#each data.outcomes as outcome (outcome)}<option
                      value={outcome}>{outcome}</option
                    >{/each}</select
                ></label
              >
              {#if taxon.lookalikes.length > 0}<label class="note grid gap-1"
                  >against<select class="select w-[200px]" bind:value={row.against}
                    ><option value="">no one plant</option>{#each taxon.lookalikes as one (one.slug)}<option
                        value={one.slug}>{one.name}</option
                      >{/each}</select
                  ></label
                >{/if}
            {/if}
          </div>
        </fieldset>
      {/each}
    </section>
  {/each}

  <section class="border-t border-rule pt-3">
    <h2>At the end</h2>
    <div class="mt-2 flex flex-wrap gap-x-6 gap-y-1">
      {#each closing as what (what)}<label class="flex min-h-10 items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox border-rule-strong"
            value={what}
            bind:group={sheet.closing}
          />{what}</label
        >{/each}
    </div>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <label class="note grid gap-1 font-strong"
        >over at<input type="time" class="input w-[130px]" bind:value={sheet.ended} /></label
      >
      <label class="note grid min-w-[260px] flex-1 gap-1 font-strong"
        >what else stands on the sheet<input class="input" maxlength="1000" bind:value={sheet.note} /></label
      >
    </div>
  </section>
  <button class="btn btn-primary justify-self-start" disabled={!data.hasHappened}>Type it in</button>
</form>
