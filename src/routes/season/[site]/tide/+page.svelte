<script lang="ts">
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import { addDays } from '$core/season';
  import Daylight from '$lib/ui/Daylight.svelte';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { longDate, weekdayAndDay } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import TideChart from '$lib/ui/season/TideChart.svelte';

  let { data, form } = $props();
  const entered = $derived(
    form && 'entered' in form && form.entered ? { ...data.entered, ...form.entered } : data.entered
  );
  const metres = (n: number) => `${n.toFixed(1)} m`;
  const words = $derived(
    data.tide
      ? `Tide on ${longDate(data.date)}: ${data.tide.extremes.map((one) => `${one.kind} water ${one.clock}, ${metres(one.metres)}`).join('; ')}.`
      : ''
  );
  const hours = (minutes: number) => `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
</script>

<svelte:head><title>Tide and light at {data.site.name} · Good Trail</title></svelte:head>
<div class="mt-3 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_270px]">
  <div>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <h2 class="mr-2 self-center">{longDate(data.date)}</h2>
      <FilterForm path="/season/{data.site.id}/tide" class="flex items-end gap-2">
        {#snippet children(apply)}
          <label class="sr-only" for="date">Date</label>
          <WhenInput
            id="date"
            name="date"
            kind="date"
            label="Date"
            class="!w-[165px]"
            value={data.date}
            onchange={() => apply()}
          />
          <noscript><button class="btn btn-line">Show</button></noscript>
        {/snippet}
      </FilterForm>
      <a class="btn btn-line" href="?date={addDays(data.date, -1)}" data-sveltekit-noscroll>Day before</a>
      <a class="btn btn-line" href="?date={addDays(data.date, 1)}" data-sveltekit-noscroll>Day after</a>
    </div>
    {#if data.light}<div class="note mt-2"><Daylight light={data.light} /></div>
    {:else}<p class="note mt-2 text-ink-2">
        Draw the site’s map first: its place gives the hours of light.
      </p>{/if}
    {#if data.tide}
      {#if data.tide.heights.every((height) => height === null)}
        <Notice kind="problem">The table of {data.tide.port} does not reach this day.</Notice>
      {:else}
        <div class="mt-2">
          <TideChart
            day={data.tide}
            step={data.tide.step}
            shoreBelowMetres={data.tide.shoreBelowMetres}
            light={data.lightMinutes}
            {words}
          />
        </div>
        <p class="fine text-ink-2">
          Heights above chart datum at {data.tide.port}, {data.tide.isTable
            ? 'from a table of predictions, drawn as a cosine between high and low water'
            : 'from its constituents'}. Blue: the shore window, while the water is below {metres(
            data.tide.shoreBelowMetres
          )}, ending an hour before it is back there. Grey: night. Wind and air pressure move the sea.
          <strong>Not for navigation.</strong>
        </p>
        <div class="mt-4 grid gap-x-10 gap-y-4 sm:grid-cols-2">
          <table class="ruled compact self-start">
            <thead
              ><tr><th scope="col">water</th><th scope="col">time</th><th scope="col">height</th></tr></thead
            >
            <tbody>
              {#each data.tide.extremes as one (one.minutes)}<tr
                  ><td>{one.kind}</td><td>{one.clock}</td><td>{metres(one.metres)}</td></tr
                >{/each}
            </tbody>
          </table>
          <table class="ruled compact self-start">
            <thead><tr><th scope="col">shore window</th><th scope="col">lowest</th></tr></thead>
            <tbody>
              {#each data.tide.windows as one (one.fromMinutes)}<tr
                  ><td>{one.from} to {one.until}</td><td>{one.low}, {metres(one.lowMetres)}</td></tr
                >{:else}<tr
                  ><td colspan="2" class="text-ink-2"
                    >None: the water does not fall below {metres(data.tide.shoreBelowMetres)} for more than an hour.</td
                  ></tr
                >{/each}
            </tbody>
          </table>
        </div>
      {/if}
    {:else}
      <p class="mt-4 max-w-prose">
        No tide is kept for this site. If it has a shore, enter the constituents of its port, or a table of
        its predicted high and low waters{data.mayEdit ? ', below' : ''}.
      </p>
    {/if}
    {#if data.mayEdit}
      <details
        class="mt-6 border-t border-rule pt-4"
        open={!data.tide || (form && 'problem' in form) || undefined}
      >
        <summary class="cursor-pointer font-serif text-[18px] font-semibold">The port of this site</summary>
        {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
        {#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
        <form
          method="POST"
          action="?/tide"
          enctype="multipart/form-data"
          use:enhance={() =>
            ({ update }) =>
              update({ reset: false })}
          class="mt-3 grid max-w-[760px] gap-4 sm:grid-cols-3"
        >
          <label class="note"
            ><span class="font-strong">Port</span><input
              class="input"
              name="port"
              maxlength="120"
              value={entered.port}
            /></label
          >
          <label class="note"
            ><span class="font-strong">Shore is walked below, m</span><input
              class="input"
              name="shoreBelowMetres"
              type="number"
              step="any"
              value={entered.shoreBelowMetres}
            /></label
          >
          <label class="note"
            ><span class="font-strong">Mean level, m</span><input
              class="input"
              name="meanLevelMetres"
              type="number"
              step="any"
              value={entered.meanLevelMetres}
            /></label
          >
          <label class="note sm:col-span-2"
            ><span class="font-strong">Constituents</span><span class="block text-ink-2"
              >One a line: name, amplitude in metres, phase lag g in degrees (Universal Time).</span
            ><textarea class="textarea font-sans" rows="8" name="constituents" spellcheck="false"
              >{entered.constituents}</textarea
            ></label
          >
          <label class="note"
            ><span class="font-strong">Or a table</span><span class="block text-ink-2"
              >CSV with time and height of every high and low water; local time, or with its zone.</span
            ><input
              type="file"
              data-most="4"
              name="table"
              accept=".csv,text/csv,text/plain"
              class="file-input mt-1 w-full border-rule-strong bg-plate text-[14px]"
            /></label
          >
          <button class="btn btn-primary justify-self-start">Keep this tide</button>
        </form>
        {#if data.tide}
          <form method="POST" action="?/forget" use:enhance class="mt-3">
            <button class="note cursor-pointer underline underline-offset-2">This site has no tide</button>
          </form>
        {/if}
      </details>
    {/if}
  </div>
  {#if data.tide}
    <aside class="note lg:border-l lg:border-rule lg:pl-6">
      <h2>Shore windows in daylight</h2>
      <p class="fine text-ink-2">The next four weeks; longest in bold.</p>
      <table class="ruled compact mt-1 !text-[14px]">
        <tbody>
          {#each data.tide.days as one, i (i)}
            {@const isLongest = one.minutes === Math.max(...data.tide.days.map(({ minutes }) => minutes))}
            <tr class={[one.day === data.date ? 'bg-base-300' : '', isLongest ? 'font-strong' : '']}>
              <td class="whitespace-nowrap"
                ><a class="no-underline hover:underline" href="?date={one.day}">{weekdayAndDay(one.day)}</a
                ></td
              >
              <td class="whitespace-nowrap">{one.from}–{one.until}</td>
              <td class="whitespace-nowrap text-right !pr-0">{hours(one.minutes)}</td>
            </tr>
          {:else}<tr><td class="text-ink-2">None in the next four weeks.</td></tr>{/each}
        </tbody>
      </table>
    </aside>
  {/if}
</div>
