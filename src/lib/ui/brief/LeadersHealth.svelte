<script lang="ts">
  import EyeOff from '@lucide/svelte/icons/eye-off';

  /** Part 5, for leaders only: fetched when it is opened, and kept nowhere. */
  interface Match {
    person: string;
    label: string;
    words: string;
    matches: { taxon: string; name: string; why: string }[];
  }
  interface Props {
    walkId: string;
  }
  let { walkId }: Props = $props();
  let notes = $state<Match[]>();
  let problem = $state<string>();

  async function open() {
    problem = undefined;
    try {
      const response = await fetch(`/walks/${walkId}/health`, { cache: 'no-store' });
      const body = await response.json();
      if (response.ok) notes = body.notes;
      else problem = body.message ?? 'They could not be read.';
    } catch {
      problem = 'There is no connection.';
    }
  }
</script>

<section class="no-print mt-9 border-t border-ink pt-4">
  <h2 class="flex items-center gap-2">
    <EyeOff size={18} aria-hidden="true" />For leaders only: health notes
  </h2>
  {#if notes}
    {#each notes as note, nth (nth)}
      <p class="note mt-2">
        <strong>{note.person}</strong>: {note.label}{note.words ? `, “${note.words}”` : ''}.
        {#each note.matches as match (match.taxon)}<span class="block text-ochre"
            ><strong>{match.name}</strong>: {match.why}</span
          >{:else}<span class="text-ink-2">No taxon of this walk is known to speak to it.</span>{/each}
      </p>
    {:else}<p class="note text-ink-2">None are kept for this group.</p>{/each}
    <button
      type="button"
      class="link-line note mt-2 min-h-6 cursor-pointer"
      onclick={() => (notes = undefined)}>Close them</button
    >
  {:else}
    <p class="note text-ink-2">
      They are put together when they are opened, and stand in no stored brief, no PDF and no print. Each look
      is logged.
    </p>
    {#if problem}<p class="note font-strong text-rosehip" role="alert">{problem}</p>{/if}
    <button type="button" class="btn btn-line btn-sm mt-2" onclick={open}>Open the health notes</button>
  {/if}
</section>
