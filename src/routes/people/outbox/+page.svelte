<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Download from '@lucide/svelte/icons/download';
  import Mail from '@lucide/svelte/icons/mail';
  import { counted, localMoment } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import CopyText from '$lib/ui/people/CopyText.svelte';

  let { data, form } = $props();
  /** Who is written to with others does not learn their addresses. */
  const mail = (one: (typeof data.messages)[number]) => {
    const [to, bcc] = one.recipients.length === 1 ? [one.recipients[0]!, ''] : ['', one.recipients.join(',')];
    const query = [
      ...(bcc ? [`bcc=${encodeURIComponent(bcc)}`] : []),
      `subject=${encodeURIComponent(one.subject)}`,
      `body=${encodeURIComponent(one.body)}`
    ];
    return `mailto:${encodeURIComponent(to)}?${query.join('&')}`;
  };
  const zone = $derived(data.viewer?.timeZone ?? 'UTC');
</script>

<svelte:head><title>Outbox · Good Trail</title></svelte:head>
<h1>Outbox</h1>
<p class="mt-2 max-w-prose text-ink-2">
  There is no mail server here. Write each message from your own mail program, or copy it into any messenger;
  then say that it went.
</p>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#each data.messages as one (one.id)}
  <article class="mt-4 border-t border-rule pt-3">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h2>{one.subject}</h2>
      <span class="text-ink-2 wrap-anywhere"
        >to {one.recipients.length > 3
          ? counted(one.recipients.length, 'person', 'people')
          : one.recipients.join(', ') || one.recipient}</span
      ><span class="note ml-auto text-ink-2">{localMoment(one.createdAt, zone)}</span>
    </div>
    <pre class="note mt-2 max-w-prose whitespace-pre-wrap break-words font-sans">{one.body}</pre>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      {#if one.recipients.length > 0}<a class="btn btn-line btn-sm" href={mail(one)}
          ><Mail size={15} aria-hidden="true" />Write it as an e-mail</a
        >{/if}
      <a href="/people/outbox/{one.id}" class="btn btn-line btn-sm" download
        ><Download size={15} aria-hidden="true" />Save as .eml</a
      >
      <CopyText text={one.body} label="Copy the text" />
      <form method="POST" action="?/sent" use:enhance class="ml-auto flex items-center gap-3">
        <input type="hidden" name="id" value={one.id} />
        {#if one.sentAt}<span class="note flex items-center gap-1 text-moss"
            ><Check size={15} aria-hidden="true" />went {localMoment(one.sentAt, zone)}</span
          ><button class="note cursor-pointer underline underline-offset-2" name="is" value="no"
            >It did not</button
          >{:else}<button class="btn btn-line btn-sm" name="is" value="yes">It went</button>{/if}
      </form>
    </div>
  </article>
{:else}
  <p class="mt-6 max-w-prose">
    Nothing waits. News of a brief or a quiz, questions to experts and letters to landowners appear here.
    Invitations are shown once, when somebody is added under <a href="/people">People</a>.
  </p>
{/each}
