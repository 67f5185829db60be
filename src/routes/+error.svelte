<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Good Trail</title></svelte:head>
<h1>{page.status === 404 ? 'Nothing stands here' : 'This did not work'}</h1>
<p class="mt-3 max-w-prose">{page.error?.message}</p>
<p class="mt-3"><a href="/today">Back to today</a></p>
