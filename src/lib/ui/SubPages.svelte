<script lang="ts">
  import { page } from '$app/state';

  /** The pages of one place of the trail line. */
  interface Props {
    label: string;
    links: readonly { readonly href: string; readonly label: string }[];
  }
  let { label, links }: Props = $props();
</script>

<nav aria-label={label} class="note no-print mb-3 flex flex-wrap gap-x-5 gap-y-1">
  {#each links as link (link.href)}
    <a
      href={link.href}
      aria-current={page.url.pathname === link.href ? 'page' : undefined}
      class={page.url.pathname === link.href
        ? 'border-b-2 border-ink font-strong no-underline'
        : 'text-moss underline underline-offset-4'}>{link.label}</a
    >
  {/each}
</nav>
