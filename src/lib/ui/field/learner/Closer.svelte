<script lang="ts">
  import { type LearnerPack, closerOnPhone } from '$core/field';
  import type { Library } from '$core/knowledge';
  import { addressOf, longDate } from '$core/words';
  import AnythingElse from '$lib/ui/closer/AnythingElse.svelte';
  import NextCheck from '$lib/ui/closer/NextCheck.svelte';
  import Seen from '$lib/ui/closer/Seen.svelte';
  import Suspects from '$lib/ui/closer/Suspects.svelte';
  import Verdict from '$lib/ui/closer/Verdict.svelte';
  import { type Step, addressAfter } from '$lib/ui/closer/closer-address';

  /** Practice in looking, where the group is. What was said stands behind the # of the address: Back takes a step back. */
  let { pack, library, said }: { pack: LearnerPack; library: Library; said: URLSearchParams } = $props();
  const view = $derived(closerOnPhone(pack, library, said));
  const isEmpty = $derived(view.seen.length === 0);
  const to = (step: Step): string =>
    addressAfter(
      {
        path: '#closer',
        site: '',
        date: '',
        find: '',
        seen: view.seen.map(({ entry }) => entry),
        unseen: view.unseen.map(({ slug }) => slug),
        question: view.question
      },
      step
    );
</script>

<h1>Look closer</h1>
<p class="text-ink-2">
  Practice in looking at {pack.walk.site} on {longDate(pack.walk.isoDate)}: it says what to check next and
  what stays open. It never says that one may be eaten.
</p>
<div aria-live="polite"><Verdict verdict={view.verdict} {isEmpty} {to} /></div>
<Seen seen={view.seen} unseen={view.unseen} {to} />
{#if view.answering}
  <NextCheck asked={view.answering} others={view.others} {isEmpty} {to} />
{:else}<p class="border-l-[3px] border-tide pl-3">
    No further check of this library would change much. What stays open stays open.
  </p>{/if}
<Suspects
  suspects={view.suspects}
  other={view.other}
  question={view.question}
  taxa={view.taxa}
  {isEmpty}
  {to}
  plantAt={(slug, stage) =>
    addressOf('#plant', [
      ['of', slug],
      ['stage', stage]
    ])}
/>
<AnythingElse glossary={view.glossary} {to} />
