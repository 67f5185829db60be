<script lang="ts">
  import { ChevronDown } from '@lucide/svelte';

  /** Whose plants and seasons are shown, where a school works in several regions. */
  interface Props {
    /** The one that is looked at first. */
    regions: readonly { value: string; label: string }[];
    /** The page that is opened for another. */
    path: string;
  }
  let { regions, path }: Props = $props();
  const [here, ...others] = $derived(regions);
</script>

{#if here && others.length > 0}
  <details class="no-print relative z-10 mb-3 w-fit">
    <summary class="note flex min-h-9 cursor-pointer list-none items-center gap-1.5">
      <span class="text-ink-2">Region</span>
      <span class="font-strong">{here.label}</span><ChevronDown size={16} aria-hidden="true" />
    </summary>
    <ul class="plate absolute m-0 min-w-full list-none p-0">
      {#each others as { value, label } (value)}<li class="border-t border-rule first:border-t-0">
          <a class="block px-3 py-2 whitespace-nowrap" href="{path}?region={value}" data-sveltekit-reload
            >{label}</a
          >
        </li>{/each}
    </ul>
  </details>
{/if}
