<script lang="ts">
  import type { LearnerPack } from '$core/field';
  import { dayAndMonth } from '$core/words';
  import BriefCards from '$lib/ui/brief/BriefCards.svelte';
  import BriefFront from '$lib/ui/brief/BriefFront.svelte';
  import BriefTimetable from '$lib/ui/brief/BriefTimetable.svelte';
  import HazardList from '$lib/ui/brief/HazardList.svelte';
  import Calls from '../day/Calls.svelte';
  import WayMap from '../WayMap.svelte';
  import { plateSource } from '../plate-source';
  import SheetText from '$lib/ui/brief/SheetText.svelte';

  /** The brief as it was kept, with its drawings. */
  let { pack }: { pack: LearnerPack } = $props();
  const document = $derived(pack.brief?.document);
  const source = $derived(plateSource(pack.brief));
</script>

<h1>{pack.walk.name}</h1>
<Calls numbers={pack.numbers} />
{#if document && pack.brief}
  <section>
    <BriefFront {document} version={pack.brief.version} isLeader={false} />
    <BriefTimetable {document} />
  </section>
  <WayMap brief={pack.brief} />
  <HazardList {document} />
  {#each document.targets.filter(({ found }) => !found) as target (target.slug)}
    <p class="border-l-[6px] border-rosehip pl-3">
      <strong>{target.name}, not at this stage.</strong> What can be seen on the piece does not tell it from
      every dangerous lookalike. {target.firstDate ? `First from ${dayAndMonth(target.firstDate)}.` : ''} It is
      shown, never gathered.
    </p>
  {/each}
  {#each document.sheets as sheet, i (sheet.key)}
    <details class="border-t-[3px] border-ink">
      <summary class="unfolds"
        >{i + 1} {sheet.target.name} or <span class="text-rosehip">{sheet.lookalike.name}</span></summary
      >
      <SheetText {sheet} {source} remark={document.remarks[sheet.key]} />
    </details>
  {/each}
  <BriefCards {document} />
{:else}<p>No brief was published when this was kept.</p>{/if}
