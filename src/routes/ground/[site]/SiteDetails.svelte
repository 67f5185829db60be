<script lang="ts">
  import { page } from '$app/state';
  import Field from '$lib/ui/form/Field.svelte';
  import HabitatTicks from '$lib/ui/form/HabitatTicks.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import type { PageData } from './$types';

  /** Name, access, permission and habitats of a site. */
  let { data }: { data: PageData } = $props();
  const details = superForm(() => data.details, { resetForm: false });
  const { errors: detailsErrors } = details;
  /** Open where something is wrong in it, and for who is sent here to mend something. */
  let isOpen = $state(false);
  $effect(() => {
    if (page.url.hash === '#details' || Object.keys($detailsErrors).length > 0) isOpen = true;
  });
</script>

<details class="mt-8 border-t border-rule pt-4" id="details" bind:open={isOpen}>
  <summary class="cursor-pointer font-serif text-[18px] font-semibold"
    >Change name, access and permission</summary
  >
  <Form of={details} action="?/details" class="mt-4 grid max-w-[760px] gap-4 sm:grid-cols-2">
    <FormMessage class="sm:col-span-2" />
    <Field label="Name" name="name" />
    <Field label="Permission from whom" name="permissionFrom" />
    <div class="sm:col-span-2">
      <Field label="Access point" name="accessPoint" hint="Where an ambulance can drive to." />
    </div>
    <Field
      label="Nearest road for an ambulance"
      name="nearestRoad"
      hint="Its name or number, and how far it is from the path."
    />
    {#if data.regions.length > 1}<Field
        label="Region"
        name="region"
        options={data.regions.map(({ slug, title }) => ({ value: slug, label: title }))}
        hint="Whose plants, seasons, law and animals it has."
      />{:else}<input type="hidden" name="region" value={data.site.region} />{/if}
    <Field
      label="Time zone"
      name="timeZone"
      options={data.zones.map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))}
      hint="Its clock: of the walk, the sun and the tide."
    />
    <Field
      label="Emergency call here"
      name="emergencyCall"
      hint="Where another number holds than at the school: 911, 000. It comes first on every page of a walk here."
    />
    <Field label="Telephone signal" name="phoneSignal" hint="Where there is some, and where none." />
    <Field label="Toilets" name="toilets" />
    <Field label="From" name="permissionSince" type="date" />
    <Field label="Until" name="permissionUntil" type="date" />
    <div>
      <Tick label="Picking is allowed" name="mayPick" /><Tick label="Digging is allowed" name="mayDig" />
      <Tick label="A fire is allowed" name="mayFire" /><Tick
        label="Teaching for a fee is allowed"
        name="mayCharge"
      />
    </div>
    <Field label="Largest group" name="largestGroup" type="number" min="1" />
    <Field
      label="Height above the sea, m"
      name="altitudeMetres"
      type="number"
      step="any"
      hint="Moves its season: about four days for 120 m."
    />
    <div class="self-end">
      <Tick label="Level ground: nothing on it climbs" name="isLevel" />
    </div>
    <div class="sm:col-span-2">
      <HabitatTicks
        legend="Habitats"
        note="Lookalikes of these are expected here; with none ticked, of every habitat."
        habitats={data.habitats}
      />
    </div>
    <Field label="Protected as" name="designation" placeholder="Nature reserve, foreshore, commonage" />
    <Field label="By-laws and local custom" name="localRules" rows={3} />
    <div class="sm:col-span-2">
      <Field label="Note" name="note" rows={3} />
    </div>
    <button class="btn btn-primary justify-self-start">Save</button>
  </Form>
</details>
