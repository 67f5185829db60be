<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { dayAndMonth, longDate } from '$core/words';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);
</script>

<svelte:head><title>Copies of {data.walk.name} · Good Trail</title></svelte:head>
<PlanNav walkId={data.walk.id} leads={data.leads} />
<div class="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <section class="min-w-0">
    {#if data.source}
      <h2>What is different from <a href="/walks/{data.source.id}">{data.source.name}</a></h2>
      <p class="note text-ink-2">
        {longDate(data.source.heldOn)} against {longDate(data.walk.heldOn)}. Everything was worked out anew
        for this day.
      </p>
      <WideTable label="Differences">
        <table class="ruled compact mt-2">
          <thead
            ><tr
              ><th scope="col">what</th><th scope="col">{dayAndMonth(data.source.heldOn)}</th><th scope="col"
                >{dayAndMonth(data.walk.heldOn)}</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.changes as change, i (i)}
              <tr
                ><td
                  class={change.about.startsWith('Stop:')
                    ? 'font-strong text-rosehip'
                    : change.about.startsWith('Look:')
                      ? 'font-strong text-ochre'
                      : 'font-strong'}>{change.about}</td
                ><td class="text-ink-2">{change.before}</td><td>{change.after}</td></tr
              >
            {:else}<tr
                ><td colspan="3" class="text-ink-2">Stages, separating sets and checks come out the same.</td
                ></tr
              >{/each}
          </tbody>
        </table>
      </WideTable>
      <p class="mt-4"><a class="btn btn-primary" href="/walks/{data.walk.id}">Go on to the plan</a></p>
    {:else}
      <h2>This plan on another day</h2>
      <p class="max-w-prose text-ink-2">
        The copy has the same stops, taxa, group and leaders. Stages, lookalikes, times, tide and checks are
        worked out anew for its day, and what comes out differently is listed. Pieces are reserved anew as far
        as the patches allow.
      </p>
    {/if}
  </section>
  <Form of={filled} novalidate class="grid content-start gap-4 lg:border-l lg:border-rule lg:pl-7">
    <h2>{data.source ? 'Copy it again' : 'Copy to'}</h2>
    <Field label="Name" name="name" />
    <Field label="Date" name="heldOn" type="date" min={data.today} />
    <Field label="Start" name="startsAt" type="time" />
    <button class="btn btn-primary justify-self-start">Copy the plan to this day</button>
  </Form>
</div>
