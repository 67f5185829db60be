<script lang="ts">
  import { page } from '$app/state';

  /** The pages of a plan. */
  interface Props {
    walkId: string;
    leads: boolean;
  }
  let { walkId, leads }: Props = $props();
  const links = $derived(
    [
      { path: '', label: 'Stops and taxa' },
      { path: '/group', label: 'Group and health' },
      { path: '/kit', label: 'Kit and weather' },
      ...(leads
        ? [
            { path: '/letter', label: 'Letter to the landowner' },
            { path: '/copy', label: 'Copy to another day' }
          ]
        : [])
    ].map(({ path, label }) => ({ href: `/walks/${walkId}${path}`, label }))
  );
</script>

<nav aria-label="Pages of the plan" class="note no-print mb-3 flex flex-wrap gap-x-5 gap-y-1">
  {#each links as { href, label } (href)}
    <a
      {href}
      aria-current={page.url.pathname === href ? 'page' : undefined}
      class={page.url.pathname === href
        ? 'border-b-2 border-ink font-strong no-underline'
        : 'text-moss underline underline-offset-4'}>{label}</a
    >
  {/each}
</nav>
