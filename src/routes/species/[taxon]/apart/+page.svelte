<script lang="ts">
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import Hand from '@lucide/svelte/icons/hand';
  import SeparationBand from '$lib/ui/species/SeparationBand.svelte';
  import SeverityMark from '$lib/ui/species/SeverityMark.svelte';
  import { dayAndMonth, inTenAtLeast, longDate, oneInAtMost, stageWord } from '$core/words';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
</script>

<svelte:head><title>What separates {data.name} · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>What separates {data.name}</h1>
  <i class="text-[19px]">{data.scientific}</i>
  <a href="/species/{data.slug}" class="link-line">its sheet</a>
</div>
<form
  method="GET"
  class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2"
  data-sveltekit-keepfocus
  data-sveltekit-noscroll
>
  {#if data.where.sites.length > 0}<label class="w-[220px] max-sm:w-[46%]"
      ><span class="note font-strong">Where</span><select
        name="site"
        class="select"
        value={data.where.site}
        onchange={(event) => event.currentTarget.form?.requestSubmit()}
        ><option value="">anywhere</option>{#each data.where.sites as site (site.id)}<option value={site.id}
            >{site.name}</option
          >{/each}</select
      ></label
    >{/if}
  <div class="w-[170px] max-sm:w-[46%]">
    <label for="when" class="note font-strong">When</label><WhenInput
      id="when"
      name="date"
      kind="date"
      label="When"
      value={data.where.isoDate}
      onchange={() => document.querySelector<HTMLElement>('#when')?.closest('form')?.requestSubmit()}
    />
  </div>
  <noscript><button class="btn btn-line">Set</button></noscript>
</form>

<section class="mt-5" aria-label="Through the year">
  <SeparationBand band={data.band} isoDate={data.where.isoDate} />
</section>

<div class="mt-6 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
  <section>
    <h2>
      On {longDate(data.where.isoDate)}{data.stage
        ? `, in ${stageWord(data.group, data.stage)} (${Math.round(100 * data.stageProbability)} %)`
        : ''}
    </h2>
    {#if !data.stage}
      <p class="mt-1">
        It is not up on this date.{#if data.firstDate}
          It can first be told from {dayAndMonth(data.firstDate)} on.{/if}
      </p>
    {:else if data.lookalikes.length === 0}
      <p class="mt-1">
        No dangerous lookalike is described here now. That says nothing: the ground has more plants than this
        library.
      </p>
    {:else}
      {#if data.found}
        <p class="mt-1 border-l-[3px] border-moss pl-3">
          These {data.set.length} checks separate {data.part ? `each piece (${data.part})` : 'it'} from every dangerous
          lookalike; against what can kill, two of them are seen on the piece itself. They take about {data.effortSeconds}
          seconds a piece.
        </p>
      {:else}
        <p class="mt-1 flex gap-2 border-l-[3px] border-rosehip pl-3">
          <Hand size={20} class="mt-0.5 shrink-0 text-rosehip" aria-hidden="true" /><span
            ><strong>Not at this stage.</strong> What can be seen on the piece does not separate it from {data.lookalikes.filter(
              ({ separable }) => !separable
            ).length} of its lookalikes. {data.firstDate
              ? `First from ${dayAndMonth(data.firstDate)}.`
              : 'Not within a year.'}
            {#if data.set.length > 0}<span class="block text-ink-2">Against the others these would do:</span
              >{/if}</span
          >
        </p>
      {/if}
      <ol class="m-0 mt-2 list-none p-0">
        {#each data.set as one, i (one.slug)}<li class="flex gap-3 border-b border-rule py-2">
            <span class="disc shrink-0">{i + 1}</span><span
              ><strong>{one.name}</strong>
              <span class="note block text-ink-2">{one.sense}, {one.effort} s: {one.look}</span></span
            >
          </li>{/each}
      </ol>
      {#if data.found}<p class="mt-2">
          In a beginner’s hands the whole set agrees on about <strong>{inTenAtLeast(data.onTarget)}</strong> true
          plants; wrongly as the table says. Roughly: how often a state occurs is an estimate.
        </p>{/if}
      {#if data.coming.length > 0}<p class="mt-2">
          Not up yet: {data.coming.map(({ name, from }) => `${name} from ${dayAndMonth(from)}`).join(', ')}.
        </p>{/if}
      {#if !data.scentCounts}<p class="note mt-2 text-ink-2">
          By this school’s policy scent never counts.
        </p>{/if}
    {/if}
  </section>
  {#if data.lookalikes.length > 0}
    <section>
      <h2>Its dangerous lookalikes then</h2>
      <WideTable label="Lookalikes">
        <table class="ruled compact mt-1">
          <thead
            ><tr
              ><th scope="col">lookalike</th><th scope="col">harm</th><th scope="col"
                >{data.found ? 'wrongly agrees on' : 'told apart'}</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.lookalikes as one (one.slug)}<tr>
                <td
                  ><a
                    href="/species/compare?plant={data.slug}~{encodeURIComponent(
                      data.stage ?? ''
                    )}&plant={one.slug}~{encodeURIComponent(one.stages[0] ?? '')}"
                    class="font-strong underline decoration-rule underline-offset-4">{one.name}</a
                  ><span class="fine block text-ink-2"
                    >{one.stages.join(', ')}{one.isCurated ? '; known for it' : ''}{one.similarity
                      ? `; ${Math.round(100 * one.similarity)} % alike at a glance`
                      : ''}</span
                  ></td
                >
                <td><SeverityMark severity={one.severity} dangerous={true} /></td>
                <td
                  >{#if one.growsAmong}grows among it: sort every piece{:else if one.separable}{data.found
                      ? oneInAtMost(one.wrongly)
                      : 'yes'}{:else}<strong class="text-rosehip">stays open</strong><span
                      class="fine block text-ink-2"
                      >{one.best ? `best: ${one.best.name.toLowerCase()}` : 'nothing known tells'}</span
                    >{/if}</td
                >
              </tr>{/each}
          </tbody>
        </table>
      </WideTable>
    </section>
  {/if}
</div>
