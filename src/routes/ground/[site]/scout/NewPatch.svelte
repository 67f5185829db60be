<script lang="ts">
  import LocateFixed from '@lucide/svelte/icons/locate-fixed';
  import { invalidateAll } from '$app/navigation';
  import { whereIAm } from '$lib/ui/field/where-i-am';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import type { PageData } from './$types';

  /** A patch that is found on the way: pointed at, or where one stands. */
  let { site, patches, taxa, abundances }: Pick<PageData, 'site' | 'patches' | 'taxa' | 'abundances'> =
    $props();

  let place = $state<{ longitude: number; latitude: number }>();
  let problem = $state('');

  async function locate() {
    const found = await whereIAm();
    if ('problem' in found) problem = found.problem;
    else [place, problem] = [found, ''];
  }
</script>

<GroundMap
  ground={site.ground}
  centre={site.place}
  label="Map of {site.name}: point where it grows"
  height="h-[260px]"
  markers={[
    ...patches.map((one) => ({ ...one, label: `${one.name}: ${one.taxonName}` })),
    ...(place ? [{ ...place, label: 'the new find', number: 1 }] : [])
  ]}
  onpick={(at) => (place = at)}
/>
<form
  method="POST"
  action="?/find"
  class="mt-3 grid gap-3"
  use:enhance={() =>
    async ({ result, update }) => {
      await update({ reset: result.type === 'success' });
      if (result.type === 'success') {
        place = undefined;
        await invalidateAll();
      }
    }}
>
  <div class="flex flex-wrap items-center gap-3">
    <button type="button" class="btn btn-line" onclick={locate}
      ><LocateFixed size={17} aria-hidden="true" />Where I am</button
    >
    <span class="note text-ink-2"
      >{place ? `${place.latitude}, ${place.longitude}` : 'Or point at the map.'}</span
    >
    {#if problem}<span class="note text-ochre" role="alert">{problem}</span>{/if}
  </div>
  <input type="hidden" name="longitude" value={place?.longitude ?? ''} />
  <input type="hidden" name="latitude" value={place?.latitude ?? ''} />
  <div class="grid gap-3 sm:grid-cols-2">
    <label class="note"
      ><span class="font-strong">Plant</span><select name="taxon" class="select">
        <option value="">Choose a plant</option>
        {#each taxa as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
      </select></label
    >
    <label class="note"
      ><span class="font-strong">How much</span><select name="abundance" class="select">
        {#each abundances as one (one)}<option selected={one === 'occasional'}>{one}</option>{/each}
      </select></label
    >
  </div>
  <label class="note"
    ><span class="font-strong">What to call the patch</span><input
      class="input"
      name="name"
      maxlength="120"
      placeholder="Nettles by the barn"
    /></label
  >
  <div class="flex flex-wrap items-center gap-3">
    <button class="btn btn-line">Add this patch</button>
    <a
      class="btn btn-line"
      href="/ground/{site.id}/finds/new{place
        ? `?longitude=${place.longitude}&latitude=${place.latitude}`
        : ''}">No name yet</a
    >
  </div>
</form>
