<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Legend from '$lib/ui/season/Legend.svelte';
  import QuickSighting from '$lib/ui/season/QuickSighting.svelte';
  import SeasonStrip from '$lib/ui/season/SeasonStrip.svelte';
  import ShiftChart from '$lib/ui/season/ShiftChart.svelte';

  let { data, form } = $props();
  const shows = $derived([
    { value: 'wishes', label: 'Wish list', count: data.counts.wishes },
    { value: 'patches', label: 'Patches here', count: data.counts.patches },
    { value: 'danger', label: 'Dangerous ones here', count: data.counts.danger }
  ]);
  const worths = ['', 'would be nice', 'wanted', 'what the day is for'];
  const days = (n: number) => `${counted(Math.abs(n), 'day')}`;
  const word = (n: number) => (n === 0 ? 'As usual' : `${days(n)} ${n < 0 ? 'early' : 'late'}`);
  const side = (n: number) => (n === 0 ? 'usual' : `${days(n)} ${n < 0 ? 'early' : 'late'}`);
  /** The half of the year that the date lies in is told first. */
  const shifts = $derived(data.today.slice(5) > '07-31' ? [...data.shifts].reverse() : data.shifts);
  const small = (n: number) => `${n < 0 ? '−' : '+'}${Math.abs(n).toFixed(1)}`;
</script>

<svelte:head><title>Season at {data.site.name} · Good Trail</title></svelte:head>
<p class="note mt-1 flex flex-wrap gap-x-4">
  {#each shows as { value, label, count } (value)}
    <a
      href="?show={value}"
      aria-current={data.show === value ? 'true' : undefined}
      class={data.show === value ? 'font-strong text-ink no-underline' : 'link-line'}>{label} ({count})</a
    >
  {/each}
</p>
{#if data.rows.length > 0}
  <SeasonStrip rows={data.rows} today={data.today} site={data.site.id} walks={data.walks} />
{:else}
  <p class="mt-4 max-w-prose">
    {#if data.show === 'wishes'}Nothing is wished for yet. Put what you would like to teach here on the list
      below: the strip shows its year, and <em>Choose the day</em> looks for the days that hold most of it.
    {:else}Nothing of the kind is recorded at this site yet. <a href="/ground/{data.site.id}">Add a patch</a>,
      and its year is drawn here.{/if}
  </p>
{/if}

<div class="mt-4 grid gap-x-8 gap-y-5 lg:grid-cols-[190px_minmax(0,1fr)_minmax(0,1fr)]">
  {#each shifts.slice(0, 1) as shift (shift.half)}
    <section>
      <h2>{word(shift.mean)}</h2>
      <p class="fine mt-1 text-ink-2">
        {shift.half === 'spring' ? 'Spring' : 'Autumn'} at this site, from {data.sightings.count === 0
          ? 'its place alone'
          : `its place and ${counted(data.sightings.count, 'sighting')} of ${counted(data.sightings.taxa, 'plant')}`};
        80 in 100 between {side(shift.low)} and {side(shift.high)}.
      </p>
      {#if data.mayEdit}<p class="note mt-1">
          <a href="/ground/{data.site.id}/scout">Add a sighting</a>
        </p>{/if}
    </section>
    <div>
      <ShiftChart
        density={shift.density}
        unseen={shift.unseen}
        low={shift.low}
        high={shift.high}
        words="How early or late {shift.half} is here: {word(shift.mean)}, 80 in 100 between {side(
          shift.low
        )} and {side(shift.high)}. The dashed line is what the place alone would say."
      />
      <p class="fine text-ink-2">Dashed: what the place alone would say, before any sighting.</p>
    </div>
  {/each}
  <Legend />
</div>

<div class="mt-6 grid gap-x-10 gap-y-6 border-t border-rule pt-4 lg:grid-cols-2">
  <section>
    <h2>What changed, and why</h2>
    {#if data.moved}
      <p class="note mt-1">
        Last seen on {longDate(data.moved.on)}:
        {#each data.moved.seen as one, i (i)}{i > 0 ? '; ' : ''}<strong>{one.name}</strong>, {one.stage}
          {one.says === 'there' ? 'is there' : one.says} ({one.seenBy}){/each}.
      </p>
      {#if data.moved.stages.length > 0}
        <table class="ruled compact mt-2">
          <thead
            ><tr><th scope="col">what moved</th><th scope="col">by</th><th scope="col">now about</th></tr
            ></thead
          >
          <tbody>
            {#each data.moved.stages.slice(0, 6) as one, i (i)}
              <tr
                ><td>{one.name}, {one.stage}</td><td class="whitespace-nowrap"
                  >{days(one.days)} {one.days > 0 ? 'later' : 'earlier'}</td
                ><td class="whitespace-nowrap">{dayAndMonth(one.expected)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        {#if data.moved.stages.length > 6}<p class="fine mt-1 text-ink-2">
            And {data.moved.stages.length - 6} more stages, by less.
          </p>{/if}
      {:else}<p class="note mt-1 text-ink-2">
          It was what the forecast had said: nothing moves by a day or more.
        </p>{/if}
    {:else}<p class="note mt-1 text-ink-2">Nothing was seen here this year yet.</p>{/if}
    {#each shifts as shift (shift.half)}
      {#if shift.influences.length > 0}
        <p class="note mt-3">
          {shift.half === 'spring' ? 'Spring' : 'Autumn'} is {side(shift.mean)} because of
          {#each shift.influences as one, i (i)}{i > 0 ? ', ' : ''}{one.name} ({small(
              one.days
            )}&nbsp;d){/each}.
          <span class="text-ink-2"
            >Each figure is what the site’s mean would lack without that plant; plants that agree say it
            together.</span
          >
        </p>
      {/if}
    {/each}
  </section>
  <div class="grid content-start gap-6">
    <section id="note">
      <h2>Note what was seen</h2>
      {#if data.patches.length > 0}
        {#key data.site.id}
          <QuickSighting siteId={data.site.id} today={data.today} patches={data.patches} />
        {/key}
      {/if}
      <p class="note mt-1 text-ink-2">
        On the ground itself, patch after patch: <a href="/ground/{data.site.id}/scout">Scout</a>.
      </p>
    </section>
    <section>
      <h2>Wish list for {data.site.name}</h2>
      {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
      <ul class="m-0 mt-1 list-none p-0">
        {#each Object.entries(data.worth) as [slug, worth] (slug)}
          <li class="note flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <a class="link-line" href="/species/{slug}"
              >{data.taxa.find((taxon) => taxon.slug === slug)?.label ?? slug}</a
            ><span class="text-ink-2">{worths[worth]}</span>
            {#if data.mayEdit}
              <form method="POST" action="?/wish" use:enhance class="ml-auto">
                <input type="hidden" name="taxon" value={slug} /><input
                  type="hidden"
                  name="worth"
                  value="0"
                />
                <button
                  class="cursor-pointer underline underline-offset-2"
                  aria-label="Take {slug} off the list">take off</button
                >
              </form>
            {/if}
          </li>
        {:else}<li class="note text-ink-2">Empty so far.</li>{/each}
      </ul>
      {#if data.mayEdit}
        <form method="POST" action="?/wish" use:enhance class="mt-3 grid gap-3 sm:grid-cols-[1fr_170px_auto]">
          <label class="note"
            ><span class="font-strong">Plant</span><select name="taxon" class="select" required>
              <option value="">Choose a plant</option>
              {#each data.taxa as taxon (taxon.slug)}<option value={taxon.slug}>{taxon.label}</option>{/each}
            </select></label
          >
          <label class="note"
            ><span class="font-strong">How much</span><select name="worth" class="select">
              {#each worths.slice(1) as label, i (i)}<option value={i + 1} selected={i === 1}>{label}</option
                >{/each}
            </select></label
          >
          <button class="btn btn-line self-end">Wish for it</button>
        </form>
      {/if}
    </section>
  </div>
</div>
