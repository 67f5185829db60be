<script lang="ts">
  import Download from '@lucide/svelte/icons/download';

  let { data } = $props();
</script>

<svelte:head><title>Outbox · Good Trail</title></svelte:head>
<h1>Outbox</h1>
<p class="mt-2 max-w-prose text-ink-2">
  There is no mail server here. Each message is offered as a file: open it in your own mail program and send
  it from there, or copy the link to the person.
</p>
{#each data.messages as one (one.id)}
  <article class="mt-4 border-t border-rule pt-3">
    <div class="flex flex-wrap items-center gap-3">
      <h2>{one.subject}</h2>
      <span class="text-ink-2">to {one.recipient}</span><a
        href="/people/outbox/{one.id}"
        class="btn btn-line btn-sm ml-auto"
        download><Download size={16} aria-hidden="true" />Save as .eml</a
      >
    </div>
    <pre class="note mt-2 whitespace-pre-wrap break-words font-sans text-ink-2">{one.body}</pre>
  </article>
{:else}
  <p class="mt-6">
    Nothing waits. Invitations appear here when you add somebody with an e-mail address under <a
      href="/people">People</a
    >.
  </p>
{/each}
