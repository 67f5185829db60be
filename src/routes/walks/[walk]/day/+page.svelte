<script lang="ts">
  import { counted, longDate } from '$core/words';
  import { levels } from '$core/walk';
  import Daylight from '$lib/ui/Daylight.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import StageForecasts from '$lib/ui/StageForecasts.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import WalkDayFields from '$lib/ui/walk/WalkDayFields.svelte';
  import Told from '$lib/ui/people/Told.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form: action } = $props();
  const company = $derived(data.pace.company === 'adults' ? 'of adults' : 'with children');
  const filled = superForm(() => data.form, { resetForm: false });
</script>

<svelte:head><title>Day of {data.walk.name} · Good Trail</title></svelte:head>
<div class="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_320px]">
  <section>
    <h2>What is up at {data.walk.siteName} on {longDate(data.walk.heldOn)}</h2>
    {#if data.light}<div class="note mt-1"><Daylight light={data.light} /></div>{/if}
    <p class="note mt-1 text-ink-2">
      Stages as forecast for this site, from its place and what was seen there this year; the plan and its
      checks go by the same. <a href="/season/{data.walk.siteId}/days">Choose another day</a>
    </p>
    <WideTable label="What is up">
      <table class="ruled mt-2">
        <thead><tr><th scope="col">taxon</th><th scope="col">patch</th><th scope="col">stage</th></tr></thead>
        <tbody>
          {#each data.patches as one (one.id)}
            <tr
              ><td><a href="/species/{one.slug}">{one.name}</a> <i class="text-ink-2">{one.scientific}</i></td
              ><td>{one.patch}</td><td><StageForecasts stages={one.stages} today={data.today} /></td></tr
            >
          {:else}
            <tr><td colspan="3" class="text-ink-2">No patches are recorded at this site.</td></tr>
          {/each}
        </tbody>
      </table>
    </WideTable>
  </section>
  {#if data.leads}
    <div class="lg:border-l lg:border-rule lg:pl-8">
      <Form of={filled} action="?/move" novalidate class="grid content-start gap-4">
        <h2>Day and group</h2>
        <input type="hidden" name="revision" value={data.walk.revision} />
        {#if action && 'problem' in action && 'form' in action}<Notice kind="problem">{action.problem}</Notice
          >{/if}
        <FormMessage />
        <WalkDayFields cohorts={data.cohorts} today={data.today} />
        <details>
          <summary class="cursor-pointer py-1 font-strong text-moss">Times, pace and level</summary>
          <div class="mt-2 grid gap-4 sm:grid-cols-2 lg:grid-cols-1">
            <Field
              label="Back by"
              name="dueAt"
              type="time"
              hint="When everybody has to be back. Empty: the end and the reserve."
            />
            <Field label="Reserve, minutes" name="reserveMinutes" type="number" />
            <Field label="Briefing at the start, minutes" name="briefingMinutes" type="number" />
            <Field label="Head count at each stop, minutes" name="headCountMinutes" type="number" />
            <Field label="Basket check at the end, minutes" name="basketMinutes" type="number" />
            <Field
              label="Walking time by"
              name="paceRule"
              options={[
                { value: 'Naismith', label: 'Naismith: 5 km/h, an hour for 600 m up' },
                { value: 'Tobler', label: 'Tobler: by slope, down too' }
              ]}
            />
            <Field
              label="Times a brisk walker’s"
              name="paceFactor"
              type="number"
              step="0.1"
              hint="Empty: {data.pace.factor.toFixed(1)}, about {(5 / data.pace.factor).toFixed(
                1
              )} km/h on the flat, {data.pace.legs > 0
                ? `as ${counted(data.pace.legs, 'leg')} of your groups ${company} taught`
                : `as usual for groups ${company}`}."
            />
            <Field
              label="Level"
              name="level"
              options={[
                { value: '', label: `the group’s${data.cohortLevel ? `, ${data.cohortLevel}` : ''}` },
                ...levels.map((level) => ({ value: level, label: level }))
              ]}
            />
          </div>
        </details>
        <button class="btn btn-primary justify-self-start">Keep this day and group</button>
      </Form>
      <section class="mt-8 border-t border-rule pt-4" aria-label="Does it take place">
        {#if action && 'told' in action && action.told}<Told news={action.told} />{/if}
        {#if data.walk.calledOff}
          <form method="POST" action="?/on" use:plainEnhance>
            <input type="hidden" name="revision" value={data.walk.revision} />
            <button class="btn btn-line btn-sm">It takes place after all</button>
          </form>
        {:else}
          <details>
            <summary class="cursor-pointer py-1 font-strong text-moss">Call it off</summary>
            <form method="POST" action="?/off" use:plainEnhance class="mt-2 grid gap-2">
              <input type="hidden" name="revision" value={data.walk.revision} />
              <label
                ><span class="note font-strong">Why, in the words that the group is told</span><input
                  name="why"
                  class="input"
                  maxlength="300"
                  autocomplete="off"
                /></label
              >
              <p class="note text-ink-2">
                The plan and its brief stay. What it had reserved is free again, and a calendar that takes the
                entry anew shows it as cancelled.
              </p>
              <button class="btn btn-line btn-sm justify-self-start text-rosehip">Call this walk off</button>
            </form>
          </details>
        {/if}
      </section>
      <form
        method="POST"
        action="?/remove"
        use:plainEnhance
        class="mt-8 grid gap-2 border-t border-rule pt-4"
        onsubmit={(event) => {
          if (!confirm(`Remove the walk “${data.walk.name}” with its stops?`)) event.preventDefault();
        }}
      >
        <input type="hidden" name="revision" value={data.walk.revision} />
        {#if action && 'problem' in action && !('form' in action)}<Notice kind="problem"
            >{action.problem}</Notice
          >{/if}
        <button class="btn btn-line btn-sm justify-self-start text-rosehip">Remove this walk</button>
      </form>
    </div>
  {/if}
</div>
