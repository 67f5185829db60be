<script lang="ts">
  import Emergency from '$lib/ui/walk/Emergency.svelte';
  import TrailLine from '$lib/ui/TrailLine.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { dayAndMonth, longDate } from '$core/words';

  let { data, children } = $props();
</script>

<header class="mb-1 flex flex-wrap items-baseline gap-x-4 sm:relative sm:pr-[250px] print:pr-0">
  <h1>{data.walk.name}</h1>
  <p class="text-[15px] text-ink-2">
    {longDate(data.walk.heldOn)}, {data.walk.startsAt} · {data.walk.siteName} · {data.walk.cohortName ??
      'no group yet'}, {data.walk.groupSize} people · leader {data.walk.leaderName}
  </p>
  <Emergency help={data.help} />
</header>
<TrailLine parts={data.parts} />
{#if data.walk.calledOff}
  {@const { on, by, why } = data.walk.calledOff}
  <Notice kind="problem"><strong>This walk was called off</strong> on {dayAndMonth(on)} by {by}: {why}</Notice
  >
{/if}
{#each data.renamed as one, nth (nth)}
  <Notice kind="problem"
    ><strong>{one.patch}</strong> at the stop {one.stop} was taken for <strong>{one.oldName}</strong> when
    this was planned. Since {dayAndMonth(one.on)} it is <strong>{one.newName}</strong>: {one.reason}. Mend the
    plan and publish the brief again.</Notice
  >
{/each}
{@render children()}
