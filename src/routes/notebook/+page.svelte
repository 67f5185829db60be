<script lang="ts">
  import OwnNotebook from './OwnNotebook.svelte';
  import SharedEntries from './SharedEntries.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Notebook · Good Trail</title></svelte:head>
<h1>{'shared' in data ? 'From the notebooks' : 'Notebook'}</h1>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice
  >{:else if form && 'done' in form}<Notice kind="done">{form.done}</Notice>{/if}
{#if 'shared' in data && data.shared}
  <SharedEntries entries={data.shared} />
{:else if 'entries' in data && data.entries}
  <OwnNotebook
    today={data.today}
    entries={data.entries}
    tasks={data.tasks}
    sites={data.sites}
    taxa={data.taxa}
    met={data.met}
    typed={form && 'typed' in form ? form.typed : undefined}
  />
{/if}
