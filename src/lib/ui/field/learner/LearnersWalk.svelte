<script lang="ts">
  import BookOpen from '@lucide/svelte/icons/book-open';
  import House from '@lucide/svelte/icons/house';
  import Leaf from '@lucide/svelte/icons/leaf';
  import ScrollText from '@lucide/svelte/icons/scroll-text';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import type { LearnerPack } from '$core/field';
  import { LibraryDocument, compileLibrary } from '$core/knowledge';
  import { counted, localMoment } from '$core/words';
  import Key from '../day/Key.svelte';
  import type { newsForLearner } from '../take-along';
  import Brief from './Brief.svelte';
  import Closer from './Closer.svelte';
  import Plant from './Plant.svelte';
  import Tasks from './Tasks.svelte';
  import Words from './Words.svelte';

  /** What a learner has on their phone: to read and to look closer, without network. Nothing is recorded. */
  interface Props {
    pack: LearnerPack;
    ask: () => ReturnType<typeof newsForLearner>;
    takeOff: () => void;
  }
  let { pack, ask, takeOff }: Props = $props();
  const library = $derived(compileLibrary(LibraryDocument.parse(pack.library)).library);
  let news = $state.raw<Awaited<ReturnType<Props['ask']>>>();
  onMount(() => void ask().then((heard) => (news = heard)));
  const tasks = $derived(news?.tasks ?? pack.tasks);
  const [screen = '', said = ''] = $derived((page.url.hash.slice(1) || 'brief').split('?'));
  // Another screen, or another step, is read from its top.
  $effect(() => {
    void page.url.hash;
    scrollTo(0, 0);
  });
  const places = [
    { key: 'brief', label: 'Brief', icon: ScrollText },
    { key: 'closer', label: 'Look closer', icon: Leaf },
    { key: 'words', label: 'Words', icon: BookOpen },
    { key: 'tasks', label: 'Tasks', icon: House }
  ];
</script>

<div class="mx-auto flex min-h-dvh max-w-[640px] flex-col px-4 pb-[110px]">
  <header class="flex min-h-[56px] items-center justify-between gap-3 border-b-[3px] border-ink">
    <span class="truncate font-strong">{pack.walk.name}</span>
    <span class="note shrink-0">on this phone</span>
  </header>
  <main id="field" class="grid flex-1 content-start gap-4 py-4">
    {#each news?.words ?? [] as words, nth (nth)}<p
        role="status"
        class="border-l-[6px] border-ink pl-3 font-strong"
      >
        {words}
      </p>{/each}
    {#if screen === 'closer'}<Closer {pack} {library} said={new URLSearchParams(said)} />
    {:else if screen === 'plant'}<Plant {pack} {library} said={new URLSearchParams(said)} />
    {:else if screen === 'words'}<Words {library} />
    {:else if screen === 'tasks'}<Tasks {tasks} />
    {:else}
      <Brief {pack} />
      <p class="note border-t-[3px] border-ink pt-2">
        Kept {localMoment(new Date(pack.takenAt), pack.walk.timeZone)}{tasks.length > 0
          ? `, with ${counted(tasks.length, 'task')}`
          : ''}. A newer brief is said here where there is network.
      </p>
      <Key title="Take it off this phone" onclick={takeOff} />
    {/if}
  </main>
</div>
<nav
  aria-label="On this phone"
  class="fixed inset-x-0 bottom-0 z-20 mx-auto grid max-w-[640px] grid-cols-4 border-t-[3px] border-ink bg-paper"
>
  {#each places as { key, label, icon: Icon } (key)}
    <a
      href="#{key}"
      aria-current={screen === key ? 'page' : undefined}
      class={[
        'grid min-h-[68px] content-center justify-items-center gap-1 text-[15px] font-strong no-underline',
        screen === key && 'bg-ink text-paper'
      ]}><Icon size={26} aria-hidden="true" />{label}</a
    >
  {/each}
</nav>
