<script lang="ts">
  import { clockTime } from '$core/route';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import FirstSteps from '$lib/ui/today/FirstSteps.svelte';
  import FirmnessMark from '$lib/ui/FirmnessMark.svelte';

  let { data } = $props();
  const next = $derived(data.coming[0]);
  const isLearner = $derived(data.viewer?.role === 'learner');
  const due = $derived(data.pairs.filter(({ isDue }) => isDue));
  const address = (walk: { id: string; briefVersion: number | undefined }) =>
    isLearner ? `/walks/${walk.id}/brief` : `/walks/${walk.id}`;
</script>

<svelte:head><title>Today · Good Trail</title></svelte:head>
<h1>{longDate(data.today)}</h1>

{#if data.firstSteps.length > 0}<FirstSteps steps={data.firstSteps} />{/if}

{#if next}
  <div class="mt-5 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_240px]">
    <section>
      <p class="plate-label">Next walk</p>
      <h2 class="mt-1 !text-[24px] !leading-8">
        <a href={address(next)} class="underline decoration-rule underline-offset-4">{next.name}</a>
      </h2>
      <p class="text-ink-2">
        {longDate(next.heldOn)}, {next.startsAt} · {next.siteName} · {next.cohortName ?? 'no group yet'}, {next.groupSize}
        people · leader {next.leaderName}
      </p>
      {#if isLearner}
        <p class="mt-4 flex flex-wrap gap-3">
          {#if next.briefVersion}<a href="/walks/{next.id}/brief" class="btn btn-primary">Read the brief</a><a
              href="/progress?walk={next.id}"
              class="btn btn-line">How ready you are</a
            >{:else}<span class="text-ink-2">The brief is not published yet.</span>{/if}
        </p>
      {:else}
        <table class="ruled mt-4">
          <thead
            ><tr
              ><th scope="col" class="w-16">arrive</th><th scope="col">stop</th><th
                scope="col"
                class="w-16 !text-right">min</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.stops as stop, i (i)}<tr
                ><td><strong>{clockTime(stop.arrive)}</strong></td><td
                  ><span class="disc mr-2">{i + 1}</span>{stop.name}</td
                ><td class="!text-right">{stop.minutes}</td></tr
              >{:else}<tr
                ><td colspan="3" class="text-ink-2"
                  >No stops yet. <a href="/walks/{next.id}">Plan the first one</a>.</td
                ></tr
              >{/each}
          </tbody>
        </table>
      {/if}
      {#if data.pairs.length > 0}
        <h2 class="mt-8">{isLearner ? 'The pairs of this walk, and you' : 'Its dangerous pairs'}</h2>
        <table class="ruled mt-2">
          <tbody>
            {#each data.pairs as pair (pair.key)}
              <tr
                ><td>{pair.target} <span class="text-ink-2">against</span> {pair.lookalike}</td
                >{#if isLearner}<td class="w-28 !text-right"><FirmnessMark firmness={pair.firmness} /></td
                  >{/if}</tr
              >
            {/each}
          </tbody>
        </table>
      {/if}
    </section>
    <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
      {#if isLearner}
        <div>
          <h2>Round for today</h2>
          {#if data.round.questions > 0}
            <p class="text-ink-2">
              {data.round.questions} questions, about {counted(data.round.minutes, 'minute')}; {due.length} of {data
                .pairs.length} pairs of the next walk want to be seen again.
            </p>
            <form method="POST" action="/practice?/today" class="mt-2">
              <button class="btn btn-primary">Start the round</button>
            </form>
          {:else}
            <p class="text-ink-2">Done for today. <a href="/practice">Practise anyway</a></p>
          {/if}
        </div>
      {:else}
        <div>
          <h2>To mend</h2>
          {#each data.checks as check (check.key)}<p
              class={['mt-2 font-strong', check.state === 'stop' ? 'text-rosehip' : 'text-ochre']}
            >
              {check.title}
            </p>{:else}<p class="text-ink-2">Nothing: every check has passed.</p>{/each}
          <p class="mt-2"><a href="/walks/{next.id}">Open the plan</a></p>
        </div>
      {/if}
      {#if data.finds.length > 0}
        <div>
          <h2>Worth going back to</h2>
          {#each data.finds as find (find.id)}<p class="mt-2">
              <a href="/ground/{find.siteId}/finds/{find.id}">{find.name}</a><br /><span class="text-ink-2"
                >{find.site}, {find.on <= data.today
                  ? 'can be told apart now'
                  : `can be told apart about ${dayAndMonth(find.on)}`}</span
              >
            </p>{/each}
        </div>
      {/if}
      {#if data.coming.length > 1}
        <div>
          <h2>Afterwards</h2>
          {#each data.coming.slice(1) as walk (walk.id)}<p class="mt-2">
              <a href={address(walk)}>{walk.name}</a><br /><span class="text-ink-2"
                >{longDate(walk.heldOn)}, {walk.siteName}</span
              >
            </p>{/each}
        </div>
      {/if}
    </aside>
  </div>
{:else if data.firstSteps.length === 0}
  <p class="mt-4 max-w-prose">
    No walk is planned from today on. {#if data.leads}<a href="/walks/new">Plan the first one</a>, or
      <a href="/ground">look at the ground</a>.{:else}When your instructor plans one, it stands here.{/if}
  </p>
{/if}
