<script lang="ts">
  import { page } from '$app/state';

  let { data, children } = $props();
  const parts = $derived([
    { path: '', label: 'Through the year' },
    { path: '/days', label: 'Choose the day' },
    { path: '/tide', label: 'Tide and light' },
    { path: '/warmth', label: 'Warmth' },
    ...(data.mayEdit ? [{ path: '/occurrences', label: 'For others' }] : [])
  ]);
  /** The part that is open, to stay in it when the site changes. */
  const here = $derived(page.url.pathname.split('/')[3] ?? '');
  const rest = $derived(here ? `/${here}` : '');
</script>

<div class="flex flex-wrap items-baseline gap-x-6 gap-y-1">
  <h1>Season</h1>
  <nav aria-label="Sites" class="flex flex-wrap gap-x-5">
    {#each data.sites as site (site.id)}
      <a
        href="/season/{site.id}{rest}"
        aria-current={site.id === data.site.id ? 'page' : undefined}
        class={[
          'py-1 no-underline',
          site.id === data.site.id
            ? 'border-b-[3px] border-moss font-strong text-ink'
            : 'text-ink-2 hover:underline'
        ]}>{site.name}</a
      >
    {/each}
  </nav>
  <nav aria-label="Parts of the season" class="note flex flex-wrap gap-x-4 lg:ml-auto">
    {#each parts as { path, label } (path)}
      <a
        href="/season/{data.site.id}{path}"
        aria-current={rest === path ? 'page' : undefined}
        class={['py-1', rest === path ? 'font-strong text-ink no-underline' : 'link-line']}>{label}</a
      >
    {/each}
  </nav>
</div>
{@render children()}
