<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import { keptApart } from '$core/learning';
  import Download from '@lucide/svelte/icons/download';
  import PenLine from '@lucide/svelte/icons/pen-line';
  import Skull from '@lucide/svelte/icons/skull';
  import { dayAndMonth, longDate } from '$core/words';
  import { outcomeLooks } from '$lib/ui/drill/outcomes';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import FirmnessMark from '$lib/ui/FirmnessMark.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Figures from '$lib/ui/progress/Figures.svelte';
  import DangerRate from '$lib/ui/progress/DangerRate.svelte';
  import Margin from '$lib/ui/progress/Margin.svelte';
  import ReadinessBlock from '$lib/ui/progress/ReadinessBlock.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data, form } = $props();
  const progress = $derived(data.progress);
  const percent = (share: number | undefined) => (share === undefined ? '—' : `${Math.round(100 * share)} %`);
</script>

<svelte:head><title>{data.isOwn ? 'Progress' : progress.person.name} · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
  <div>
    {#if data.teaches}<p class="note"><a href="/progress">Progress</a></p>{/if}
    <h1>{data.isOwn ? 'Your progress' : progress.person.name}</h1>
  </div>
  {#if progress.walks.length > 1}
    <FilterForm path="/progress/{progress.person.id}" class="flex items-end gap-4">
      {#snippet children(apply)}
        <label
          ><span class="note font-strong">Towards</span><select
            name="walk"
            class="select w-[230px]"
            value={progress.walk?.id}
            onchange={() => apply()}
            >{#each progress.walks as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
          ></label
        >
        <noscript><button class="btn btn-line">Show</button></noscript>
      {/snippet}
    </FilterForm>
  {/if}
</div>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form?.done}<Notice kind="done">{form.done}</Notice>{/if}

<div class="mt-4 grid gap-x-9 gap-y-8 lg:grid-cols-[minmax(0,1fr)_240px]">
  <div class="grid content-start gap-6">
    <div class="grid gap-x-9 gap-y-5 sm:grid-cols-[minmax(0,3fr)_minmax(0,5fr)]">
      <div>
        <DangerRate danger={progress.danger} />
        {#if data.isOwn}
          {#if progress.walk}<form method="POST" action="/practice?/today" class="mt-4">
              <button class="btn btn-primary">Start the round for today</button>
            </form>{:else}<p class="mt-4"><a href="/practice" class="btn btn-primary">Practise</a></p>{/if}
        {/if}
      </div>
      {#if progress.readiness && progress.walk}
        <ReadinessBlock
          readiness={progress.readiness}
          walk={progress.walk}
          who={data.isOwn ? 'You are' : `${progress.person.name} is`}
        />
      {:else}
        <p class="text-ink-2">No coming walk with a brief: there is nothing yet to be ready for.</p>
      {/if}
    </div>

    {#if progress.units.length > 0}
      <WideTable label="Pairs at their stages">
        <table class="ruled">
          <thead
            ><tr
              ><th scope="col">pair, at a stage</th><th scope="col">dangerous ‘gather’</th><th scope="col"
                >memory</th
              >{#if progress.walk}<th scope="col" class="!text-right max-sm:hidden"
                  >recall on {dayAndMonth(progress.walk.heldOn)}</th
                >{/if}<th scope="col" class="max-sm:hidden">kept apart</th><th
                scope="col"
                class="max-sm:hidden">on the way to a sign-off</th
              ></tr
            ></thead
          >
          <tbody>
            {#each progress.units as unit (unit.unit)}
              <tr>
                <td
                  ><strong>{unit.target}</strong> or {nameWithin(unit.lookalike)}<span
                    class="note block text-ink-2"
                    >{unit.stage}{unit.isOfWalk || !progress.walk ? '' : ', not of this walk'}</span
                  ><span class="note block sm:hidden">{unit.ladder.rung}</span></td
                >
                <td class={unit.dangerousGathers > 0 ? 'font-strong text-rosehip' : ''}
                  >{#if unit.dangerousShown > 0}{#if unit.dangerousGathers > 0}<Skull
                        size={14}
                        class="mr-1 inline"
                        aria-hidden="true"
                      />{/if}{unit.dangerousGathers} of {unit.dangerousShown}<span
                      class="fine block font-normal whitespace-nowrap text-ink-2"
                      >up to {Math.ceil(unit.limit * 100)} in 100</span
                    >{:else}<span class="text-ink-3">not shown yet</span>{/if}</td
                >
                <td
                  ><FirmnessMark firmness={unit.firmness} />{#if unit.due}<span
                      class="fine block whitespace-nowrap text-ink-2">next {dayAndMonth(unit.due)}</span
                    >{/if}</td
                >
                {#if progress.walk}<td class="!text-right max-sm:hidden">{percent(unit.recall)}</td>{/if}
                <td class="max-sm:hidden"
                  >{unit.discrimination === undefined ? '—' : keptApart(unit.discrimination)}</td
                >
                <td class="max-sm:hidden"
                  ><span class={unit.ladder.rung === 'signed off' ? 'font-strong text-moss' : ''}
                    >{unit.ladder.rung}</span
                  >{#if unit.ladder.signOff}<span class="fine block text-ink-2"
                      >{unit.ladder.hasLapsed
                        ? `lapsed; was signed off ${dayAndMonth(unit.ladder.signOff.on)}`
                        : `until ${unit.ladder.lapsesOn && longDate(unit.ladder.lapsesOn)}, by ${unit.ladder.signOff.by}`}</span
                    >{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </WideTable>
      <p class="fine max-w-prose text-ink-2">
        What is known at one stage is not known at another. Drawings are not plants: a sign-off is given on a
        living one.
      </p>
      <Figures
        rows={progress.units.map((unit) => ({
          ...unit,
          name: `${unit.target} or ${nameWithin(unit.lookalike)}`
        }))}
      />
    {:else}
      <p class="max-w-prose">
        Nothing yet. After the first round each pair stands here: how firm it is at which stage, and where the
        danger is.
      </p>
    {/if}

    {#if data.teaches && !data.isOwn && progress.units.length > 0}
      <section aria-labelledby="on-a-plant">
        <h2 id="on-a-plant">On a living plant</h2>
        <form
          method="POST"
          action="?/sign"
          use:enhance
          class="mt-2 grid items-end gap-x-4 gap-y-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_170px]"
        >
          <label
            ><span class="note font-strong">Pair, at the stage of the plant shown</span><select
              name="unit"
              class="select"
              value={form?.unit ?? progress.units[0]?.unit}
            >
              {#each progress.units as unit (unit.unit)}<option value={unit.unit}
                  >{unit.target} or {nameWithin(unit.lookalike)}, {unit.stage}</option
                >{/each}
            </select></label
          >
          <label
            ><span class="note font-strong">Which plant, and where</span><input
              name="plant"
              class="input"
              maxlength="200"
              value={form?.plant ?? ''}
              placeholder="Under the ash by the gate"
            /></label
          >
          <label
            ><span class="note font-strong">What came of it</span><select name="outcome" class="select">
              <option value="right">named rightly</option>
              <option value="left">left alone</option>
              <option value="missed">taken for another</option>
              <option value="dangerous gather">would have gathered it</option>
            </select></label
          >
          <div class="flex flex-wrap gap-3 sm:col-span-3">
            <button name="step" value="shown" class="btn btn-line">Record what was shown</button>
            {#if data.signsOff}<button name="step" value="signed off" class="btn btn-primary"
                ><PenLine size={17} aria-hidden="true" />Sign off {progress.person.name} on it</button
              >{/if}
          </div>
        </form>
      </section>
    {/if}
    {#if progress.living.length > 0}
      <section aria-labelledby="living">
        <h2 id="living">{data.teaches && !data.isOwn ? 'So far' : 'On living plants'}</h2>
        {#if progress.transfer.shown > 0 && progress.transfer.drilled > 0}
          <p class="text-ink-2">
            {progress.transfer.right} of {progress.transfer.shown} right on living plants; in drills on the same
            pairs at the same stages {progress.transfer.drilledRight} of {progress.transfer.drilled}.
          </p>
        {/if}
        <ul class="m-0 mt-1 list-none p-0">
          {#each progress.living.toReversed() as one (one.id)}
            {@const look = outcomeLooks[one.outcome]}
            {@const Icon = look.icon}
            <li class="flex flex-wrap gap-x-3 border-b border-rule py-1.5">
              <span class="w-[84px] text-ink-2">{dayAndMonth(one.on)}</span>
              <span class="flex-1"
                >{one.pair}, {one.stage}
                <span class="note block text-ink-2">{one.plant} · {one.by}</span></span
              >
              <span class={['font-strong', look.tone]}
                ><Icon size={15} class="mr-1 inline" aria-hidden="true" />{one.step === 'signed off'
                  ? 'signed off'
                  : look.counted.toLowerCase()}</span
              >
            </li>
          {/each}
        </ul>
      </section>
    {/if}
    <p>
      <a href="/progress/export?person={progress.person.id}" class="btn btn-line"
        ><Download size={17} aria-hidden="true" />Take {data.isOwn ? 'your' : 'the'} answers out as CSV</a
      >
      <a href="/progress/export?person={progress.person.id}&table=semicolon" class="note ml-3"
        >with semicolons and decimal commas</a
      >{#if data.isOwn && !data.teaches}<span class="fine mt-1 block text-ink-2"
          >Without those of a quiz that you have not finished.</span
        >{/if}
    </p>
  </div>
  <aside>
    <Margin calibration={progress.calibration} confusions={progress.confusions} weeks={progress.weeks} />
  </aside>
</div>
