<script lang="ts">
  import LockKeyhole from '@lucide/svelte/icons/lock-keyhole';
  import { onMount } from 'svelte';
  import type { HealthAlong } from '$core/field';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Key from './Key.svelte';

  /** Health notes of the walk: opened by a PIN, for a minute, and shut as soon as the phone is put away. */
  let { phone }: { phone: Phone } = $props();
  const openFor = 60;
  let triesLeft = $state<number>();
  let hasLooked = $state(false);
  let pin = $state('');
  let said = $state('');
  let isBusy = $state(false);
  let notes = $state.raw<HealthAlong['notes']>();
  let secondsLeft = $state(0);

  async function look() {
    triesLeft = await phone.healthTries();
    hasLooked = true;
  }
  const shut = () => (notes = undefined);
  onMount(() => {
    void look();
    const timer = setInterval(() => {
      if (notes && (secondsLeft -= 1) <= 0) shut();
    }, 1000);
    const onHide = () => document.visibilityState === 'hidden' && shut();
    document.addEventListener('visibilitychange', onHide);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', onHide);
    };
  });

  async function open(event: SubmitEvent) {
    event.preventDefault();
    isBusy = true;
    said = '';
    const opened = await phone.openHealth(pin);
    pin = '';
    isBusy = false;
    if (opened === 'right') said = 'That is the PIN. In a rehearsal the notes stay shut.';
    else if (opened && 'notes' in opened) {
      notes = opened.notes;
      secondsLeft = openFor;
    } else if (opened)
      said =
        opened.triesLeft > 0
          ? `That is not the PIN. ${counted(opened.triesLeft, 'try', 'tries')} left; then the notes go off this phone.`
          : 'That was the last try: the notes are off this phone.';
    await look();
  }
</script>

<h1 class="flex items-center gap-2"><LockKeyhole size={26} aria-hidden="true" />Health notes</h1>
{#if notes}
  <p class="font-strong" role="status">For leaders only. Shut in {secondsLeft} s.</p>
  {#each notes as note, nth (nth)}
    <section class="border-t-[3px] border-ink pt-2">
      <h2 class="text-[20px]">{note.person}</h2>
      <p class="text-[18px]">{note.label}{note.words ? `: “${note.words}”` : ''}</p>
      {#each note.matches as match, i (i)}<p class="border-l-[6px] border-rosehip pl-3">
          <strong>{match.name}</strong>: {match.why}
        </p>{/each}
    </section>
  {:else}<p>No note of this group touches this walk. That is no word that nobody has anything: ask.</p>{/each}
  <Key title="Shut them" look="next" onclick={shut} />
{:else if triesLeft !== undefined}
  <p>Turn away from the group, and open them for a minute. That you did is noted.</p>
  {#if said}<p class="border-l-[6px] border-rosehip pl-3 font-strong" role="alert">{said}</p>{/if}
  <form class="grid gap-3" onsubmit={open}>
    <label class="grid gap-1 font-strong"
      >PIN<input class="input text-[22px]" type="password" autocomplete="off" bind:value={pin} /></label
    >
    <button
      class="min-h-[64px] cursor-pointer rounded-[4px] border-[3px] border-ink bg-ink px-4 text-left text-[19px] font-strong text-paper"
      disabled={isBusy || pin === ''}>{isBusy ? 'Opening …' : 'Open them'}</button
    >
  </form>
{:else if hasLooked}
  {#if said}<p class="border-l-[6px] border-rosehip pl-3 font-strong" role="alert">{said}</p>{/if}
  <p>
    None are on this phone. A leader takes them along beside <em>Take it along</em>, where there is network
    and the school allows it; a day after the walk they are gone.
  </p>
{/if}
