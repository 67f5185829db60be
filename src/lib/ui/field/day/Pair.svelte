<script lang="ts">
  import { showings, stageOnDay, taxonAt } from '$core/field';
  import { englishName, nameWithin, severityWords, worstSeverity } from '$core/knowledge';
  import ContrastPlates from '$lib/ui/brief/ContrastPlates.svelte';
  import { decidingRows, lookingWords } from '$core/walk';
  import type { Phone } from '../phone.svelte';
  import DrawnPlate from '../drawing/DrawnPlate.svelte';
  import { plateSource } from '../plate-source';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';

  /** A pair side by side, as the brief has it. */
  let { phone, slug, other }: { phone: Phone; slug: string; other: string } = $props();
  const { day, pack } = $derived(phone);
  const stop = $derived(day.at?.id);
  const sheet = $derived(
    pack.brief?.document.sheets.find((one) => one.target.slug === slug && one.lookalike.slug === other)
  );
  const source = $derived(plateSource(pack.brief));
  const how = $derived(stop ? taxonAt(day, stop, slug)?.lookalikes.get(other)?.how : undefined);
  const known = $derived(phone.library.taxa.get(other));
  /** Both as they are on the day; what is not expected is not drawn. */
  const drawings = $derived(
    [phone.library.taxa.get(slug), known].flatMap((taxon) => {
      const stage = taxon && stageOnDay(pack, taxon);
      return stage ? [{ taxon, stage }] : [];
    })
  );
</script>

<h1>{phone.nameOf(other)}</h1>
<p class="font-strong text-rosehip">
  Taken for {nameWithin(phone.nameOf(slug))}{known ? `; ${severityWords[worstSeverity(known)]}` : ''}.
</p>
{#if sheet}
  <ContrastPlates {sheet} {source} />
  <div class="grid grid-cols-2 gap-3 border-b-[3px] border-ink pb-2 font-strong">
    <p>{sheet.target.name}</p>
    <p class="text-rosehip">{sheet.lookalike.name}</p>
  </div>
  {#each decidingRows(sheet) as row, i (row.slug)}
    <div class="border-b border-ink pb-2">
      <p><span class="disc mr-2">{i + 1}</span><strong>{row.name}</strong> {lookingWords(row)}</p>
      <div class="mt-1 grid grid-cols-2 gap-3">
        <p class="first-letter:uppercase">{row.target}</p>
        <p class="first-letter:uppercase">{row.lookalike}</p>
      </div>
    </div>
  {/each}
  <p>{sheet.lookalike.harm}. Onset: {sheet.lookalike.onset}.</p>
{:else}
  <p>The brief has no sheet of this pair. What the library says of harm stands under <em>Ill or hurt</em>.</p>
  <div class="grid grid-cols-2 gap-3">
    {#each drawings as { taxon, stage } (taxon.slug)}
      <DrawnPlate
        library={pack.library}
        slug={taxon.slug}
        {stage}
        name={englishName(taxon)}
        group={taxon.group}
      />
    {/each}
  </div>
{/if}
{#if stop}
  <Choice
    legend="Shown to the group"
    options={showings.map((value) => ({ value, label: value }))}
    value={how}
    onchoose={(chosen) => phone.tap('lookalike', { stop, taxon: slug, lookalike: other, how: chosen })}
  />
{/if}
<Key title="Back" href="#plant/{slug}" />
