<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import PlaceField from '$lib/ui/form/PlaceField.svelte';
  import { leaveFile } from '$lib/ui/field/left-file';
  import Tick from '$lib/ui/form/Tick.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import { counted, longDate } from '$core/words';

  let { data, form } = $props();
  const filled = superForm(() => data.form, { resetForm: false });
  const { form: site, errors } = filled;
  const inUse = $derived(data.sites.filter(({ isPutAway }) => !isPutAway));
  const away = $derived(data.sites.filter(({ isPutAway }) => isPutAway));
</script>

<svelte:head><title>Ground · Good Trail</title></svelte:head>
<h1>Ground</h1>
<div class="mt-4 grid gap-8 lg:grid-cols-3">
  {#each inUse as site (site.id)}
    <section>
      {#if site.place}<GroundMap
          ground={site.ground}
          centre={site.place}
          label="Map of {site.name}"
          height="h-[190px]"
        />{:else}<p class="plate grid h-[190px] place-items-center text-plate-second">Where is it?</p>{/if}
      <h2 class="mt-2">
        <a href="/ground/{site.id}" class="underline decoration-rule underline-offset-4">{site.name}</a>
      </h2>
      <p class="note text-ink-2">
        {counted(site.patches, 'patch', 'patches')}.
        {#if site.mayPick}Leave to pick{site.mayDig ? ' and dig' : ', not to dig'}{site.permissionUntil
            ? `, until ${longDate(site.permissionUntil)}`
            : ''}.{:else}No leave to pick is recorded.{/if}
      </p>
    </section>
  {:else}
    <p class="max-w-prose lg:col-span-3">
      No site yet. A site is a piece of ground with its path, patches and permission. Name the first one, and
      say where it is.
    </p>
  {/each}
</div>
{#if away.length > 0}
  <details class="note mt-6">
    <summary class="cursor-pointer py-1">{counted(away.length, 'site')} put away</summary>
    <ul class="m-0 list-none p-0">
      {#each away as site (site.id)}<li class="border-b border-rule py-1.5">
          <a href="/ground/{site.id}">{site.name}</a>
          <span class="text-ink-2">{counted(site.patches, 'patch', 'patches')}</span>
        </li>{/each}
    </ul>
  </details>
{/if}
{#if data.mayAdd}
  <Form
    of={filled}
    enctype="multipart/form-data"
    class="mt-10 grid max-w-[760px] gap-x-8 gap-y-4 border-t border-rule pt-5 sm:grid-cols-2"
    id="new-site"
  >
    <h2 class="sm:col-span-2">New site</h2>
    {#if form && 'doubt' in form && form.doubt}<div class="sm:col-span-2">
        <Notice kind="problem">{form.doubt}</Notice>
        <Tick label="It is there all the same" name="isThere" />
      </div>{/if}
    {#if form && 'regions' in form && form.regions}<div class="sm:col-span-2">
        <Notice kind="problem"
          >Which region’s plants and seasons does it have? Its place leaves that open.</Notice
        >
        <Field
          label="Region"
          name="region"
          options={[
            { value: '', label: 'Choose a region' },
            ...(form.regions as { value: string; label: string }[])
          ]}
        />
      </div>{/if}
    <Field label="Its name" name="name" maxlength={120} autocomplete="off" />
    <PlaceField name="where" bind:value={$site.where as string} problem={$errors.where?.join(' ')} />
    <div class="grid content-start gap-1">
      <label for="new-track" class="note font-strong">Or its path, as a GPX or KML track</label>
      <input
        id="new-track"
        type="file"
        name="track"
        onchange={(event) => leaveFile(event.currentTarget.files?.[0])}
        accept=".gpx,.kml,.kmz,application/gpx+xml"
        class="file-input w-full border-rule-strong bg-plate text-[14px]"
      />
      {#if form && 'track' in form && form.track}<p class="fine font-strong text-rosehip">
          {form.track} Nothing was stored.
        </p>{/if}
    </div>
    <button class="btn btn-primary self-end justify-self-start">Add this site</button>
  </Form>
{/if}
