<script lang="ts">
  import { counted } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>What would change · Good Trail</title></svelte:head>
<h1>What would change</h1>
<p class="text-ink-2">
  {counted(data.total, 'cell')} of {counted(data.taxa, 'taxon', 'taxa')}. Nothing has been changed yet; each
  change can be undone afterwards.
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<form method="POST" use:enhance class="mt-3 flex flex-wrap gap-3">
  <button class="btn btn-primary">Change {counted(data.total, 'cell')}</button>
  <a href="/species/exchange" class="btn btn-line">Change nothing</a>
</form>
<WideTable label="Changes">
  <table class="ruled mt-4">
    <thead
      ><tr
        ><th scope="col">taxon</th><th scope="col">cell</th><th scope="col">now</th><th scope="col"
          >would be</th
        ></tr
      ></thead
    >
    <tbody>
      {#each data.shown as change (change.key)}<tr>
          <td class="font-strong">{change.name}</td>
          <td>{change.isNew ? 'a new taxon' : change.cell}</td>
          <td class="note text-ink-2">{change.isNew ? '—' : change.before}</td>
          <td class="note">{change.after}</td>
        </tr>{/each}
    </tbody>
  </table>
</WideTable>
{#if data.total > data.shown.length}<p class="mt-2 text-ink-2">
    … and {data.total - data.shown.length} more.
  </p>{/if}
