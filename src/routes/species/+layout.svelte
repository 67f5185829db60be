<script lang="ts">
  import { page } from '$app/state';
  import RegionSwitch from '$lib/ui/RegionSwitch.svelte';

  let { data, children } = $props();
  const tabs = $derived([
    { href: '/species', label: 'Library' },
    { href: '/species/families', label: 'Families' },
    { href: '/species/compare', label: 'Compare' },
    { href: '/species/look-closer', label: 'Look closer' },
    ...(data.leads
      ? [
          { href: '/species/plates', label: 'Plates' },
          { href: '/species/confirm', label: 'Confirm' },
          { href: '/species/changes', label: 'Changes' },
          { href: '/species/exchange', label: 'In and out' }
        ]
      : [])
  ]);
  let bar = $state<HTMLElement>();
  const here = $derived(
    tabs.slice(1).find(({ href }) => page.url.pathname.startsWith(href))?.href ??
      (['/species/handful', '/species/wayside'].some((path) => page.url.pathname.startsWith(path))
        ? '/species/plates'
        : '/species')
  );

  // On a phone the bar is wider than the screen: the tab that is open is brought into sight.
  $effect(() => {
    const open = bar?.querySelector<HTMLElement>(`a[href="${here}"]`);
    if (bar && open) bar.scrollLeft = open.offsetLeft - bar.clientWidth / 2 + open.clientWidth / 2;
  });
</script>

<nav
  bind:this={bar}
  aria-label="Species"
  class="no-print -mx-4 mb-4 overflow-x-auto [scrollbar-width:none] border-b border-rule px-4 lg:mx-0 lg:px-0"
>
  <ul class="m-0 flex list-none gap-x-6 p-0">
    {#each tabs as tab (tab.href)}<li class="shrink-0">
        <a
          href={tab.href}
          aria-current={tab.href === here ? 'true' : undefined}
          class={[
            'block min-h-10 border-b-[3px] py-2 no-underline',
            tab.href === here ? 'border-moss font-strong' : 'border-transparent text-ink-2 hover:underline'
          ]}>{tab.label}</a
        >
      </li>{/each}
  </ul>
</nav>
<RegionSwitch regions={data.regions} path={page.params['taxon'] ? '/species' : page.url.pathname} />
{@render children()}
