<script lang="ts">
  import CalendarPlus from '@lucide/svelte/icons/calendar-plus';
  import FileDown from '@lucide/svelte/icons/file-down';
  import Route from '@lucide/svelte/icons/route';
  import ScanSearch from '@lucide/svelte/icons/scan-search';

  /** The brief as files: PDFs are made on the server, with their progress shown. */
  interface Props {
    walkId: string;
    isLeader: boolean;
  }
  let { walkId, isLeader }: Props = $props();
  const kinds = $derived([
    ...(isLeader ? [{ kind: 'brief', label: 'Leaders’ PDF' }] : []),
    { kind: 'learners', label: isLeader ? 'Learners’ PDF' : 'PDF' },
    { kind: 'short', label: 'In short, two pages' },
    { kind: 'cards', label: 'Pocket cards' }
  ]);
  let making = $state<string>();
  let share = $state(0);
  let problem = $state<string>();
  const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));

  async function make(kind: string) {
    [making, share, problem] = [kind, 0, undefined];
    try {
      const address = `/walks/${walkId}/print/${kind}`;
      let response = await fetch(address, { method: 'POST' });
      for (;;) {
        const state = await response.json();
        if (!response.ok) throw new Error(state.message ?? 'The PDF could not be made.');
        share = state.share;
        if (state.state === 'failed') throw new Error(state.problem ?? 'The PDF could not be made.');
        if (state.state === 'done') break;
        await pause(250);
        response = await fetch(`${address}?state`, { cache: 'no-store' });
      }
      window.location.assign(address);
    } catch (error) {
      problem = error instanceof Error ? error.message : 'The PDF could not be made.';
    }
    making = undefined;
  }
</script>

<div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-2">
  {#each kinds as { kind, label } (kind)}
    <button
      type="button"
      class="btn btn-line btn-sm"
      disabled={making !== undefined}
      onclick={() => make(kind)}><FileDown size={16} aria-hidden="true" />{label}</button
    >
  {/each}
  <a class="btn btn-line btn-sm" href="/walks/{walkId}/files/calendar" data-sveltekit-reload
    ><CalendarPlus size={16} aria-hidden="true" />Calendar</a
  >
  <a class="btn btn-line btn-sm" href="/walks/{walkId}/files/route" data-sveltekit-reload
    ><Route size={16} aria-hidden="true" />Route, GPX</a
  >
  {#if isLeader}<a class="btn btn-line btn-sm" href="/walks/{walkId}/find-cards" data-sveltekit-reload
      ><ScanSearch size={16} aria-hidden="true" />Find cards</a
    >{/if}
  {#if making}
    <span class="note flex items-center gap-2" role="status"
      >Laying out the pages … <progress class="progress w-32" value={share} max="1"></progress></span
    >
  {/if}
  {#if problem}<span class="note font-strong text-rosehip" role="alert">{problem}</span>{/if}
</div>
