<script lang="ts">
  import { differences } from '$core/field';
  import { type Stage, stageNames } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Toggle from './Toggle.svelte';

  /** What stands here is not what was planned. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack } = $derived(phone);
  const planned = $derived([
    ...new Map(pack.taxa.filter((one) => one.stop === day.at?.id).map((one) => [one.slug, one])).values()
  ]);
  let slug = $state('');
  let how = $state<(typeof differences)[number]>();
  let stage = $state<Stage>();
  const known = $derived(phone.library.taxa.get(slug));
  const stages = $derived(stageNames.filter((one) => known?.stages.has(one)));
  async function keep() {
    if (!slug || !how || !day.at || (how === 'other stage' && !stage)) return;
    if (
      await phone.tap('ground differs', {
        stop: day.at.id,
        taxon: slug,
        how,
        note: '',
        ...(stage && how === 'other stage' && { stage })
      })
    )
      location.hash = '#sheet';
  }
</script>

<h1>The ground differs</h1>
<div class="grid gap-2">
  {#each planned as one (one.slug)}
    <Toggle isOn={slug === one.slug} onclick={() => (slug = one.slug)}><strong>{one.name}</strong></Toggle>
  {/each}
</div>
{#if slug}
  <Choice
    legend="What is it?"
    options={differences.map((value) => ({ value, label: value }))}
    bind:value={how}
  />
  {#if how === 'other stage'}
    <Choice
      legend="Which stage stands here?"
      options={stages.map((value) => ({ value, label: stageWord(known?.group ?? 'plant', value) }))}
      bind:value={stage}
    />
    <p>The phone works out anew what tells it from what is dangerous now, and whether it is taken at all.</p>
  {/if}
  <Key title="Keep it" look={how && (how !== 'other stage' || stage) ? 'next' : 'shut'} onclick={keep} />
{/if}
<Key title="Back to the run sheet" href="#sheet" />
