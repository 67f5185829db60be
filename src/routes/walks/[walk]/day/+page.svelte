<script lang="ts">
  import { levels } from '$core/walk';
  import Daylight from '$lib/ui/Daylight.svelte';
  import Field from '$lib/ui/Field.svelte';
  import StageForecasts from '$lib/ui/StageForecasts.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/forms.svelte';
  import WalkDayFields from '$lib/ui/walk/WalkDayFields.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { longDate } from '$core/words';

  let { data, form: action } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance } = superForm(data.form, { resetForm: false });
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
    <table class="ruled mt-2">
      <thead><tr><th scope="col">taxon</th><th scope="col">patch</th><th scope="col">stage</th></tr></thead>
      <tbody>
        {#each data.patches as one (one.id)}
          <tr
            ><td><a href="/species/{one.slug}">{one.name}</a> <i class="text-ink-2">{one.scientific}</i></td
            ><td>{one.patch}</td><td><StageForecasts stages={one.stages} /></td></tr
          >
        {:else}
          <tr><td colspan="3" class="text-ink-2">No patches are recorded at this site.</td></tr>
        {/each}
      </tbody>
    </table>
  </section>
  {#if data.leads}
    <div class="lg:border-l lg:border-rule lg:pl-8">
      <form method="POST" action="?/move" novalidate use:enhance class="grid content-start gap-4">
        <h2>Day and group</h2>
        <input type="hidden" name="revision" value={data.walk.revision} />
        {#if action && 'problem' in action && 'form' in action}<Notice kind="problem">{action.problem}</Notice
          >{/if}
        {#if $message}<Notice kind="done">{$message}</Notice>{/if}
        <WalkDayFields {form} {errors} cohorts={data.cohorts} today={data.today} />
        <details>
          <summary class="cursor-pointer py-1 font-[650] text-moss">Times, pace and level</summary>
          <div class="mt-2 grid gap-4 sm:grid-cols-2 lg:grid-cols-1">
            <Field
              label="Back by"
              name="dueAt"
              type="time"
              hint="When everybody has to be back. Empty: the end and the reserve."
              bind:value={$form.dueAt}
              errors={$errors.dueAt}
            />
            <Field
              label="Reserve, minutes"
              name="reserveMinutes"
              type="number"
              bind:value={$form.reserveMinutes}
              errors={$errors.reserveMinutes}
            />
            <Field
              label="Briefing at the start, minutes"
              name="briefingMinutes"
              type="number"
              bind:value={$form.briefingMinutes}
              errors={$errors.briefingMinutes}
            />
            <Field
              label="Head count at each stop, minutes"
              name="headCountMinutes"
              type="number"
              bind:value={$form.headCountMinutes}
              errors={$errors.headCountMinutes}
            />
            <Field
              label="Basket check at the end, minutes"
              name="basketMinutes"
              type="number"
              bind:value={$form.basketMinutes}
              errors={$errors.basketMinutes}
            />
            <Field
              label="Walking time by"
              name="paceRule"
              options={[
                { value: 'Naismith', label: 'Naismith: 5 km/h, an hour for 600 m up' },
                { value: 'Tobler', label: 'Tobler: by slope, down too' }
              ]}
              bind:value={$form.paceRule}
              errors={$errors.paceRule}
            />
            <Field
              label="Times a brisk walker’s"
              name="paceFactor"
              type="number"
              step="0.1"
              hint="Empty: {data.usualFactor}, about {(5 / data.usualFactor).toFixed(
                1
              )} km/h on the flat for this group."
              bind:value={$form.paceFactor}
              errors={$errors.paceFactor}
            />
            <Field
              label="Level"
              name="level"
              options={[
                { value: '', label: `the group’s${data.cohortLevel ? `, ${data.cohortLevel}` : ''}` },
                ...levels.map((level) => ({ value: level, label: level }))
              ]}
              bind:value={$form.level}
              errors={$errors.level}
            />
          </div>
        </details>
        <button class="btn btn-primary justify-self-start">Keep this day and group</button>
      </form>
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
