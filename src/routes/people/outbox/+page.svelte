<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Download from '@lucide/svelte/icons/download';
  import Send from '@lucide/svelte/icons/send';
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
  type Message = (typeof data.messages)[number];
  const went = ({ letters }: Message) => letters.filter(({ sentAt }) => sentAt).length;
  const waiting = ({ letters }: Message) =>
    letters.filter(({ sentAt, failedAt }) => !sentAt && !failedAt).length;
  const troubled = ({ letters }: Message) =>
    letters.filter(({ sentAt, problem }) => !sentAt && problem !== '');
  const zone = $derived(data.viewer?.timeZone ?? 'UTC');
</script>

<svelte:head><title>Outbox · Good Trail</title></svelte:head>
<h1>Outbox</h1>
<p class="mt-2 max-w-prose text-ink-2">
  {#if data.sendsMail}Messages go by themselves, to each address alone; answers come to whoever wrote. What
    the mail server refused stands here, and what it could not take yet is tried again for two days.{:else}There
    is no mail server here. Write each message from your own mail program, or copy it into any messenger; then
    say that it went.{/if}
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
    {#if one.letters.length > 0}
      <p class="note mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        {#if went(one) > 0}<span class="flex items-center gap-1 text-moss"
            ><Check size={15} aria-hidden="true" />taken by the mail server{one.letters.length > 1
              ? ` for ${went(one)} of ${one.letters.length}`
              : ''}</span
          >{/if}
        {#if waiting(one) > 0}<span class="text-ink-2"
            >on its way{one.letters.length > 1 ? ` to ${waiting(one)}` : ''}</span
          >{/if}
      </p>
      {#each troubled(one) as letter, i (i)}
        <p class={['note mt-1 wrap-anywhere', letter.failedAt ? 'text-rosehip' : 'text-ochre']}>
          {letter.recipient}: {letter.failedAt
            ? 'not delivered'
            : `not taken yet, tried again ${localMoment(letter.nextAt, zone)}`}. {letter.problem}
        </p>
      {/each}
    {/if}
    <div class="mt-2 flex flex-wrap items-center gap-3">
      {#if data.sendsMail && one.recipients.length > 0 && !one.sentAt && (one.letters.length === 0 || one.letters.some(({ failedAt }) => failedAt))}
        <form method="POST" action="?/send" use:enhance>
          <input type="hidden" name="id" value={one.id} />
          <button class="btn btn-line btn-sm"
            ><Send size={15} aria-hidden="true" />{one.letters.length > 0 ? 'Try again' : 'Send it'}</button
          >
        </form>
      {/if}
      {#if one.recipients.length > 0}<a class="btn btn-line btn-sm" href={mail(one)}
          ><Mail size={15} aria-hidden="true" />Write it as an e-mail</a
        >{/if}
      <a href="/people/outbox/{one.id}" class="btn btn-line btn-sm" download
        ><Download size={15} aria-hidden="true" />Save as .eml</a
      >
      <CopyText text={one.body} label="Copy the text" />
      {#if one.letters.length === 0}<form
          method="POST"
          action="?/sent"
          use:enhance
          class="ml-auto flex items-center gap-3"
        >
          <input type="hidden" name="id" value={one.id} />
          {#if one.sentAt}<span class="note flex items-center gap-1 text-moss"
              ><Check size={15} aria-hidden="true" />went {localMoment(one.sentAt, zone)}</span
            ><button class="note cursor-pointer underline underline-offset-2" name="is" value="no"
              >It did not</button
            >{:else}<button class="btn btn-line btn-sm" name="is" value="yes">It went</button>{/if}
        </form>{/if}
    </div>
  </article>
{:else}
  <p class="mt-6 max-w-prose">
    Nothing waits. News of a brief or a quiz, questions to experts and letters to landowners appear here.
    Invitations are shown once, when somebody is added under <a href="/people">People</a>.
  </p>
{/each}
