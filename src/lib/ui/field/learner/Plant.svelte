<script lang="ts">
  import type { LearnerPack } from '$core/field';
  import { type Library, Stage } from '$core/knowledge';
  import Key from '../day/Key.svelte';
  import PlantInLibrary from '../drawing/PlantInLibrary.svelte';

  /** A plant that it may be, as the library describes it; `of` names it, `stage` says how it was met. */
  let { pack, library, said }: { pack: LearnerPack; library: Library; said: URLSearchParams } = $props();
  const slug = $derived(said.get('of') ?? '');
  const stage = $derived(Stage.safeParse(said.get('stage')).data);
</script>

{#if library.taxa.has(slug)}
  {#key slug}<PlantInLibrary {pack} {library} {slug} {stage} />{/key}
{:else}<p>The library on this phone has no such plant.</p>{/if}
<Key title="Back to what was seen" onclick={() => history.back()} />
