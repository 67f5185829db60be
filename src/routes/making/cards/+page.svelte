<script lang="ts">
  import Ban from '@lucide/svelte/icons/ban';
  import { cardAddress } from '$lib/ui/making/card-address';
  import MakingNav from '$lib/ui/making/MakingNav.svelte';

  let { data } = $props();
  let typed = $state('');
  const found = $derived(
    data.plants.filter(({ name, scientific, ways }) =>
      `${name} ${scientific} ${ways.map(({ part, words }) => `${part} ${words}`).join(' ')}`
        .toLowerCase()
        .includes(typed.trim().toLowerCase())
    )
  );
</script>

<svelte:head><title>Cards · Good Trail</title></svelte:head>
<h1>Cards</h1>
{#if data.teaches}<MakingNav />{/if}
<p class="max-w-[70ch] text-ink-2">
  How a part is prepared, scaled to what was gathered. What is here is a draft until two sources confirm it;
  where no method should be taught, the card says why. No way of preparing makes another plant harmless.
</p>
<label class="mt-3 grid max-w-[360px] gap-1"
  ><span class="note font-strong">A plant, a part or a way</span><input
    type="search"
    class="input"
    bind:value={typed}
    placeholder="nettle, dried"
  /></label
>
<table class="ruled mt-4">
  <thead><tr><th scope="col">plant</th><th scope="col">part, and ways that are taught</th></tr></thead>
  <tbody>
    {#each found as one (one.slug)}
      <tr>
        <td class="align-top"
          ><a href="/species/{one.slug}" class="font-strong">{one.name}</a><br /><i class="text-ink-2"
            >{one.scientific}</i
          ></td
        >
        <td>
          {#each [...new Set(one.ways.map(({ part }) => part))] as part (part)}
            <p class="flex flex-wrap items-baseline gap-x-4 py-0.5">
              <span class="min-w-[150px]">{part}</span>
              {#each one.ways.filter((way) => way.part === part) as way (way.way)}
                {#if way.isRefused}<a
                    href={cardAddress(one.slug, part, way.way)}
                    class="inline-flex min-h-6 items-center gap-1 text-ink-2"
                    ><Ban size={14} aria-hidden="true" />{way.words}: not taught</a
                  >{:else}<a href={cardAddress(one.slug, part, way.way)} class="link-line">{way.words}</a
                  >{/if}
              {/each}
            </p>
          {/each}
        </td>
      </tr>
    {:else}<tr><td colspan="2" class="text-ink-2">Nothing is called so.</td></tr>{/each}
  </tbody>
</table>
