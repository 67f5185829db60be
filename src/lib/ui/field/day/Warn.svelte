<script lang="ts">
  import Eye from '@lucide/svelte/icons/eye';
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import Skull from '@lucide/svelte/icons/skull';
  import { severityWords } from '$core/knowledge';
  import type { Phone } from '../phone.svelte';
  import Key from './Key.svelte';

  /** What must not be touched here, before anything else. */
  let { phone }: { phone: Phone } = $props();
  const at = $derived(phone.day.at);
  const stop = $derived(phone.pack.stops.find(({ id }) => id === at?.id));
  async function said(taxon: string, isSeen: boolean) {
    const isLast = stop!.warnings.every(({ slug }) => slug === taxon || at!.warned.has(slug));
    if ((await phone.tap('warned', { stop: at!.id, taxon, isSeen })) && isLast) location.hash = '#sheet';
  }
</script>

<h1 class="text-rosehip">Warn first</h1>
<p>Said aloud to everybody, before anybody kneels down.</p>
{#each stop?.warnings ?? [] as one (one.slug)}
  <section class="grid gap-2 border-[3px] border-rosehip p-3">
    <h2 class="flex items-start gap-2 text-[22px] leading-7 text-rosehip">
      <Skull size={28} class="shrink-0" aria-hidden="true" />{one.name}
    </h2>
    <p><i>{one.scientific}</i>: {severityWords[one.severity]}{one.byTouch ? '; harms by touch, too' : ''}</p>
    {#if one.fromAfar}<p><strong>From afar:</strong> {one.fromAfar}.</p>{/if}
    <p><strong>{one.keepAway}</strong></p>
    <p class="first-letter:uppercase">{one.harm}.</p>
    {#if at?.warned.has(one.slug)}<p class="font-strong">Said.</p>{:else}
      <div class="grid grid-cols-2 gap-2">
        <Key title="Said, seen here" icon={Eye} look="next" onclick={() => said(one.slug, true)} />
        <Key title="Said, not seen" icon={EyeOff} onclick={() => said(one.slug, false)} />
      </div>
    {/if}
  </section>
{:else}
  <p>Nothing here is known to do harm by itself. What stands among it is looked at all the same.</p>
{/each}
<Key title="Back to the run sheet" href="#sheet" />
