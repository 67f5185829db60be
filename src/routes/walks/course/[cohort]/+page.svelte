<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Minus from '@lucide/svelte/icons/minus';
  import NotebookPen from '@lucide/svelte/icons/notebook-pen';
  import { counted, dayReadOn, longDate } from '$core/words';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
  const past = $derived(data.steps.filter(({ isoDate }) => isoDate < data.today));
  const coming = $derived(data.steps.filter(({ isoDate }) => isoDate >= data.today));
  const address = (id: string, isPast: boolean) =>
    `/walks/${id}${isPast ? '/after' : data.teaches ? '' : '/brief'}`;
  const words = (state: string | undefined) => state ?? 'nothing noted';
</script>

<svelte:head><title>Course of the {data.cohort.name} · Good Trail</title></svelte:head>
<p class="note"><a href="/walks">Walks</a></p>
<h1>{data.cohort.name}: the course</h1>
<p class="mt-1 max-w-[70ch] text-ink-2">
  Walks, classes, quizzes and tasks of this group in their order: what was new on each walk, what was met
  before, and what comes. What was planned on a walk of which nothing was recorded counts as not met.
</p>

{#snippet plants(label: string, all: readonly { slug: string; name: string; isDangerous: boolean }[])}
  {#if all.length > 0}<p>
      <strong>{label}:</strong>
      {#each all as plant, i (plant.slug)}{i > 0 ? ', ' : ''}<a
          href="/species/{plant.slug}"
          class={plant.isDangerous ? 'text-rosehip underline underline-offset-4' : 'link-line'}
          >{plant.name}</a
        >{/each}
    </p>{/if}
{/snippet}

{#snippet list(steps: typeof data.steps, isPast: boolean)}
  <ol class="m-0 mt-1 list-none p-0">
    {#each steps as step, nth (nth)}
      <li class="grid gap-x-6 gap-y-1 border-b border-rule py-3 md:grid-cols-[150px_minmax(0,1fr)]">
        <span class="text-ink-2">{longDate(step.isoDate)}</span>
        {#if step.kind === 'meeting'}
          {@const one = step.meeting}
          <div>
            <a
              href={address(one.id, isPast)}
              class="font-serif text-[18px] font-semibold underline decoration-rule underline-offset-4"
              >{one.name}</a
            >
            {#if isPast && !one.isRecorded}<span class="note ml-2 text-ochre">nothing was recorded</span>{/if}
            {@render plants('New', one.fresh)}
            {@render plants('Again', one.again)}
          </div>
        {:else if step.kind === 'quiz'}
          <p>
            <ListChecks size={17} class="mr-1 inline text-ink-2" aria-hidden="true" />Quiz:
            <a href="/quizzes/{step.quiz.id}" class="link-line">{step.quiz.name}</a>{step.isAgain
              ? ', sat again'
              : ''}
          </p>
        {:else}
          <p>
            <NotebookPen size={17} class="mr-1 inline text-ink-2" aria-hidden="true" />Task: {step.task.bring}
            <span class="note text-ink-2">until {dayReadOn(step.task.until, data.today)}</span>
            {#if !data.teaches}<a href="/notebook" class="link-line">To the notebook</a>{/if}
          </p>
        {/if}
      </li>
    {/each}
  </ol>
{/snippet}

<section class="mt-5">
  <h2>What comes</h2>
  {#if coming.length > 0}{@render list(coming, false)}{:else}<p class="text-ink-2">
      Nothing is planned.
    </p>{/if}
</section>
{#if past.length > 0}<section class="mt-7">
    <h2>What was</h2>
    {@render list(past, true)}
  </section>{/if}

{#if data.meetings.some(({ isoDate }) => isoDate < data.today)}
  <section class="mt-7">
    <h2>Who came</h2>
    <WideTable label="Who came to which meeting">
      <table class="ruled compact mt-2">
        <thead
          ><tr
            ><th scope="col">name</th>{#each data.meetings as one (one.id)}{#if one.isoDate < data.today}<th
                  scope="col">{dayReadOn(one.isoDate, data.today)}</th
                >{/if}{/each}<th scope="col">in all</th><th scope="col">on paper</th></tr
          ></thead
        >
        <tbody>
          {#each data.people as person (person.id)}
            <tr>
              <td
                >{#if data.teaches}<a href="/progress/{person.id}">{person.name}</a
                  >{:else}{person.name}{/if}</td
              >
              {#each data.meetings as one, i (one.id)}{#if one.isoDate < data.today}<td
                    ><span class="inline-flex items-center gap-1"
                      >{#if person.states[i] === 'here'}<Check
                          size={15}
                          class="text-moss"
                          aria-hidden="true"
                        />{:else}<Minus size={15} class="text-ink-3" aria-hidden="true" />{/if}<span
                        class={person.states[i] ? '' : 'text-ink-3'}>{words(person.states[i])}</span
                      ></span
                    ></td
                  >{/if}{/each}
              <td>{person.came} of {counted(person.of, 'recorded meeting')}</td>
              <td
                ><a href="/walks/course/{data.cohort.id}/{person.id}" class="link-line" data-sveltekit-reload
                  >Certificate<span class="sr-only"> of {person.name}</span></a
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </WideTable>
  </section>
{/if}
