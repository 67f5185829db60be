<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';
  import { plain } from '$lib/plain';
  import { dayAndMonth } from '$lib/ui/dates';
  import WideTable from '$lib/ui/WideTable.svelte';

  let { data } = $props();
  let query = $state('');
  const severity = ['', 'passing irritation', 'ill for a day', 'hospital', 'can kill'];
  const matching = $derived(
    data.taxa.filter((taxon) =>
      [...taxon.names, taxon.scientific, taxon.family].some((text) =>
        plain(text).includes(plain(query.trim()))
      )
    )
  );
</script>

<svelte:head><title>Species · Good Trail</title></svelte:head>
<h1>Species</h1>
<p class="mt-1 max-w-prose text-ink-2">
  {data.taxa.length} taxa. Starter entries are drafts until your school has confirmed them with two independent
  sources.
</p>
<label class="mt-4 block max-w-[420px]"
  ><span class="note font-[650]">Find by any common name, scientific name or family</span><input
    type="search"
    class="input mt-1"
    bind:value={query}
  /></label
>
<WideTable label="Species">
  <table class="ruled mt-4">
    <thead
      ><tr
        ><th scope="col">name</th><th scope="col" class="max-sm:hidden">family</th><th scope="col"
          >harm by mistake</th
        ><th scope="col">up on {dayAndMonth(data.today)}</th><th scope="col" class="max-sm:hidden">uses</th
        ></tr
      ></thead
    >
    <tbody>
      {#each matching as taxon (taxon.slug)}
        <tr>
          <td
            ><a href="/species/{taxon.slug}" class="font-[650] underline decoration-rule underline-offset-4"
              >{taxon.name}</a
            ><br /><i>{taxon.scientific}</i></td
          >
          <td class="text-ink-2 max-sm:hidden">{taxon.family}</td>
          <td
            >{#if taxon.isDangerous}<span class="font-[650] text-rosehip"
                ><Skull size={15} class="mr-1 inline" aria-hidden="true" />{severity[taxon.severity]}</span
              >{:else}<span class="text-ink-2">{severity[taxon.severity] || 'none known'}</span>{/if}</td
          >
          <td class="text-ink-2">{taxon.stages.join(', ') || 'not up'}</td>
          <td class="max-sm:hidden"
            >{!taxon.hasUse
              ? '—'
              : taxon.sources >= 2
                ? `confirmed by ${taxon.sources}`
                : `draft, ${taxon.sources} of 2 sources`}</td
          >
        </tr>
      {:else}
        <tr
          ><td colspan="5" class="text-ink-2"
            >Nothing in this library is called “{query}”. That says nothing about the plant.</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</WideTable>
