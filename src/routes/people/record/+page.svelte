<script lang="ts">
  import WideTable from '$lib/ui/WideTable.svelte';
  import { localMoment } from '$core/words';

  let { data } = $props();
  const moment = (instant: Date) => localMoment(instant, data.viewer?.timeZone ?? 'UTC');
  const words = (detail: Readonly<Record<string, string | number>>) =>
    Object.entries(detail)
      .map(([key, value]) => `${key} ${value}`)
      .join(', ');
</script>

<svelte:head><title>What was done · Good Trail</title></svelte:head>
<h1>What was done</h1>
<p class="mt-2 max-w-prose text-ink-2">
  To people, roles, permissions and data, and by whom. Nobody can change it; entries go after two years. Only
  owners see it.
</p>
{#if data.entries.length === 0}
  <p class="mt-4">Nothing yet.</p>
{:else}
  <div class="mt-4">
    <WideTable label="What was done">
      <table class="ruled">
        <thead
          ><tr
            ><th scope="col">when</th><th scope="col">who</th><th scope="col">what</th><th scope="col"
              >to whom</th
            ><th scope="col">details</th><th scope="col">request</th></tr
          ></thead
        >
        <tbody>
          {#each data.entries as entry (entry.id)}
            <tr>
              <td class="whitespace-nowrap">{moment(entry.at)}</td>
              <td>{entry.actor ?? 'not signed in'}</td>
              <td>{entry.what}</td>
              <td>{entry.about && entry.about !== entry.actor ? entry.about : ''}</td>
              <td>{words(entry.detail)}</td>
              <td class="fine text-ink-2">{entry.request ?? ''}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </WideTable>
  </div>
{/if}
{#if data.older}<p class="mt-4"><a href="/people/record?before={data.older}">Older</a></p>{/if}
