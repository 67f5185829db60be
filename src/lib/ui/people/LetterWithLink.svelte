<script lang="ts">
  import Mail from '@lucide/svelte/icons/mail';
  import Copy from '@lucide/svelte/icons/copy';

  interface Props {
    letter: { to: string; subject: string; body: string; wentByMail: boolean };
  }
  let { letter }: Props = $props();
  let isCopied = $state(false);
  const mail = $derived(
    `mailto:${encodeURIComponent(letter.to)}?subject=${encodeURIComponent(letter.subject)}&body=${encodeURIComponent(letter.body)}`
  );
  async function copy() {
    await navigator.clipboard.writeText(letter.body);
    isCopied = true;
  }
  const id = $props.id();
</script>

<section
  class="my-3 grid max-w-[720px] gap-2 border border-rule bg-shade px-4 py-3"
  aria-labelledby="{id}-title"
>
  <h2 id="{id}-title">To {letter.to}</h2>
  <p class="note text-ink-2">
    {#if letter.wentByMail}It is on its way by e-mail. Where that does not arrive, send it yourself: the link
      stands here once, and whoever has it can use it.{:else}The link stands here once. Whoever has it can use
      it: send it to nobody else, and close this page when it is sent.{/if}
  </p>
  <textarea class="textarea font-mono text-[13px]" rows="10" readonly aria-label="Letter with the link"
    >{letter.body}</textarea
  >
  <div class="flex flex-wrap gap-3">
    <a class="btn btn-primary btn-sm" href={mail}
      ><Mail size={15} aria-hidden="true" /> Write it as an e-mail</a
    >
    <button type="button" class="btn btn-line btn-sm" onclick={copy}
      ><Copy size={15} aria-hidden="true" /> {isCopied ? 'Copied' : 'Copy the letter'}</button
    >
  </div>
</section>
