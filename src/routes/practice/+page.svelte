<script lang="ts">
  import { enhance } from '$app/forms';
  import { longDate } from '$lib/ui/dates';

  let { data } = $props();
</script>

<svelte:head><title>Practice · Good Trail</title></svelte:head>
<h1>Practice</h1>
<p class="mt-2 max-w-prose">
  <strong>Side by side:</strong> a freshly drawn specimen of one of a pair. Say which it is, or that it cannot be
  told from this; then point at the part that decided. Calling the dangerous one edible is the error that counts;
  leaving a plant alone is never wrong.
</p>
<ul class="mt-5 list-none p-0">
  {#each data.walks as walk (walk.id)}
    <li class="flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule py-4">
      <div class="min-w-[240px] flex-1">
        <h2>{walk.name}</h2>
        <p class="note text-ink-2">
          {longDate(walk.heldOn)} · {walk.pairs} dangerous {walk.pairs === 1 ? 'pair' : 'pairs'}, {walk.due ===
          0
            ? 'none due today'
            : `${walk.due} due today`}
        </p>
      </div>
      <form method="POST" action="/walks/{walk.id}/practise" use:enhance>
        <button class="btn btn-primary">Start a round of ten</button>
      </form>
    </li>
  {:else}
    <li class="text-ink-2">Nothing to practise yet: rounds come from the briefs of your coming walks.</li>
  {/each}
</ul>
