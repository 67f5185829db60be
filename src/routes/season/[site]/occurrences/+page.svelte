<script lang="ts">
  import FileDown from '@lucide/svelte/icons/file-down';
  import { addressOf, counted, dayAndMonth } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';

  let { data } = $props();
  const query = $derived(data.query);
  const fileAt = (kind: string) =>
    addressOf(`/season/${data.site.id}/occurrences/${kind}`, [
      ['from', query.from],
      ['until', query.until],
      ['places', query.places],
      ['names', query.names]
    ]);
  const placeWords = (step: string) =>
    step === 'none' ? 'not at all' : step === 'exact' ? 'as they were noted' : `to ${step}`;
</script>

<svelte:head><title>Occurrences at {data.site.name} · Good Trail</title></svelte:head>
<div class="mt-5 grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_300px]">
  <section>
    <h2>What was seen at {data.site.name}, for others</h2>
    <p class="mt-1 max-w-[68ch] text-ink-2">
      Sightings, gatherings and finds that have a name since, as Darwin Core occurrences: what record centres
      and other schools read. Notes stay here: they may name people. How well places are told is for you to
      say, as whoever owns the ground agreed to.
    </p>
    <form method="GET" class="mt-4 grid max-w-[620px] gap-4 sm:grid-cols-2">
      <Field label="From" name="from" type="date" value={query.from} />
      <Field label="Until" name="until" type="date" value={query.until} />
      <Field
        label="Places are told"
        name="places"
        value={query.places}
        options={data.placeSteps.map((step) => ({ value: step, label: placeWords(step) }))}
        hint="What is rare is never told better than to ten kilometres."
      />
      <Field
        label="Seen by"
        name="names"
        value={query.names}
        options={[
          { value: 'school', label: 'the school' },
          { value: 'people', label: 'each person by name' }
        ]}
      />
      <button class="btn btn-line justify-self-start">Show these</button>
    </form>
    <h3 class="mt-6">
      {counted(data.count, 'occurrence')}{data.rare > 0 ? `, ${data.rare} of them rare` : ''}
    </h3>
    <table class="ruled compact mt-2">
      <thead
        ><tr><th scope="col" class="w-24">day</th><th scope="col">plant</th><th scope="col">what</th></tr
        ></thead
      >
      <tbody>
        {#each data.latest as one (one.id)}<tr
            ><td>{dayAndMonth(one.on)}</td><td>{one.name} <i class="text-ink-2">{one.scientific}</i></td><td
              >{one.what}</td
            ></tr
          >{:else}<tr><td colspan="3" class="text-ink-2">Nothing was seen in this time.</td></tr>{/each}
      </tbody>
    </table>
    {#if data.count > data.latest.length}<p class="fine mt-1 text-ink-2">
        The latest {data.latest.length}; the files have them all.
      </p>{/if}
  </section>
  <aside class="note grid content-start gap-3 lg:border-l lg:border-rule lg:pl-7">
    <h2>To take away</h2>
    <a href={fileAt('archive')} class="btn btn-primary justify-self-start"
      ><FileDown size={17} aria-hidden="true" />Darwin Core archive</a
    >
    <a href={fileAt('table')} class="btn btn-line justify-self-start"
      ><FileDown size={17} aria-hidden="true" />The table alone</a
    >
    <p class="text-ink-2">
      The archive is a ZIP file of the table and of what its columns mean (<code>meta.xml</code>). A place
      lies within the metres that each row says.
    </p>
  </aside>
</div>
