<script lang="ts">
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>New address · Good Trail</title></svelte:head>
<h1>{data.change || form ? 'Your new address' : 'This link does not open'}</h1>
{#if form && 'email' in form}
  <Notice kind="done">From now on you sign in with {form.email}.</Notice>
  <p><a href="/today">Go on</a></p>
{:else if form?.problem}
  <Notice kind="problem">{form.problem}</Notice>
{:else if data.change}
  <p class="mt-2 max-w-prose wrap-anywhere">
    Sign in with <strong>{data.change.email}</strong> from now on, instead of {data.change.old}?
  </p>
  <form method="POST" use:enhance class="mt-5"><button class="btn btn-primary">Yes, it is mine</button></form>
{:else}
  <Notice kind="problem">It works within a day, once. Ask for a new one under your own name.</Notice>
  <p><a href="/sign-in">Sign in</a></p>
{/if}
