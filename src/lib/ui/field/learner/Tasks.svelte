<script lang="ts">
  import type { HomeTask } from '$core/field';
  import HomeTasks from '../HomeTasks.svelte';

  let { tasks }: { tasks: readonly HomeTask[] } = $props();
</script>

<h1>Tasks for home</h1>
<HomeTasks {tasks} />
{#if tasks.length === 0}<p>Nothing was asked of you when this was kept.</p>{/if}
