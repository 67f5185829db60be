<script lang="ts">
  import { type Pack, stageOnDay } from '$core/field';
  import { type Library, type Stage, englishName, severityWords, stageNames } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import Choice from '../day/Choice.svelte';
  import Key from '../day/Key.svelte';
  import DrawnPlate from './DrawnPlate.svelte';

  /** A plant of the library that came along: its harm, and how it looks at each stage, drawn on the phone. */
  interface Props {
    pack: Pick<Pack, 'library' | 'mayBeUp'> & { readonly walk: { readonly isoDate: string } };
    library: Library;
    slug: string;
    /** At which it is seen first; that of the day without one. */
    stage?: Stage | undefined;
  }
  let { pack, library, slug, stage: first }: Props = $props();
  const taxon = $derived(library.taxa.get(slug)!);
  const stages = $derived(stageNames.filter((one) => taxon.stages.has(one)));
  const ofTheDay = $derived(stageOnDay(pack, taxon));
  let chosen = $state<Stage>();
  const stage = $derived(chosen ?? first ?? ofTheDay ?? stages[0]!);
  let seed = $state(0);
</script>

<h2 class="text-[22px]">{englishName(taxon)}</h2>
<p><i>{taxon.name}</i></p>
{#each taxon.hazards as hazard, nth (nth)}<p class="border-l-[6px] border-rosehip pl-3">
    <strong class="inline-block first-letter:uppercase">{hazard.route.replaceAll('-', ' ')}:</strong>
    {hazard.effect} ({severityWords[hazard.severity]})
  </p>{/each}
<DrawnPlate library={pack.library} {slug} {stage} {seed} name={englishName(taxon)} group={taxon.group} />
<p class="text-[16px]">
  Drawn from its described characters; no portrait of one plant, and no means to name one.{#if !ofTheDay}
    It is not expected on this day.{/if}
</p>
<Choice
  legend="In which stage?"
  options={stages.map((value) => ({ value, label: stageWord(taxon.group, value) }))}
  value={stage}
  onchoose={(value) => (chosen = value)}
/>
<Key title="Another specimen" does="the same plant, grown otherwise" onclick={() => (seed += 1)} />
