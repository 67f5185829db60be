<script lang="ts">
  import Thermometer from '@lucide/svelte/icons/thermometer';
  import Upload from '@lucide/svelte/icons/upload';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import WarmthChart from '$lib/ui/season/WarmthChart.svelte';

  let { data, form } = $props();
  const days = (n: number) => `${counted(Math.abs(n), 'day')}`;
  const since = $derived(dayAndMonth(data.begins));
  const sum = $derived(data.thisYear?.sums.at(-1));
  const meanNow = $derived(data.thisYear && data.mean[data.thisYear.sums.length - 1]);
  const heading = $derived(
    data.ahead === undefined
      ? 'Warmth of the year'
      : data.ahead === 0
        ? 'As warm as usual'
        : `${days(data.ahead)} ${data.ahead > 0 ? 'ahead of' : 'behind'} the mean`
  );
  const agrees = $derived(
    data.ahead !== undefined && data.spring.low <= -data.ahead && -data.ahead <= data.spring.high
  );
  const shiftWord = $derived(
    data.spring.mean === 0
      ? 'as usual'
      : `${days(data.spring.mean)} ${data.spring.mean < 0 ? 'early' : 'late'}`
  );
</script>

<svelte:head><title>Warmth at {data.site.name} · Good Trail</title></svelte:head>
<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_272px]">
  <div class="min-w-0">
    {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    {#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
    <h2>{heading}</h2>
    {#if data.thisYear && sum !== undefined}
      <p class="mt-1">
        <strong>{Math.round(sum)} degree days</strong> above {data.base} °C since {since}{meanNow ===
        undefined
          ? '; earlier years to compare with are missing'
          : `, ${Math.round(meanNow)} in the mean of ${data.others.length} years`}.
        {#if data.ahead !== undefined}<span class="text-ink-2"
            >A second opinion only: what was seen here says that spring is {shiftWord}{agrees
              ? ', and the two agree.'
              : '; the two differ, so look again.'}</span
          >{/if}
      </p>
      {#if data.thisYear.stopsAt}<p class="note mt-1 text-ochre">
          The figures end before {longDate(data.thisYear.stopsAt)}: more than five days are missing there.
        </p>{/if}
      {#if data.thisYear.bridged > 0}<p class="note mt-1 text-ink-2">
          {data.thisYear.bridged} missing {data.thisYear.bridged === 1 ? 'day was' : 'days were'} bridged by their
          neighbours.
        </p>{/if}
      <div class="mt-2">
        <WarmthChart
          from={data.thisYear.from}
          name={data.yearName}
          sums={data.thisYear.sums}
          others={data.others}
          mean={data.mean}
          words="Degree days since {longDate(data.begins)}: {heading.toLowerCase()} on {dayAndMonth(
            data.today
          )}."
        />
      </div>
      <p class="fine text-ink-2">
        Degree days in °C·d. Thin: the years before, one by one; dashed: their mean. From {data.sources.join(
          ', '
        )}.
      </p>
    {:else if data.count > 0}
      <p class="mt-1 max-w-prose">
        {data.count} days are kept, but none that add up from {longDate(data.begins)}.
      </p>
    {:else}
      <p class="mt-1 max-w-prose">
        No temperatures are kept for this site. Warmth tells how far spring has come where nobody has looked:
        read the station, or bring in a file.
      </p>
    {/if}
  </div>
  <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
    <FilterForm path="/season/{data.site.id}/warmth" class="grid gap-3">
      {#snippet children(apply)}
        <h2>How it is added up</h2>
        <label
          ><span class="font-strong">Above, °C</span><input
            class="input"
            type="number"
            name="base"
            min="0"
            max="20"
            step="0.5"
            value={data.base}
            oninput={() => apply(400)}
          /></label
        >
        <label
          ><span class="font-strong">Method</span><select
            class="select"
            name="method"
            value={data.method}
            onchange={() => apply()}
            >{#each data.methods as method (method)}<option>{method}</option>{/each}</select
          ></label
        >
        <p class="fine text-ink-2">
          The sine counts a warm noon after a cold night (Baskerville and Emin 1969); the average does not.
        </p>
      {/snippet}
    </FilterForm>
    {#if data.mayEdit}
      <section class="grid gap-3 border-t border-rule pt-4">
        <h2>Where it comes from</h2>
        {#if data.viewer?.demoDate}
          <form method="POST" action="?/station" use:enhance>
            <button class="btn btn-line"><Thermometer size={17} aria-hidden="true" />Read the station</button>
            <p class="fine mt-1 text-ink-2">{data.stationName}: invented figures from 2021 on.</p>
          </form>
        {/if}
        <form method="POST" action="?/file" enctype="multipart/form-data" use:enhance class="grid gap-2">
          <label
            ><span class="font-strong">CSV with date, min, max</span><input
              type="file"
              data-most="4"
              name="file"
              accept=".csv,text/csv"
              class="file-input mt-1 w-full border-rule-strong bg-plate text-[14px]"
            /></label
          >
          <button class="btn btn-line justify-self-start"
            ><Upload size={17} aria-hidden="true" />Bring it in</button
          >
        </form>
        {#if data.count > 0}<form
            method="POST"
            action="?/forget"
            use:enhance
            onsubmit={(event) => {
              if (!confirm(`Forget ${data.count} days of temperatures of this site?`)) event.preventDefault();
            }}
          >
            <button class="cursor-pointer underline underline-offset-2">Forget all of it</button>
          </form>{/if}
      </section>
    {/if}
  </aside>
</div>
