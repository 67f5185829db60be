<script lang="ts">
  import { lateWords } from '$core/field';
  import { clockTime } from '$core/route';
  import { counted } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';
  import PaceRange from './PaceRange.svelte';

  let { data, form } = $props();
  const time = (minutes: number) => clockTime(Math.floor(minutes));
  const minutes = (seconds: number) => Math.round(seconds / 60);
  const typed = $derived(form && 'typed' in form ? form.typed : undefined);
</script>

<svelte:head><title>What {data.walk.name} taught · Good Trail</title></svelte:head>
<AfterNav walkId={data.walk.id} leads={data.leads} />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form && 'done' in form}<Notice
    kind="done">{form.done}</Notice
  >{/if}
{#if !data.begun}
  <p class="text-ink-2">Nothing was recorded on this walk yet.</p>
{:else}
  <div class="grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_340px]">
    <div class="grid content-start gap-7">
      <section>
        <h2>Planned, and as it went</h2>
        <WideTable label="Stops of the walk, planned and as it went">
          <table class="ruled compact mt-2 min-w-[520px]">
            <thead
              ><tr
                ><th scope="col">stop</th><th scope="col">planned</th><th scope="col">went</th><th
                  scope="col"
                  class="!text-right">minutes there</th
                ><th scope="col"></th></tr
              ></thead
            >
            <tbody>
              {#each data.stops as stop, i (i)}
                <tr>
                  <td>{i + 1} {stop.name}</td>
                  <td>{time(stop.planned.arrive)}–{time(stop.planned.leave)}</td>
                  <td
                    >{#if stop.state === 'done'}{time(stop.arrive)}–{time(
                        stop.leave
                      )}{:else if stop.state === 'here'}since {time(stop.arrive)}{:else}–{/if}</td
                  >
                  <td class="!text-right"
                    >{#if stop.state === 'done'}{Math.round(stop.leave - stop.arrive)} for {Math.round(
                        stop.planned.leave - stop.planned.arrive
                      )}{/if}</td
                  >
                  <td class="text-ink-2"
                    >{stop.state === 'done'
                      ? lateWords(stop.arrive - stop.planned.arrive)
                      : stop.state === 'dropped'
                        ? `left out: ${stop.dropped}`
                        : stop.state}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </WideTable>
      </section>

      {#if data.kind === 'walk'}
        <section>
          <h2>Pace</h2>
          {#if data.legs.length === 0}<p class="mt-1 text-ink-2">
              No leg was recorded whole: it takes leaving a stop and arriving at the next.
            </p>{:else}
            <form method="POST" action="?/learn" use:enhance>
              <table class="ruled compact mt-2">
                <thead
                  ><tr
                    ><th scope="col">counts</th><th scope="col">leg</th><th scope="col" class="!text-right"
                      >metres</th
                    ><th scope="col" class="!text-right">planned</th><th scope="col" class="!text-right"
                      >went</th
                    ><th scope="col"></th></tr
                  ></thead
                >
                <tbody>
                  {#each data.legs as leg (leg.position)}
                    <tr>
                      <td
                        ><input
                          type="checkbox"
                          class="checkbox border-rule-strong"
                          name="leg"
                          value={leg.position}
                          checked={leg.counts}
                          disabled={!data.leads}
                          aria-label="From {leg.names[0]} counts"
                        /></td
                      >
                      <td>{leg.names[0]} to {leg.names[1]}</td>
                      <td class="!text-right">{Math.round(leg.metres / 10) * 10}</td>
                      <td class="!text-right">{leg.plannedMinutes} min</td>
                      <td class="!text-right">{minutes(leg.realSeconds)} min</td>
                      <td class="text-ochre">{leg.seemsAStop ? 'Did you stand somewhere?' : ''}</td>
                    </tr>
                  {/each}
                </tbody>
              </table>
              <PaceRange before={data.before} after={data.after} company={data.company} rule={data.rule} />
              {#if data.isSetByHand}<p class="note mt-2 text-ink-2">
                  This walk’s pace was set by hand; walks without a pace of their own go by what is learned.
                </p>{/if}
              {#if data.leads}<button class={['btn mt-3', data.isTaught ? 'btn-line' : 'btn-primary']}
                  >{data.isTaught ? 'Learn from it anew' : 'Let the next plan learn from it'}</button
                >{/if}
            </form>
          {/if}
        </section>
      {/if}

      <section>
        <h2>Picking</h2>
        {#if data.picked.length === 0}<p class="mt-1 text-ink-2">
            No picking was timed. On the phone, <em>Picking begins</em> and <em>ends</em> tell how fast a part is
            picked.
          </p>{:else}
          <table class="ruled compact mt-2">
            <thead
              ><tr
                ><th scope="col">plant, part</th><th scope="col" class="!text-right">picked</th><th
                  scope="col"
                  class="!text-right">a minute each, before</th
                ><th scope="col" class="!text-right">with this walk</th></tr
              ></thead
            >
            <tbody>
              {#each data.picked as one, nth (nth)}<tr
                  ><td>{one.name}, {one.part}</td><td class="!text-right"
                    >{counted(one.pieces, 'piece')} in {Math.round(one.personMinutes)} person-minutes</td
                  ><td class="!text-right">{one.before.toFixed(1)}</td><td class="!text-right font-strong"
                    >{one.after.toFixed(1)}</td
                  ></tr
                >{/each}
            </tbody>
          </table>
        {/if}
      </section>
    </div>

    <aside class="lg:border-l lg:border-rule lg:pl-6">
      <h2>For the next time</h2>
      {#if data.leads}
        <p class="note mt-1 text-ink-2">
          A copy of this walk shows it beside its plan{data.debrief
            ? `; last written by ${data.debrief.writtenBy}`
            : ''}.
        </p>
        {#if typed && data.debrief}<p class="mt-2 border-l-4 border-ochre pl-3 whitespace-pre-line">
            {data.debrief.writtenBy} wrote: {[
              data.debrief.otherwise,
              data.debrief.missingKit,
              data.debrief.samples
            ]
              .filter(Boolean)
              .join('\n')}
          </p>{/if}
        {#key data.debrief?.revision}
          <form method="POST" action="?/debrief" class="mt-3 grid gap-3" use:enhance>
            <input type="hidden" name="revision" value={data.debrief?.revision ?? 0} />
            <Field
              label="What to do, or to say, otherwise"
              name="otherwise"
              rows={6}
              maxlength={2000}
              value={typed?.otherwise ?? data.debrief?.otherwise ?? ''}
            />
            <Field
              label="Kit that was missing"
              name="missingKit"
              maxlength={500}
              value={typed?.missingKit ?? data.debrief?.missingKit ?? ''}
            />
            <Field
              label="Samples that are kept"
              name="samples"
              maxlength={300}
              value={typed?.samples ?? data.debrief?.samples ?? ''}
              hint="Of what was eaten: where they are."
            />
            <Field
              label="Until"
              name="samplesUntil"
              type="date"
              value={typed?.samplesUntil ?? data.debrief?.samplesUntil ?? ''}
            />
            <button class="btn btn-primary justify-self-start">Write it down</button>
          </form>
        {/key}
      {:else if data.debrief?.otherwise || data.debrief?.missingKit}
        <p class="mt-2 whitespace-pre-line">{data.debrief.otherwise}</p>
        {#if data.debrief.missingKit}<p class="mt-1">Missing: {data.debrief.missingKit}</p>{/if}
      {:else}<p class="mt-1 text-ink-2">Nothing was written yet.</p>{/if}
    </aside>
  </div>
{/if}
