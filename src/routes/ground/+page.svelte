<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import { counted, longDate } from '$core/words';

  let { data } = $props();
  const filled = superForm(() => data.form);
</script>

<svelte:head><title>Ground · Good Trail</title></svelte:head>
<h1>Ground</h1>
<div class="mt-4 grid gap-8 lg:grid-cols-3">
  {#each data.sites as site (site.id)}
    <section>
      <GroundMap ground={site.ground} label="Map of {site.name}" height="h-[190px]" />
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
    <p class="max-w-prose">
      No site yet. A site is a piece of ground with its path, patches and permission; name the first one
      below, then import its track.
    </p>
  {/each}
</div>
{#if data.mayAdd}
  <Form of={filled} class="mt-10 flex max-w-[520px] flex-wrap items-start gap-3 border-t border-rule pt-5">
    <div class="flex-1">
      <Field label="New site" name="name" placeholder="Its name" />
    </div>
    <button class="btn btn-line mt-6">Add this site</button>
  </Form>
{/if}
