<script lang="ts">
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';
  import OwnRecap from './OwnRecap.svelte';
  import Recap from './Recap.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>After {data.walk.name} · Good Trail</title></svelte:head>
{#if 'own' in data && data.own}
  <OwnRecap own={data.own} batches={data.batches} />
{:else if 'recap' in data && data.recap}
  <AfterNav walkId={data.walk.id} leads={data.leads} />
  <Recap
    walkId={data.walk.id}
    leads={data.leads}
    heldOn={data.walk.heldOn}
    today={data.viewer?.today ?? ''}
    begun={data.begun}
    leftOpen={data.leftOpen}
    siteId={data.siteId}
    recap={data.recap}
    batches={data.batches}
    moved={data.moved}
    samples={data.samples}
    said={form}
  />
{/if}
