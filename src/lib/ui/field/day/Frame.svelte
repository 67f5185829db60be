<script lang="ts">
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import Clock from '@lucide/svelte/icons/clock';
  import Flag from '@lucide/svelte/icons/flag';
  import Leaf from '@lucide/svelte/icons/leaf';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Siren from '@lucide/svelte/icons/siren';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import Users from '@lucide/svelte/icons/users';
  import Waves from '@lucide/svelte/icons/waves';
  import Wifi from '@lucide/svelte/icons/wifi';
  import WifiOff from '@lucide/svelte/icons/wifi-off';
  import type { Snippet } from 'svelte';
  import { effectiveAt, mayTakeBack, minutesAt, lateWords, wordsOf } from '$core/field';
  import { clockTime } from '$core/route';
  import { dayAndMonth } from '$core/words';
  import type { Phone } from '../phone.svelte';

  interface Props {
    phone: Phone;
    /** Which of the four places at the bottom. */
    place: 'sheet' | 'heads' | 'look' | 'harm';
    back?: { readonly href: string; readonly label: string } | undefined;
    children: Snippet;
  }
  let { phone, place, back, children }: Props = $props();
  const { day, clock, pack } = $derived(phone);
  const last = $derived(
    day.events.findLast(
      (one) => one.phone === pack.phone && one.kind !== 'taken back' && mayTakeBack(one, pack.phone)
    )
  );
  const lastCount = $derived(day.counts.at(-1));
  const places = [
    { key: 'sheet', label: 'Run sheet', icon: ListChecks, href: '#sheet' },
    { key: 'heads', label: 'Heads', icon: Users, href: '#heads' },
    { key: 'look', label: 'Look up', icon: Leaf, href: '#look' },
    { key: 'harm', label: 'Ill or hurt', icon: Siren, href: '#harm' }
  ] as const;
</script>

<div class="mx-auto flex min-h-dvh max-w-[560px] flex-col px-4 pb-[190px]">
  <header class="sticky top-0 z-10 bg-paper">
    <div class="flex min-h-[56px] items-center justify-between gap-3 border-b-[3px] border-ink">
      {#if back}
        <a href={back.href} class="flex min-h-[56px] min-w-0 items-center gap-1 font-strong no-underline"
          ><ChevronLeft size={26} class="shrink-0" aria-hidden="true" /><span class="truncate"
            >{back.label}</span
          ></a
        >
      {:else}<a href="#walk" class="flex min-h-[56px] min-w-0 items-center font-strong no-underline"
          ><span class="truncate">{pack.walk.name}</span></a
        >{/if}
      <span class="text-[20px] font-bold">{clockTime(Math.floor(phone.minute))}</span>
      <a href="#walk" class="flex min-h-[56px] items-center gap-2 no-underline">
        {#if phone.isRehearsal}<span class="border-[3px] border-ink px-2 font-strong">rehearsal</span>
        {:else if phone.waiting > 0}<WifiOff size={22} aria-hidden="true" />{phone.waiting} kept here
        {:else}<Wifi size={22} aria-hidden="true" />all sent{/if}
      </a>
    </div>
    <div
      class="flex min-h-[40px] flex-wrap items-center justify-between gap-x-3 border-b-[3px] border-ink py-1 text-[15px]"
    >
      <span class="flex items-center gap-1 font-strong"
        ><Clock size={19} aria-hidden="true" />{phone.isOtherDay
          ? `on ${dayAndMonth(pack.walk.isoDate)}`
          : lateWords(clock.late)}</span
      >
      <span class="flex items-center gap-1"
        ><Users size={19} aria-hidden="true" /><strong
          >{lastCount ? `${lastCount.counted} of ${day.here.length}` : `${day.here.length} here`}</strong
        ></span
      >
      {#if clock.turnBackBy !== undefined && !phone.isOtherDay}
        <span class={['flex items-center gap-1', phone.minute > clock.turnBackBy && 'text-rosehip']}
          ><Flag size={19} aria-hidden="true" />turn back
          <strong>{clockTime(clock.turnBackBy)}</strong></span
        >{/if}
      {#if clock.shoreUntil !== undefined}
        <span class="flex items-center gap-1"
          ><Waves size={19} aria-hidden="true" />off the shore by
          <strong>{clockTime(clock.shoreUntil)}</strong></span
        >{/if}
    </div>
  </header>
  <main id="field" class="grid flex-1 content-start gap-4 py-4">
    {#each phone.news as words, nth (nth)}<p role="status" class="border-l-[6px] border-ink pl-3 font-strong">
        {words}
      </p>{/each}
    {@render children()}
  </main>
</div>

<div class="fixed inset-x-0 bottom-0 z-20 bg-paper">
  <div class="mx-auto max-w-[560px]">
    {#if phone.said}
      <p role="alert" class="border-t-[3px] border-rosehip px-4 py-2 font-strong text-rosehip">
        {phone.said}
      </p>
    {:else if last}
      <div class="flex items-center justify-between gap-3 border-t border-ink px-4 py-1">
        <span class="min-w-0 truncate text-[16px]"
          >{wordsOf(phone, last)}, {clockTime(Math.floor(minutesAt(pack, effectiveAt(last))))}</span
        >
        <button
          type="button"
          class="flex min-h-[56px] shrink-0 cursor-pointer items-center gap-2 px-2 font-strong"
          onclick={() => phone.takeBack(last)}><Undo2 size={22} aria-hidden="true" />Take back</button
        >
      </div>
    {/if}
    <nav aria-label="In the field" class="grid grid-cols-4 border-t-[3px] border-ink">
      {#each places as { key, label, icon: Icon, href } (key)}
        <a
          {href}
          aria-current={place === key ? 'page' : undefined}
          class={[
            'grid min-h-[68px] content-center justify-items-center gap-1 text-[15px] font-strong no-underline',
            place === key ? (key === 'harm' ? 'bg-rosehip text-paper' : 'bg-ink text-paper') : '',
            key === 'harm' && place !== key && 'text-rosehip'
          ]}><Icon size={26} aria-hidden="true" />{label}</a
        >
      {/each}
    </nav>
  </div>
</div>
