<script lang="ts">
  import type { Phone } from '../phone.svelte';
  import Evidence from './Evidence.svelte';

  /** Where the school names a plant first: what is seen of it is asked for afterwards. */
  let { phone, slug }: { phone: Phone; slug: string } = $props();
  const taxon = $derived(
    phone.pack.taxa.find((one) => one.stop === phone.day.at?.id && one.slug === slug && one.role !== 'danger')
  );
</script>

{#if taxon}
  <h1>{phone.nameOf(slug)}: what do you see?</h1>
  <Evidence {phone} {taxon} isNamed />
{/if}
