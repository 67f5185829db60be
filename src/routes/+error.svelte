<script lang="ts">
  import { page } from '$app/state';

  const heading = $derived(page.status === 404 ? 'Nothing stands here' : 'This did not work');
</script>

<svelte:head><title>{heading} · Good Trail</title></svelte:head>
<h1>{heading}</h1>
<p class="mt-3 max-w-prose">{page.error?.message}</p>
{#if page.status >= 500 && page.error?.number}
  <p class="note mt-2 text-ink-2">
    If it goes on, tell whoever runs this installation the number <span class="figures"
      >{page.error.number}</span
    >.
  </p>
{/if}
<p class="mt-3"><a href="/today">Back to today</a></p>
