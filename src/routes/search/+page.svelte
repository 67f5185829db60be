<script lang="ts">
  import Footprints from '@lucide/svelte/icons/footprints';
  import Leaf from '@lucide/svelte/icons/leaf';
  import MapIcon from '@lucide/svelte/icons/map';
  import Users from '@lucide/svelte/icons/users';
  import { goto } from '$app/navigation';

  let { data } = $props();
  const icons = { taxon: Leaf, walk: Footprints, site: MapIcon, person: Users };
  let waiting: ReturnType<typeof setTimeout> | undefined;

  /** Looks as one types, a moment after the last letter; without script the form is sent by Enter. */
  function oninput(event: Event & { currentTarget: HTMLInputElement }) {
    const { value } = event.currentTarget;
    clearTimeout(waiting);
    waiting = setTimeout(
      () =>
        void goto(`/search?q=${encodeURIComponent(value)}`, {
          keepFocus: true,
          replaceState: true,
          noScroll: true
        }),
      200
    );
  }
</script>

<svelte:head><title>Search · Good Trail</title></svelte:head>
<h1>Search everything</h1>
<form method="GET" class="mt-3 max-w-[460px]" role="search">
  <label class="note font-strong" for="query">Taxa by any name, walks, sites, people</label>
  <!-- The page has no other purpose than this field. -->
  <!-- svelte-ignore a11y_autofocus -->
  <input
    id="query"
    name="q"
    type="search"
    class="input mt-1"
    value={data.query}
    maxlength="100"
    autocomplete="off"
    autofocus
    {oninput}
  />
</form>
{#if data.query}
  <ul class="mt-5 max-w-[640px] list-none p-0" aria-live="polite">
    {#each data.found as one, nth (nth)}
      {@const Icon = icons[one.kind]}
      <li class="border-b border-rule">
        <a href={one.href} class="flex min-h-12 items-center gap-3 py-1 no-underline hover:underline">
          <Icon size={18} class="shrink-0" aria-hidden="true" />
          <span class="min-w-0 flex-1 leading-5 wrap-anywhere"
            ><strong>{one.name}</strong><br />
            {#if one.kind === 'taxon'}<i class="text-ink-2">{one.detail}</i>{:else}<span
                class="note text-ink-2">{one.detail}</span
              >{/if}</span
          >
          <span class="fine text-ink-3">{one.kind}</span>
        </a>
      </li>
    {:else}
      <li class="text-ink-2">
        Nothing here is called “{data.query}”. That says nothing about a plant. Do you have it before you?
        <a href="/species/look-closer">Look closer</a> and enter what you see.
      </li>
    {/each}
  </ul>
{/if}
