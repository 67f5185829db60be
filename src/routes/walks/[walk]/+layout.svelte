<script lang="ts">
  import TrailLine from '$lib/ui/TrailLine.svelte';
  import { longDate } from '$lib/ui/dates';

  let { data, children } = $props();
</script>

<header class="mb-1 flex flex-wrap items-baseline gap-x-4">
  <h1>{data.walk.name}</h1>
  <p class="text-[15px] text-ink-2">
    {longDate(data.walk.heldOn)}, {data.walk.startsAt} · {data.walk.siteName} · {data.walk.cohortName ??
      'no group yet'}, {data.walk.groupSize} people · leader {data.walk.leaderName}
  </p>
</header>
<TrailLine parts={data.parts} />
{@render children()}
