<script lang="ts">
  import PhoneIcon from '@lucide/svelte/icons/phone';
  import UserCheck from '@lucide/svelte/icons/user-check';
  import { v7 as uuid } from 'uuid';
  import {
    type WalkEventOf,
    attendances,
    beforeStart,
    leadersNeeded,
    minutesAt,
    hasBegun,
    stopName
  } from '$core/field';
  import { clockTime } from '$core/route';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Reason from './Reason.svelte';
  import Toggle from './Toggle.svelte';

  /** Who is here, and a head count where the group stands. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack } = $derived(phone);
  const isUnderWay = $derived(hasBegun(day));
  const isOver = $derived(isUnderWay && !day.at && !day.next);
  /** Between two stops the count belongs to the one that was left. */
  const left = $derived(day.stops.findLast(({ leftAt }) => leftAt !== undefined));
  const where = $derived(!isUnderWay ? 'start' : (day.at?.id ?? (isOver ? 'end' : (left?.id ?? 'start'))));
  const whereWords = $derived(
    where === 'start' ? 'before setting out' : where === 'end' ? 'at the end' : `at ${stopName(pack, where)}`
  );
  const expected = $derived(day.here.length);
  let missing = $state<string[]>([]);
  let isShort = $state(false);
  let reason = $state('');
  let isListOpen = $state(false);
  let guest = $state('');
  let isMinor = $state(false);
  let hasConsent = $state(false);
  const { needed, have } = $derived(leadersNeeded(pack, day));
  const open = $derived(beforeStart(pack, day));
  const labels = { here: 'here', late: 'late', 'not coming': 'not coming' } as const;

  async function count(numbers: Pick<WalkEventOf<'head count'>, 'counted' | 'missing' | 'reason'>) {
    if (await phone.tap('head count', { where, expected, ...numbers })) {
      missing = [];
      isShort = false;
      reason = '';
    }
  }
  async function addGuest() {
    if (!guest.trim()) return;
    if (await phone.tap('guest', { person: uuid(), name: guest.trim(), isMinor, hasConsent })) {
      guest = '';
      isMinor = hasConsent = false;
    }
  }
  const lastSeen = (id: string) => day.people.find((one) => one.id === id)?.lastCounted;
  const placeWords = (at: string) =>
    at === 'start' ? 'before setting out' : at === 'end' ? 'at the end' : `at ${stopName(pack, at)}`;
</script>

{#snippet roster()}
  <ul class="m-0 grid list-none gap-3 p-0">
    {#each day.people as person (person.id)}
      {@const needsConsent = person.isMinor && !person.hasConsent}
      <li class="border-b border-ink pb-3">
        <p class="mb-1 flex flex-wrap items-baseline gap-x-3">
          <strong class="text-[19px]">{person.name}</strong>
          {#if person.isGuest}<span>guest</span>{/if}
          {#if person.isMinor}<span class={needsConsent ? 'font-strong text-rosehip' : ''}
              >under 18, {person.hasConsent ? 'consent given' : 'no consent: does not come along'}</span
            >{/if}
        </p>
        <Choice
          legend="{person.name}: is here?"
          isLegendShown={false}
          value={person.state}
          options={attendances.map((value) => ({ value, label: labels[value] }))}
          onchoose={(state) => phone.tap('attendance', { person: person.id, state })}
        />
      </li>
    {/each}
  </ul>
  <details class="border-b border-ink pb-3">
    <summary class="unfolds">Somebody else came along</summary>
    <div class="grid gap-3">
      <label class="grid gap-1 font-strong"
        >Name<input class="input" maxlength="80" bind:value={guest} /></label
      >
      <label class="flex min-h-[56px] items-center gap-3"
        ><input type="checkbox" class="checkbox" bind:checked={isMinor} />under 18</label
      >
      {#if isMinor}<label class="flex min-h-[56px] items-center gap-3"
          ><input type="checkbox" class="checkbox" bind:checked={hasConsent} />a guardian is here, or has
          consented in writing</label
        >{/if}
      <Key title="Add the guest" look={guest.trim() ? 'next' : 'shut'} onclick={addGuest} />
    </div>
  </details>
{/snippet}

{#if !isUnderWay}
  <h1>Who is here</h1>
  {@render roster()}
  {#if pack.leaders.length > 1}
    <section class="grid gap-2" aria-label="Leaders">
      <h2 class="text-[20px]">Leaders</h2>
      {#each pack.leaders as { id, name } (id)}
        {@const isHere = day.leadersHere.includes(id)}
        <Toggle
          isOn={isHere}
          onclick={() => phone.tap('attendance', { person: id, state: isHere ? 'not coming' : 'here' })}
          ><strong>{name}</strong><br />{isHere ? 'here' : 'not here'}</Toggle
        >
      {/each}
    </section>
  {/if}
  <p>
    <strong>{counted(day.here.length, 'person', 'people')} here</strong>, {counted(have, 'leader')};
    {counted(needed, 'leader')} asked for.
  </p>
{/if}

<section class="grid gap-3" aria-label="Head count">
  <h1>Count heads</h1>
  <p class="text-[18px]">{counted(expected, 'person', 'people')} expected, {whereWords}.</p>
  {#if !isShort}
    <Key
      title="All {expected} here"
      look={expected > 0 ? 'next' : 'shut'}
      icon={UserCheck}
      onclick={() => count({ counted: expected, missing: [], reason: '' })}
    />
    <Key title="Another number" does="opens the names" onclick={() => (isShort = true)} />
  {:else}
    <p class="font-strong">Tap who is missing.</p>
    <div class="grid grid-cols-2 gap-2">
      {#each day.here as person (person.id)}
        {@const isMissing = missing.includes(person.id)}
        <Toggle
          isOn={isMissing}
          isDanger={isMissing}
          onclick={() =>
            (missing = isMissing ? missing.filter((id) => id !== person.id) : [...missing, person.id])}
          ><strong>{person.name}</strong>{#if isMissing}<br />missing{/if}</Toggle
        >
      {/each}
    </div>
    {#if missing.length > 0}
      <ul class="m-0 list-none border-l-[6px] border-rosehip p-0 pl-3">
        {#each missing as id (id)}
          {@const seen = lastSeen(id)}
          <li>
            <strong>{phone.personName(id)}</strong> was last counted {seen
              ? `${placeWords(seen.where)}, ${clockTime(Math.floor(minutesAt(pack, seen.at)))}`
              : 'nowhere yet'}.
          </li>
        {/each}
      </ul>
      {#each pack.school.numbers as { label, number }, nth (nth)}
        <Key title="{label}: {number}" icon={PhoneIcon} href="tel:{number.replaceAll(/[^+0-9]/g, '')}" />
      {/each}
    {/if}
    <Reason
      label="Why the group goes on all the same, if it does"
      usual={['met on the way, sent home', 'waits with the other leader']}
      bind:value={reason}
    />
    <Key
      title="Keep: {expected - missing.length} of {expected}"
      look={missing.length > 0 || reason ? 'next' : 'shut'}
      onclick={() => count({ counted: expected - missing.length, missing, reason })}
    />
    <Key title="All here after all" onclick={() => (isShort = false)} />
  {/if}
</section>

{#if isUnderWay}
  <details bind:open={isListOpen}>
    <summary class="unfolds">Who came, who left</summary>
    {#if isListOpen}{@render roster()}{/if}
  </details>
{:else if open.length > 0}
  <section aria-label="Still open" class="border-l-[6px] border-ink pl-3">
    <p class="font-strong">Before setting out</p>
    <ul class="m-0 list-none p-0">
      {#each open as words, nth (nth)}<li>{words}</li>{/each}
    </ul>
  </section>
  <Key title="Go or not" look={day.decision ? 'open' : 'next'} href="#go" />
{:else}
  <Key title="To the first stop" look="next" href="#sheet" />
{/if}
