<script lang="ts">
  import Flame from '@lucide/svelte/icons/flame';
  import Scissors from '@lucide/svelte/icons/scissors';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Key from './Key.svelte';
  import OnTheSpot from './OnTheSpot.svelte';

  /** Fire and blades, cups and portions at a stop. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack } = $derived(phone);
  const stop = $derived(pack.stops.find(({ id }) => id === day.at?.id));
  const isLit = $derived(Boolean(stop && day.fires.includes(stop.id)));
  let blades = $state(1);
  let amount = $state(1);
  const served = $derived(day.events.filter((one) => one.kind === 'served' && one.stop === stop?.id).length);
</script>

{#if stop?.activity}
  {@const { activity } = stop}
  <h1 class="first-letter:uppercase">{activity.kind}</h1>
  {#if activity.materials}<p>Needed: {activity.materials}.</p>{/if}
  {#if activity.allergens}<p class="font-strong text-rosehip">
      Contains: {activity.allergens}. Ask before anybody takes any.
    </p>{/if}
  {#if activity.fire}
    <h2>Fire</h2>
    {#if !pack.site.mayFire}<p class="font-strong text-rosehip">There is no leave for fire at this site.</p>
    {:else if isLit}
      <p>Lit. Drown it, stir it, feel the ashes with the back of the hand.</p>
      <Key
        title="Felt cold"
        icon={Flame}
        look="next"
        onclick={() => phone.tap('fire', { stop: stop.id, state: 'felt cold' })}
      />
    {:else}<Key
        title="The fire is lit"
        does="water stands beside it"
        icon={Flame}
        onclick={() => phone.tap('fire', { stop: stop.id, state: 'lit' })}
      />{/if}
  {/if}
  {#if activity.blades}
    <h2>Blades</h2>
    <p>{day.bladesOut > 0 ? `${counted(day.bladesOut, 'blade')} out.` : 'All blades are in.'}</p>
    <label class="grid gap-1 font-strong"
      >How many<input type="number" min="1" max="200" class="input" bind:value={blades} /></label
    >
    <div class="grid grid-cols-2 gap-2">
      <Key
        title="Handed out"
        icon={Scissors}
        onclick={() => phone.tap('blades', { stop: stop.id, state: 'handed out', count: blades })}
      />
      <Key
        title="Handed in"
        look={day.bladesOut > 0 ? 'next' : 'shut'}
        icon={Scissors}
        onclick={() => phone.tap('blades', { stop: stop.id, state: 'handed in', count: blades })}
      />
    </div>
  {/if}
  <OnTheSpot {phone} activity={activity.kind} />
  {#if activity.kind === 'brew' || activity.kind === 'cook over fire'}
    <h2>Served</h2>
    <p>{counted(day.here.length, 'person', 'people')} here; served {served}×.</p>
    <label class="grid gap-1 font-strong"
      >{activity.kind === 'brew' ? 'Cups' : 'Portions'}<input
        type="number"
        min="1"
        max="1000"
        class="input"
        bind:value={amount}
      /></label
    >
    <Key
      title="Keep it"
      onclick={() =>
        phone.tap('served', {
          stop: stop.id,
          what: activity.kind,
          amount,
          unit: activity.kind === 'brew' ? 'cup' : 'portion'
        })}
    />
  {/if}
{/if}
<Key title="Back to the run sheet" href="#sheet" />
