<script lang="ts">
  import LockKeyhole from '@lucide/svelte/icons/lock-keyhole';
  import { onMount } from 'svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { takeHealthAlong } from '$lib/ui/field/health-along';
  import { pinProblem } from '$lib/ui/field/lock';
  import type { FieldStore, KeptHealth } from '$lib/ui/field/store';
  import { counted, longDate } from '$core/words';

  /** Health notes that touch this walk, locked on a leader's phone. */
  interface Props {
    store: FieldStore;
    walkId: string;
    timeZone: string;
  }
  let { store, walkId, timeZone }: Props = $props();
  let kept = $state.raw<KeptHealth>();
  let pin = $state('');
  let again = $state('');
  let problem = $state('');
  let done = $state('');
  let isBusy = $state(false);
  const look = async () => (kept = await store.health(walkId));
  onMount(() => void look());

  async function take(event: SubmitEvent) {
    event.preventDefault();
    done = '';
    problem = pinProblem(pin) ?? (pin === again ? '' : 'The two are not the same.');
    if (problem) return;
    isBusy = true;
    try {
      const notes = await takeHealthAlong(store, walkId, timeZone, pin);
      done = notes
        ? `${counted(notes, 'note')} locked. Without the PIN nobody reads them, here neither: it is kept nowhere.`
        : 'No note of this group touches this walk; that is what the phone will say.';
      pin = again = '';
    } catch (fault) {
      problem = (fault as Error).message;
    }
    isBusy = false;
    await look();
  }
  async function takeOff() {
    await store.forgetHealth(walkId);
    done = 'They are off this phone.';
    await look();
  }
</script>

<section aria-labelledby="health-along">
  <h2 id="health-along" class="flex items-center gap-2">
    <LockKeyhole size={18} aria-hidden="true" />Health notes on this phone
  </h2>
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  {#if done}<Notice kind="done">{done}</Notice>{/if}
  {#if kept}
    <p class="mt-1 max-w-[60ch]">
      What touches this walk lies here locked until {longDate(kept.until)}. Five wrong PINs take it off.
    </p>
    <button type="button" class="btn btn-line mt-2" onclick={takeOff}>Take them off this phone</button>
  {:else}
    <p class="mt-1 max-w-[60ch] text-ink-2">
      Only what touches this walk, locked by a PIN of yours: opened for a minute at a time, each opening
      noted, gone when the walk is closed or a day later. Not on a phone that learners hold.
    </p>
    <form class="mt-2 flex flex-wrap items-end gap-3" onsubmit={take}>
      <label class="note grid gap-1 font-strong"
        >A PIN of 6 or more<input
          class="input w-[150px]"
          type="password"
          autocomplete="off"
          bind:value={pin}
        /></label
      >
      <label class="note grid gap-1 font-strong"
        >The same again<input
          class="input w-[150px]"
          type="password"
          autocomplete="off"
          bind:value={again}
        /></label
      >
      <button class="btn btn-line" disabled={isBusy}
        >{isBusy ? 'Locking …' : 'Take them along, locked'}</button
      >
    </form>
  {/if}
</section>
