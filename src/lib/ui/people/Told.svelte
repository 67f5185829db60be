<script lang="ts">
  import { counted } from '$core/words';
  import CopyText from './CopyText.svelte';

  /** What the group may be told of what was just done. */
  interface Props {
    readonly news: {
      readonly subject: string;
      readonly body: string;
      readonly waitsFor: number;
      readonly goesByMail: boolean;
    };
  }
  let { news }: Props = $props();
</script>

<section class="my-3 max-w-[720px] border border-rule bg-shade px-4 py-3" aria-label="Tell the group">
  <h2>Tell the group</h2>
  <p class="note text-ink-2">
    {#if news.waitsFor > 0 && news.goesByMail}A message is on its way to {counted(
        news.waitsFor,
        'person',
        'people'
      )}; the
      <a href="/people/outbox">outbox</a> says whether it was taken. Or copy it into any messenger.{:else if news.waitsFor > 0}A
      message to {counted(news.waitsFor, 'person', 'people')} waits in the
      <a href="/people/outbox">outbox</a>. Or copy it into any messenger.{:else}Nobody of the group signs in:
      copy it into any messenger.{/if}
  </p>
  <p class="mt-2 whitespace-pre-line wrap-anywhere">{news.body}</p>
  <div class="mt-2 flex flex-wrap items-center gap-3">
    <CopyText text={news.body} label="Copy the text" />
  </div>
</section>
