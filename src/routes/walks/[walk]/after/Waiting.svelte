<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { counted } from '$core/words';
  import { sendEvents } from '$lib/ui/field/send-events';
  import { sendWaiting } from '$lib/ui/field/sender';
  import { FieldStore } from '$lib/ui/field/store';

  /** What of a walk waits on this device, or was refused; nothing is shown where nothing is. */
  let { walkId }: { walkId: string } = $props();
  let waiting = $state(0);
  let refused = $state<string[]>([]);
  let store: FieldStore | undefined;

  async function look() {
    const kept = await store!.eventsOf(walkId);
    waiting = kept.filter(({ state }) => state === 'waiting').length;
    refused = kept.flatMap(({ state, problem }) => (state === 'refused' ? [problem ?? 'refused'] : []));
  }
  onMount(() => {
    // A browser without a store has nothing that waits.
    void FieldStore.open()
      .then((opened) => {
        store = opened;
        return look();
      })
      .catch(() => undefined);
  });
  async function send() {
    await sendWaiting(store!, page.data['viewer']!.personId, sendEvents);
    await look();
    await invalidateAll();
  }
</script>

{#if waiting > 0 || refused.length > 0}
  <section class="border-l-4 border-ochre pl-3">
    <h3>Bring it in</h3>
    {#if waiting > 0}<p>{counted(waiting, 'entry', 'entries')} of this device wait to be sent.</p>
      <button type="button" class="btn btn-line mt-1" onclick={send}>Send now</button>{/if}
    {#each refused as problem, nth (nth)}<p class="mt-1">
        Refused: {problem} What it said is on the phone under <em>Walk</em>; tap it anew, or write it down as
        a remark.
      </p>{/each}
  </section>
{/if}
