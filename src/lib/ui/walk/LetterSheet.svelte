<script lang="ts">
  import FileDown from '@lucide/svelte/icons/file-down';
  import Printer from '@lucide/svelte/icons/printer';
  import type { Snippet } from 'svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { longDate } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';

  /** A letter that was written out of a walk: to be changed, printed, taken away as PDF, or laid into the outbox. */
  interface Props {
    walkId: string;
    subject: string;
    letter: string;
    /** Of the form that lays it into the outbox. */
    action?: string;
    today: string;
    said: { readonly problem?: string; readonly done?: string } | null;
    /** What it is, beside it. */
    about: Snippet;
  }
  let { walkId, subject, letter, action, today, said, about }: Props = $props();
  let body = $derived(letter);
  let email = $state('');
</script>

<div class="grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_280px]">
  <form
    method="POST"
    {action}
    id="letter"
    use:enhance={() =>
      async ({ update }) =>
        update({ reset: false, invalidateAll: action !== undefined })}
  >
    {#if said?.problem}<Notice kind="problem">{said.problem}</Notice>{/if}
    {#if said?.done}<Notice kind="done">{said.done} <a href="/people/outbox">Open the outbox</a></Notice>{/if}
    <input type="hidden" name="subject" value={subject} />
    <label class="no-print note font-strong" for="letter-body">The letter; change what you like</label>
    <textarea
      id="letter-body"
      name="body"
      rows="24"
      class="textarea no-print mt-1 w-full py-3 font-serif"
      bind:value={body}></textarea>
    <article class="hidden font-serif print:block">
      <p class="mb-6 text-right">{longDate(today)}</p>
      {#each body.split(/\n{2,}/) as paragraph, i (i)}<p class="mb-4 whitespace-pre-line">
          {paragraph}
        </p>{/each}
    </article>
  </form>
  <aside class="note no-print grid content-start gap-4 lg:border-l lg:border-rule lg:pl-7">
    <div>{@render about()}</div>
    <div class="flex flex-wrap gap-2">
      <button type="button" class="btn btn-line" onclick={() => window.print()}
        ><Printer size={17} aria-hidden="true" />Print</button
      >
      <form method="POST" action="/walks/{walkId}/files/letter">
        <input type="hidden" name="subject" value={subject} />
        <input type="hidden" name="body" value={body} />
        <button class="btn btn-line"><FileDown size={17} aria-hidden="true" />PDF</button>
      </form>
    </div>
    <div class="grid gap-1">
      <label class="font-strong" for="recipient">E-mail address</label>
      <input id="recipient" name="recipient" form="letter" class="input" type="email" bind:value={email} />
      <button form="letter" class="btn btn-line mt-2 justify-self-start">Lay it into the outbox</button>
    </div>
  </aside>
</div>
