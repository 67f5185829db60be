<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import { type GroundKind, kindsOf } from '$core/ground';
  import { type Drawn, placesAsText, placesFromText } from './drawing';

  /** The feature that is chosen: its kind, its name, and its places in figures. */
  let {
    feature,
    onchange,
    onproblem,
    onremove
  }: {
    feature: Drawn;
    onchange: (change: Partial<Drawn>) => void;
    onproblem: (problem: string) => void;
    onremove: () => void;
  } = $props();

  let placesText = $derived(placesAsText(feature));

  function setPlaces() {
    const result = placesFromText(placesText, feature.geometry);
    if ('problem' in result) onproblem(`${result.problem} Nothing was moved.`);
    else onchange({ geometry: result.geometry });
  }
</script>

<section class="grid gap-2 border-b border-rule pb-4">
  <h2>{feature.name || feature.kind}</h2>
  <label class="note"
    ><span class="font-strong">Kind</span><select
      class="select"
      value={feature.kind}
      onchange={(event) => onchange({ kind: event.currentTarget.value as GroundKind })}
    >
      {#each kindsOf(feature.geometry.type) as kind (kind)}<option>{kind}</option>{/each}
    </select></label
  >
  <label class="note"
    ><span class="font-strong">Name</span><input
      class="input"
      maxlength="120"
      value={feature.name}
      onchange={(event) => onchange({ name: event.currentTarget.value })}
    /></label
  >
  <details class="note">
    <summary class="cursor-pointer">Places in figures</summary>
    <label class="mt-1 block"
      ><span class="text-ink-2">One a line: latitude, longitude, and height if known.</span><textarea
        class="textarea font-sans"
        rows="7"
        spellcheck="false"
        bind:value={placesText}></textarea></label
    >
    <button type="button" class="btn btn-line mt-2" onclick={setPlaces}>Set these places</button>
  </details>
  <button type="button" class="btn btn-line justify-self-start" onclick={onremove}
    ><Trash size={17} aria-hidden="true" />Take out</button
  >
</section>
