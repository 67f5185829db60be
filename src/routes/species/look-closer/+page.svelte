<script lang="ts">
  import { shortcut, shortcutPlace } from '$lib/ui/shortcut';
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { addressOf } from '$core/words';
  import AnythingElse from '$lib/ui/closer/AnythingElse.svelte';
  import NextCheck from '$lib/ui/closer/NextCheck.svelte';
  import Seen from '$lib/ui/closer/Seen.svelte';
  import Suspects from '$lib/ui/closer/Suspects.svelte';
  import Verdict from '$lib/ui/closer/Verdict.svelte';
  import { type Step, addressAfter } from '$lib/ui/closer/closer-address';

  let { data } = $props();
  /** The find without a name that is looked at, where one is. */
  const find = $derived(page.url.searchParams.get('find') ?? '');
  const description = $derived([
    ...data.seen.map(({ entry }) => ['see', entry] as const),
    ...data.unseen.map(({ slug }) => ['cannot', slug] as const)
  ]);

  /** The address of this page after one step. */
  const to = (step: Step): string =>
    addressAfter(
      {
        path: '/species/look-closer',
        site: data.where.site,
        date: page.url.searchParams.has('date') ? data.where.isoDate : '',
        find,
        seen: data.seen.map(({ entry }) => entry),
        unseen: data.unseen.map(({ slug }) => slug),
        question: data.question
      },
      step
    );

  function onkeydown(event: KeyboardEvent) {
    if (!data.answering) return;
    const state = data.answering.states[shortcutPlace(event) ?? -1];
    if (state) void go(to({ see: `${data.answering.slug}~${state.key}` }));
    else if (shortcut(event) === 'n') void go(to({ cannot: data.answering.slug }));
  }
  const go = (address: string) => goto(address, { keepFocus: true, noScroll: true });

  const verdict = $derived(data.verdict);
  const isEmpty = $derived(data.seen.length === 0);
</script>

<svelte:window {onkeydown} />
<svelte:head><title>Look closer · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Look closer</h1>
  <p class="text-ink-2">
    Practice in looking: it says what to check next and what stays open. It names no plant, and never says
    that one may be eaten.
  </p>
</div>
<form
  method="GET"
  class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2"
  data-sveltekit-keepfocus
  data-sveltekit-noscroll
>
  {#if data.where.sites.length > 0}
    <label class="w-[220px] max-sm:w-[46%]"
      ><span class="note font-strong">Where</span><select
        name="site"
        class="select"
        value={data.where.site}
        onchange={(event) => event.currentTarget.form?.requestSubmit()}
        ><option value="">anywhere</option>{#each data.where.sites as site (site.id)}<option value={site.id}
            >{site.name}</option
          >{/each}</select
      ></label
    >
  {/if}
  <div class="w-[170px] max-sm:w-[46%]">
    <label for="when" class="note font-strong">When</label><WhenInput
      id="when"
      name="date"
      kind="date"
      label="When"
      value={data.where.isoDate}
      onchange={() => document.querySelector<HTMLElement>('#when')?.closest('form')?.requestSubmit()}
    />
  </div>
  {#each data.seen as { entry } (entry)}<input type="hidden" name="see" value={entry} />{/each}
  {#each data.unseen as { slug } (slug)}<input type="hidden" name="cannot" value={slug} />{/each}
  {#if data.question}<input type="hidden" name="ask" value={data.question} />{/if}
  {#if find}<input type="hidden" name="find" value={find} />{/if}
  <noscript><button class="btn btn-line">Set</button></noscript>
</form>

<div
  class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_300px] lg:grid-rows-[auto_1fr] lg:gap-y-0"
  data-sveltekit-keepfocus
  data-sveltekit-noscroll
>
  <div class="grid content-start gap-5 lg:row-span-2">
    <Seen seen={data.seen} unseen={data.unseen} {to} />

    {#if data.answering}
      <NextCheck asked={data.answering} others={data.others} {isEmpty} {to} />
    {:else}
      <p class="border-l-[3px] border-tide pl-3">
        No further check of this library would change much. What stays open stays open.
      </p>
    {/if}

    <AnythingElse glossary={data.glossary} {to} />
  </div>

  <div
    class="max-lg:row-start-1 lg:col-start-2 lg:border-l lg:border-rule lg:pb-5 lg:pl-6"
    aria-live="polite"
  >
    {#if data.where.site && !isEmpty && data.viewer?.role !== 'learner'}
      <p class="note mb-3">
        {#if find}<a
            class="btn btn-line"
            href={addressOf(`/ground/${data.where.site}/finds/${find}`, description)}
            >Back to the find, with this description</a
          >{:else}<a
            class="btn btn-line"
            href={addressOf(`/ground/${data.where.site}/finds/new`, [
              ['date', data.where.isoDate],
              ...description
            ])}>Keep as a find without a name</a
          >{/if}
      </p>
    {/if}
    <Verdict {verdict} {isEmpty} {to} />
  </div>

  <aside class="lg:col-start-2 lg:border-l lg:border-rule lg:pl-6">
    <Suspects
      suspects={data.suspects}
      other={data.other}
      question={data.question}
      taxa={data.taxa}
      {isEmpty}
      {to}
      plantAt={(slug, stage) => addressOf(`/species/${slug}`, [['stage', stage]])}
    />
  </aside>
</div>
