<script lang="ts">
  import Signpost from '@lucide/svelte/icons/signpost';
  import Wifi from '@lucide/svelte/icons/wifi';
  import WifiOff from '@lucide/svelte/icons/wifi-off';
  import { goto, invalidateAll } from '$app/navigation';
  import type { GroupAct } from '$core/learning';
  import { nameWithin } from '$core/knowledge';
  import { counted, listed } from '$core/words';
  import type { ScreenView } from '$lib/server/learning/group';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import DivisionBars from '$lib/ui/group/DivisionBars.svelte';
  import Specimen from '$lib/ui/group/Specimen.svelte';
  import Summary from '$lib/ui/group/Summary.svelte';
  import { watch } from '$lib/ui/group/watch';
  import { askedOf, choicesOf } from '$lib/ui/group/words';
  import { shortcut } from '$lib/ui/shortcut';

  let { data, form } = $props();
  /** What came by the stream, where it is newer than the page. */
  let streamed = $state<ScreenView>();
  const screen = $derived(streamed && streamed.step >= data.screen.step ? streamed : data.screen);
  let isLive = $state(true);
  let isCodeHidden = $state(false);
  let isCounting = $state(false);
  const { join } = $derived(data);
  const question = $derived(screen.question);
  const isAsking = $derived(screen.phase === 'asked' || screen.phase === 'divided');

  $effect(() =>
    watch<ScreenView>(
      `/together/${data.id}/stream`,
      (view) => (streamed = view),
      (live) => (isLive = live)
    )
  );

  /** What the leader can do now, with the key for it; the first one goes on. */
  const acts = $derived.by((): { act: GroupAct; words: string; key: string }[] => {
    const next = { act: 'ask', words: screen.position === 0 ? 'First specimen' : 'Next specimen' } as const;
    // In the middle no key ends it: a round that is over is over.
    const end = { act: 'close', words: 'End the round', key: '' } as const;
    switch (screen.phase) {
      case 'joining':
        return [{ ...next, key: 'Enter' }, end];
      case 'asked':
        return [
          { act: 'divide', words: 'How the room divides', key: 'd' },
          { act: 'tell', words: 'What it is, and why', key: 'Enter' }
        ];
      case 'divided':
        return [{ act: 'tell', words: 'What it is, and why', key: 'Enter' }];
      case 'told':
        return screen.position < screen.length
          ? [{ ...next, key: 'Enter' }, end]
          : [{ ...end, key: 'Enter' }];
      case 'closed':
        return [];
    }
  });

  /** What a group does over a specimen. */
  const steps = (asked: NonNullable<ScreenView['question']>) => [
    'Talk in pairs first',
    choicesOf(asked)
      .map(({ title }, i, { length }) =>
        [i === length - 1 ? 'or ' : '', i === 0 ? title : title.toLowerCase()].join('')
      )
      .join(', '),
    asked.letters.length > 0
      ? `Which part decides: ${asked.letters.map(({ letter }) => letter).join(', ')}`
      : 'What decides',
    'How sure you are'
  ];

  const forms: Partial<Record<GroupAct, HTMLFormElement>> = {};

  function onkeydown(event: KeyboardEvent) {
    const key = shortcut(event);
    const isOnControl = event.target instanceof HTMLElement && event.target.closest('button, a') !== null;
    if (!key || (key === 'Enter' && isOnControl)) return;
    if (key === 'Escape') void goto('/together');
    else if (key === 'c') isCodeHidden = !isCodeHidden;
    else if (key === 'h' && isAsking) isCounting = !isCounting;
    else {
      const found = acts.find((one) => one.key === key);
      if (!found) return;
      event.preventDefault();
      forms[found.act]?.requestSubmit();
    }
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>{screen.name} · Good Trail</title></svelte:head>
<main id="main" class="mx-auto flex min-h-screen max-w-[1500px] flex-col px-4 py-4 lg:px-8">
  <header class="flex flex-wrap items-baseline gap-x-5">
    <a href="/together" class="flex items-center gap-2 font-serif text-[21px] font-semibold no-underline"
      ><Signpost size={24} class="self-center" aria-hidden="true" />Good Trail</a
    >
    <h1 class="text-[19px]! font-normal!">
      {screen.name}{screen.position > 0 ? ` · specimen ${screen.position} of ${screen.length}` : ''}
    </h1>
    <p class={['note ml-auto flex items-center gap-2', isLive ? 'text-ink-2' : 'text-ochre']} role="status">
      {#if isLive}<Wifi size={17} aria-hidden="true" />{counted(screen.phones, 'phone')}
      {:else}<WifiOff size={17} aria-hidden="true" />no connection; trying again{/if}
    </p>
  </header>
  {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}

  {#if screen.phase === 'closed'}
    <Summary summary={data.summary} name={screen.name} />
  {:else}
    <div class="mt-2 grid flex-1 gap-x-9 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div class="min-w-0">
        {#if screen.phase === 'joining'}
          <div class="plate grid h-full content-center justify-items-center gap-5 p-6 text-plate-second">
            <svg
              viewBox="-2 -2 {join.square.size + 4} {join.square.size + 4}"
              class="w-[min(46vh,80%)] bg-plate-paper"
              role="img"
              aria-label="A square that leads a phone to {join.at} with the code"
              shape-rendering="crispEdges"><path d={join.square.path} fill="#1f2d26" /></svg
            >
            <p class="text-[22px]">Point a phone’s camera at it, or type the address and the code.</p>
          </div>
        {:else}
          <Specimen
            view={screen}
            class="h-full max-h-[calc(100vh-150px)]"
            source="/together/{data.id}/specimen?{screen.position}"
          />
        {/if}
      </div>
      <div class="grid content-start gap-4">
        {#if screen.phase === 'joining'}
          <p class="font-serif text-[34px] font-semibold leading-[1.2]">Two at a phone, and join</p>
          <p class="text-[22px]" aria-live="polite">
            {screen.phones === 0 ? 'No phone is in yet.' : `${counted(screen.phones, 'phone')} in`}
          </p>
        {:else if screen.told}
          {@const { truth, contrast, reasons } = screen.told}
          <div>
            <p class="font-serif text-[31px] font-semibold leading-[1.2]">
              {truth.lead}
              {nameWithin(truth.name)}
            </p>
            <p class="font-serif text-[20px] italic text-ink-2">{truth.scientific}</p>
          </div>
          {#if contrast}
            <ol class="m-0 grid list-none gap-2 p-0">
              {#each contrast.rows as row, i (i)}<li class="flex gap-3 border-t border-rule pt-2">
                  <span class="disc shrink-0">{i + 1}</span>
                  <div class="leading-[22px]">
                    <strong>{row.name}</strong><br />{contrast.target}: {row.target}<br
                    />{contrast.lookalike}: {row.lookalike}
                    {#if row.unseen}<span class="note text-ink-2">({row.unseen})</span>{/if}
                  </div>
                </li>{/each}
            </ol>
          {/if}
          {#if screen.told.telling.length > 0}<p>
              {screen.told.telling.length === 1 ? 'The part that tells' : 'The parts that tell'}:
              <strong>{listed(screen.told.telling)}</strong>
            </p>{/if}
          {#each reasons as reason, i (i)}<p class="text-ink-2">{reason}</p>{/each}
        {:else if question}
          <p class="font-serif text-[36px] font-semibold leading-[1.2]">{askedOf(question)}</p>
          {#if !screen.division}
            <ol class="m-0 list-none border-t-[1.5px] border-ink p-0 text-[19px]">
              {#each steps(question) as line, i (i)}<li
                  class="flex items-center gap-4 border-b border-rule py-2"
                >
                  <span class="disc shrink-0">{i + 1}</span>{line}
                </li>{/each}
            </ol>
          {/if}
        {/if}
        {#if screen.division && question}
          <section aria-label="How the room divides">
            {#if !screen.told}<h2 class="mb-2">How the room divides</h2>{/if}
            <DivisionBars division={screen.division} choices={choicesOf(question)} />
          </section>
        {/if}
        {#if isAsking}
          {@const raised = Object.values(screen.hands).reduce((sum, n) => sum + n, 0)}
          <section aria-label="Answers" aria-live="polite">
            <p class="font-serif text-[30px] font-semibold">
              Answered {screen.answered} of {screen.phones}
            </p>
            {#if screen.phones <= 30}
              <div class="flex h-[52px] items-end gap-[3px] border-b-[1.5px] border-ink" aria-hidden="true">
                {#each { length: screen.phones } as _, i (i)}<span
                    class={[
                      'h-[46px] max-w-[10px] flex-1 [clip-path:polygon(50%_0,100%_14%,100%_100%,0_100%,0_14%)]',
                      i < screen.answered ? 'bg-ink' : 'bg-rule'
                    ]}
                  ></span>{/each}
              </div>
            {:else}
              <progress class="h-3 w-full" max={screen.phones} value={screen.answered}></progress>
            {/if}
            <p class="text-ink-2">
              {raised > 0 ? `and ${counted(raised, 'raised hand')}; ` : ''}who said what stays closed
            </p>
          </section>
        {/if}
        {#if !isCodeHidden && !screen.told}
          <section aria-label="To join" class="border-t-[1.5px] border-ink pt-3">
            <p class="text-[18px]">To join, open <strong>{join.at}</strong></p>
            <p class="font-strong text-[58px] leading-[1.15] tracking-[0.06em]">{join.code}</p>
            <p class="text-ink-2">no account needed; no phone: raise a hand</p>
          </section>
        {/if}
        {#if isCounting && isAsking && question}
          <form
            method="POST"
            action="?/hands"
            class="grid gap-2 border-t border-rule pt-3"
            use:enhance={() =>
              async ({ update }) => {
                isCounting = false;
                await update({ reset: false });
              }}
          >
            <h2>Raised hands</h2>
            {#each choicesOf(question) as { value, title } (value)}<label
                class="flex items-center justify-between gap-3"
                >{title}<input
                  name={value}
                  type="number"
                  min="0"
                  max="500"
                  class="input w-24"
                  value={screen.hands[value]}
                /></label
              >{/each}
            <button class="btn btn-line">Count them in</button>
          </form>
        {/if}
      </div>
    </div>
  {/if}

  <footer class="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule pt-2">
    {#if screen.phase !== 'closed'}
      <span class="plate-label">Leader</span>
      {#each acts as { act, words, key }, i (act)}
        <form method="POST" action="?/act" bind:this={forms[act]} use:enhance>
          <input type="hidden" name="act" value={act} /><input
            type="hidden"
            name="step"
            value={screen.step}
          />
          <button class={['btn btn-sm h-10', i === 0 ? 'btn-primary' : 'btn-line']}
            >{words}
            {#if key}<kbd class="kbd kbd-sm max-lg:hidden">{key}</kbd>{/if}</button
          >
        </form>
      {/each}
      {#if isAsking}<button
          type="button"
          class="link note min-h-10"
          onclick={() => (isCounting = !isCounting)}
          >Count hands <kbd class="kbd kbd-sm max-lg:hidden">h</kbd></button
        >{/if}
      {#if !screen.told}<button
          type="button"
          class="link note min-h-10"
          onclick={() => (isCodeHidden = !isCodeHidden)}
          >{isCodeHidden ? 'Show the code' : 'Hide the code'}
          <kbd class="kbd kbd-sm max-lg:hidden">c</kbd></button
        >{/if}
      <details
        class="relative"
        ontoggle={(event) => {
          if (event.currentTarget.open) void invalidateAll();
        }}
      >
        <summary class="link note min-h-10 cursor-pointer content-center">Phones</summary>
        <ul
          class="absolute bottom-11 left-0 z-10 m-0 max-h-[50vh] w-[300px] list-none overflow-auto border-[1.5px] border-ink bg-paper p-3"
        >
          {#each data.seats as seat (seat.id)}<li class="flex items-center gap-3 py-1">
              <span class="min-w-0 flex-1 break-words">{seat.name}</span>
              {#if seat.isFree}<span class="fine text-ink-2">may come back</span>
              {:else}<form method="POST" action="?/free" use:enhance>
                  <input type="hidden" name="seat" value={seat.id} /><button class="link note min-h-10"
                    >Free the name</button
                  >
                </form>{/if}
            </li>{:else}<li class="note text-ink-2">No phone is in yet.</li>{/each}
        </ul>
      </details>
    {/if}
    <a href="/together" class="note ml-auto"
      >{screen.phase === 'closed' ? 'All rounds' : 'Leave it; the round is kept'}
      <kbd class="kbd kbd-sm max-lg:hidden">Esc</kbd></a
    >
    <p class="fine w-full text-ink-2">
      Good Trail lists checks. It never says that a plant is safe; local law and the landowner come first.
    </p>
  </footer>
</main>
