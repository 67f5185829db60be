<script lang="ts">
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { enhance as plainEnhance, superForm } from '$lib/ui/form/forms.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import HabitatTicks from '$lib/ui/form/HabitatTicks.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { longDate } from '$core/words';
  import CensusForm from './CensusForm.svelte';
  import Allowance from './Allowance.svelte';
  import Place from './Place.svelte';
  import PlantName from './PlantName.svelte';
  import OverYears from './OverYears.svelte';
  import Plantings from './Plantings.svelte';
  import BatchList from '$lib/ui/making/BatchList.svelte';
  import TakenLedger from './TakenLedger.svelte';
  import Weighings from './Weighings.svelte';
  import { rounded } from './rounded';

  let { data, form } = $props();
  const details = superForm(() => data.details, { resetForm: false });
</script>

<svelte:head><title>{data.patch.name} · Good Trail</title></svelte:head>
<p class="note"><a href="/ground/{data.site.id}">{data.site.name}</a></p>
<h1>{data.patch.name}</h1>
<p class="mt-1 flex flex-wrap items-baseline gap-x-3">
  <a href="/species/{data.patch.taxon}" class="link-line">{data.taxonName}</a><i class="text-ink-2"
    >{data.scientific}</i
  >
  {#if data.isDanger}<RoleMark role="danger" />{/if}
  <span class="text-ink-2"
    >{data.patch.abundance}{data.patch.microhabitat ? `, ${data.patch.microhabitat}` : ''}{data.squareMetres
      ? `, ${rounded(data.squareMetres)} m²`
      : ''}</span
  >
</p>
{#if data.patch.goneOn}<Notice kind="problem"
    >It is gone since {longDate(data.patch.goneOn)} and kept for its history.</Notice
  >{/if}

<div class="mt-4 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_310px]">
  <div class="grid content-start gap-7">
    {#each data.accounts as account (account.key)}
      <Allowance {account} isOneOfSeveral={data.accounts.length > 1} today={data.today} />
    {/each}
    <p class="fine text-ink-2">An allowance is a most, not a wish. Local law and the landowner come first.</p>

    <section class="scroll-mt-6 border-t border-rule pt-4" id="census">
      <h2>Count it</h2>
      <div class="mt-2">
        <CensusForm
          patchId={data.patch.id}
          accounts={data.accounts}
          squareMetres={data.squareMetres}
          today={data.today}
          result={form && 'census' in form ? form.census : undefined}
        />
      </div>
      {#if data.censuses.length > 0}
        <WideTable label="Censuses">
          <table class="ruled compact mt-4">
            <thead
              ><tr
                ><th scope="col">counted</th><th scope="col">how</th><th scope="col">80 in 100 between</th><th
                  scope="col"><span class="sr-only">Take back</span></th
                ></tr
              ></thead
            >
            <tbody>
              {#each data.censuses as one (one.id)}
                <tr
                  ><td class="whitespace-nowrap">{longDate(one.countedOn)}</td><td
                    >{one.account ? `${one.account}: ` : ''}{one.body.method === 'quadrats'
                      ? `${one.body.counts.length} quadrats of ${one.body.quadratSquareMetres} m²`
                      : one.body.method}, {one.countedBy}</td
                  ><td
                    >{one.result.low === undefined
                      ? 'no range'
                      : `${rounded(one.result.low)} and ${rounded(one.result.high!)}`}</td
                  ><td class="!pr-0 text-right"
                    >{#if data.mayEdit}<form
                        method="POST"
                        action="?/uncount"
                        use:plainEnhance
                        onsubmit={(event) => {
                          if (!confirm(`Take the census of ${longDate(one.countedOn)} back?`))
                            event.preventDefault();
                        }}
                      >
                        <input type="hidden" name="id" value={one.id} /><button
                          class="note cursor-pointer underline underline-offset-2">take back</button
                        >
                      </form>{/if}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </WideTable>
      {/if}
    </section>

    {#each data.accounts as account (account.key)}
      {#if account.over.length > 1}<OverYears years={account.over} of={account.key} />{/if}
    {/each}
    <TakenLedger {data} />
    <Plantings {data} result={form && 'planting' in form ? form.planting : undefined} />
    {#if data.batches.length > 0}<section class="border-t border-rule pt-4">
        <h2>What was made of it</h2>
        <BatchList batches={data.batches} />
      </section>{/if}
    <Weighings {data} result={form && 'weighing' in form ? form.weighing : undefined} />
  </div>

  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
    <Place {data} {form} />
    {#if data.mayEdit}
      <Form of={details} action="?/details" class="grid gap-3 border-t border-rule pt-4">
        <h2>About it</h2>
        <FormMessage />
        <Field label="Name" name="name" />
        <Field
          label="How much"
          name="abundance"
          options={data.abundances.map((value) => ({ value, label: value }))}
        />
        <Field label="Microhabitat" name="microhabitat" placeholder="Damp ditch, half shade" />
        {#if data.habitats.length > 0}
          <HabitatTicks
            legend="It stands in"
            note="Lookalikes of these are expected at it; with none ticked, of all the site’s."
            habitats={data.habitats}
          />
        {/if}
        <Tick label="The only patch of it on the site: nothing is taken" name="isOnly" />
        <button class="btn btn-line justify-self-start">Save</button>
      </Form>
    {/if}
    <section class="border-t border-rule pt-4">
      <h2>Seen here</h2>
      <ul class="m-0 mt-1 list-none p-0">
        {#each data.sightings as one (one.id)}<li>
            {longDate(one.seenOn)}: {one.stage}
            {one.says === 'there' ? 'is there' : one.says}{one.note ? `, ${one.note}` : ''}
            <span class="text-ink-2">{one.seenBy}</span>
          </li>{:else}<li class="text-ink-2">Nothing yet.</li>{/each}
      </ul>
    </section>
    <PlantName {data} {form} />
    {#if data.mayEdit}
      <section class="flex flex-wrap gap-2 border-t border-rule pt-4">
        {#if form && 'remove' in form && form.remove}<Notice kind="problem">{form.remove.problem}</Notice
          >{/if}
        <form method="POST" action="?/gone" use:plainEnhance>
          <input type="hidden" name="back" value={data.patch.goneOn ? 'yes' : ''} />
          <button class="btn btn-line btn-sm"
            >{data.patch.goneOn ? 'It is there again' : 'It is not there any more'}</button
          >
        </form>
        <form
          method="POST"
          action="?/remove"
          use:plainEnhance
          onsubmit={(event) => {
            if (!confirm(`Remove the patch “${data.patch.name}”?`)) event.preventDefault();
          }}
        >
          <button class="btn btn-line btn-sm text-rosehip">Remove it</button>
        </form>
      </section>
    {/if}
  </aside>
</div>
