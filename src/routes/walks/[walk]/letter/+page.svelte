<script lang="ts">
  import Printer from '@lucide/svelte/icons/printer';
  import Notice from '$lib/ui/Notice.svelte';
  import { longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';

  let { data, form } = $props();
  let body = $derived(data.letter);
  let email = $state('');
</script>

<svelte:head><title>Letter for {data.walk.name} · Good Trail</title></svelte:head>
<PlanNav walkId={data.walk.id} leads={data.leads} />
<div class="grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_280px]">
  <form
    method="POST"
    id="letter"
    use:enhance={() =>
      async ({ update }) =>
        update({ reset: false, invalidateAll: false })}
  >
    {#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
    {#if form && 'done' in form && form.done}<Notice kind="done"
        >{form.done} <a href="/people/outbox">Open the outbox</a></Notice
      >{/if}
    <input type="hidden" name="subject" value="A foraging walk at {data.siteName}" />
    <label class="no-print note font-strong" for="letter-body">The letter; change what you like</label>
    <textarea
      id="letter-body"
      name="body"
      rows="24"
      class="textarea no-print mt-1 w-full py-3 font-serif"
      bind:value={body}></textarea>
    <article class="hidden font-serif print:block">
      <p class="mb-6 text-right">{longDate(data.today)}</p>
      {#each body.split(/\n{2,}/) as paragraph, i (i)}<p class="mb-4 whitespace-pre-line">
          {paragraph}
        </p>{/each}
    </article>
  </form>
  <aside class="note no-print grid content-start gap-4 lg:border-l lg:border-rule lg:pl-7">
    <div>
      <h2>Asking for leave</h2>
      <p class="text-ink-2">
        To {data.owner ?? 'whoever owns the ground'}. It says who comes, what would be taken and how much, and
        asks for an answer in writing. Record the answer with the site.
      </p>
    </div>
    <button type="button" class="btn btn-line justify-self-start" onclick={() => window.print()}
      ><Printer size={17} aria-hidden="true" />Print the letter</button
    >
    <div class="grid gap-1">
      <label class="font-strong" for="recipient">E-mail address</label>
      <input id="recipient" name="recipient" form="letter" class="input" type="email" bind:value={email} />
      <button form="letter" class="btn btn-line mt-2 justify-self-start">Lay it into the outbox</button>
    </div>
  </aside>
</div>
