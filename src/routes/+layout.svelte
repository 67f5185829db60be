<script lang="ts">
  import { shortcut } from '$lib/ui/shortcut';
  import '../app.css';
  import CircleUser from '@lucide/svelte/icons/circle-user-round';
  import Search from '@lucide/svelte/icons/search';
  import SignpostIcon from '@lucide/svelte/icons/signpost';
  import X from '@lucide/svelte/icons/x';
  import { onMount } from 'svelte';
  import { afterNavigate, goto } from '$app/navigation';
  import { page } from '$app/state';
  import { keepOnlyOf } from '$lib/ui/field/keep-only-of';
  import Notice from '$lib/ui/Notice.svelte';
  import Signpost from '$lib/ui/Signpost.svelte';
  import { armsFor } from '$lib/ui/navigation';
  import { dayAndMonth } from '$core/words';
  import { refusal } from '$lib/ui/form/forms.svelte';

  let { data, children } = $props();
  /** Pages that fill what they are shown on, without the places around them. */
  const isBare = $derived(page.route.id === '/field' || page.route.id === '/together/[group]');
  let isWaiting = false;
  afterNavigate(refusal.forget);
  // Says that the page answers to mouse and keys now.
  onMount(() => {
    document.documentElement.dataset['alive'] = 'yes';
    if (data.viewer) void keepOnlyOf(data.viewer.personId);
  });

  /** `/` searches, `?` lists the keys, `g` and then the letter of a place goes there. */
  function onkeydown(event: KeyboardEvent) {
    const key = shortcut(event);
    if (!key || !data.viewer) return;
    if (key === '/') {
      event.preventDefault();
      void goto('/search');
    } else if (key === '?') void goto('/me#keys');
    else if (isWaiting) {
      isWaiting = false;
      const arm = armsFor(data.viewer.role).find((one) => one.key === key);
      if (arm) void goto(arm.href);
    } else if (key === 'g') {
      isWaiting = true;
      setTimeout(() => (isWaiting = false), 1500);
    }
  }
</script>

<svelte:window {onkeydown} />

<a
  href={page.route.id === '/field' ? '#field' : '#main'}
  class="sr-only focus:not-sr-only focus:absolute focus:z-[2000] focus:bg-paper focus:p-3">Skip to the page</a
>
{#if refusal.words}
  <div class="no-print pointer-events-none fixed inset-x-0 top-0 z-[1900] flex justify-center px-4">
    <div class="pointer-events-auto relative mt-3 max-w-[640px] bg-paper shadow-lg [&>.note]:my-0">
      <Notice kind="problem"
        ><span class="block pr-8">{refusal.words}</span><button
          type="button"
          class="absolute right-1 top-0 grid h-11 w-11 place-items-center"
          aria-label="Close"
          onclick={refusal.forget}><X size={18} aria-hidden="true" /></button
        ></Notice
      >
    </div>
  </div>
{/if}
{#if isBare}
  {@render children()}
{:else if data.viewer && !page.route.id?.startsWith('/join')}
  <div class="mx-auto flex min-h-screen max-w-[1360px]">
    <Signpost viewer={data.viewer} />
    <div class="flex min-w-0 flex-1 flex-col px-4 pb-[74px] pt-3 lg:px-7 lg:pb-3 lg:pt-5">
      <header class="no-print mb-3 flex items-center justify-between lg:hidden">
        <a href="/today" class="flex items-center gap-2 font-serif text-[19px] font-semibold no-underline"
          ><SignpostIcon size={22} aria-hidden="true" />Good Trail</a
        >
        <a
          href="/search"
          class="ml-auto mr-2 grid h-11 w-11 place-items-center"
          aria-label="Search everything"><Search size={21} aria-hidden="true" /></a
        >
        <a href="/me" class="fine flex min-h-11 items-center gap-2 no-underline"
          >{#if data.viewer.demoDate}{dayAndMonth(data.viewer.demoDate)}{/if}<CircleUser
            size={22}
            aria-hidden="true"
          /><span class="sr-only">You</span></a
        >
      </header>
      <main id="main" class="flex-1">{@render children()}</main>
      <footer class="fine mt-6 border-t border-rule pt-2 text-ink-2">
        Good Trail lists checks. It never says that a plant is safe; local law and the landowner come first.
        If somebody is ill, call the emergency number.
      </footer>
    </div>
  </div>
{:else}
  <main id="main" class="mx-auto min-h-screen max-w-[980px] px-4 py-8">{@render children()}</main>
{/if}
