<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Flag from '@lucide/svelte/icons/flag';
  import Footprints from '@lucide/svelte/icons/footprints';
  import Skull from '@lucide/svelte/icons/skull';
  import ClothIcon from '@lucide/svelte/icons/square-dashed';
  import Users from '@lucide/svelte/icons/users';
  import { beforeStart, minutesAt, taxonAt, hasBegun, isUncovered, stopName, lateWords } from '$core/field';
  import { clockTime } from '$core/route';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import WayMap from '../WayMap.svelte';
  import Key from './Key.svelte';

  /** Where the group is, what comes next, and the acts in the order that the rules ask for. */
  let { phone }: { phone: Phone } = $props();
  const { pack, day, clock } = $derived(phone);
  const at = $derived(day.at);
  const here = $derived(at && pack.stops.find(({ id }) => id === at.id)!);
  const number = (id: string) => pack.stops.findIndex((stop) => stop.id === id) + 1;
  const clockAt = $derived(clock.stops.find(({ id }) => id === at?.id));
  const nextClock = $derived(clock.stops.find(({ id }) => id === day.next?.id));
  const unsaid = $derived(here ? here.warnings.filter(({ slug }) => !at!.warned.has(slug)) : []);
  const open = $derived(beforeStart(pack, day));
  const isUnderWay = $derived(hasBegun(day));
  /** Each plant once, with its parts: the row that is gathered, else the one that is a danger, stands for it. */
  const taxaHere = $derived.by(() => {
    const rows = at ? pack.taxa.filter(({ stop, role }) => stop === at.id && role !== 'leave out') : [];
    return [...new Set(rows.map(({ slug }) => slug))].map((slug) => {
      const own = rows.filter((one) => one.slug === slug);
      return {
        ...(own.find(({ role }) => role === 'danger') ??
          own.find(({ role }) => role === 'gather') ??
          own[0]!),
        parts: own.flatMap(({ role, part }) => (role === 'gather' && part ? [part] : []))
      };
    });
  });
  const isAllNamed = $derived(
    unsaid.length === 0 && taxaHere.every(({ slug }) => isUncovered(pack, day, at!.id, slug))
  );
  const minutesLeft = $derived(clockAt ? Math.round(clockAt.leave - phone.minute) : 0);
  const hours = (minutes: number) =>
    minutes < 60
      ? `${Math.round(minutes)} min`
      : `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`;
  const coverWords = (slug: string) => {
    const known = taxonAt(day, at!.id, slug);
    const count = new Set(known?.evidence.map(({ entry }) => entry)).size;
    return count > 0 ? `${counted(count, 'sign')} said` : 'what do you see?';
  };
</script>

<ol class="m-0 flex list-none items-center p-0" aria-label="Stops">
  {#each clock.stops as stop, i (stop.id)}
    {#if i > 0}<li class="h-[3px] min-w-1 flex-1 bg-ink" aria-hidden="true"></li>{/if}
    <li
      class={[
        'grid h-[40px] min-w-[34px] place-items-center border-[3px] border-ink px-1 font-bold',
        stop.state === 'here' && 'bg-ink text-paper',
        stop.state === 'dropped' && 'border-dashed line-through'
      ]}
    >
      {#if stop.state === 'done'}<Check size={22} aria-hidden="true" /><span class="sr-only"
          >{i + 1}, done</span
        >{:else}{i + 1}{/if}
    </li>
  {/each}
</ol>

{#if here && at}
  <div>
    <h1 class="flex items-center gap-3 text-[26px]">
      <span
        class="grid h-[38px] min-w-[38px] place-items-center rounded-full bg-ink font-sans text-[20px] text-paper"
        >{number(at.id)}</span
      >{here.name}
    </h1>
    <div class="mt-2 flex items-end justify-between gap-3">
      <p>
        arrived {clockTime(Math.floor(minutesAt(pack, at.arrivedAt!)))}<br />
        <strong>{lateWords(clockAt!.arrive - here.arrive)}</strong>
      </p>
      <p class="text-right">
        leave by {clockTime(clockAt!.leave)}<br />
        {#if minutesLeft > 0}<strong class="text-[34px] leading-9">{minutesLeft}</strong>
          <strong>min left</strong>{:else}<strong class="text-[24px] text-rosehip">time to go</strong>{/if}
      </p>
    </div>
  </div>
  {#if unsaid.length > 0}
    <Key
      title="Warn first"
      does="{counted(unsaid.length, 'danger')} here, not yet said"
      look="danger"
      icon={Skull}
      href="#warn"
    />
  {/if}
  {#each taxaHere as taxon (taxon.slug)}
    {@const isCovered = !isUncovered(pack, day, at.id, taxon.slug) && unsaid.length === 0}
    <Key
      title={isUncovered(pack, day, at.id, taxon.slug)
        ? [phone.nameOf(taxon.slug), ...taxon.parts].join(', ')
        : `Plant ${taxaHere.indexOf(taxon) + 1}, name covered`}
      does={unsaid.length > 0
        ? 'opens after the warning'
        : taxon.role === 'danger'
          ? 'shown here, not touched'
          : isCovered
            ? coverWords(taxon.slug)
            : taxon.role === 'gather'
              ? 'look in order, count, baskets'
              : 'look in order, lookalikes'}
      look={unsaid.length > 0 ? 'shut' : isCovered ? 'next' : 'open'}
      href={unsaid.length > 0 ? '#warn' : `#plant/${taxon.slug}`}
    />
  {/each}
  {#if here.activity}<Key
      title={here.activity.kind[0]!.toUpperCase() + here.activity.kind.slice(1)}
      does={here.activity.materials}
      href="#activity"
    />{/if}
  {#if here.talkingPoints}
    <!-- They may name what is still covered. -->
    <details>
      <summary class="unfolds">Talking points</summary>
      <p class="whitespace-pre-line border-l-[6px] border-ink pl-3">{here.talkingPoints}</p>
    </details>
  {/if}
  <Key title="The ground differs" does="not found, other stage, other plant" href="#differs" />
  <Key
    title="Count heads"
    does={at.isCounted ? 'counted here' : 'before the next leg'}
    look={at.isCounted || !isAllNamed ? 'open' : 'next'}
    icon={Users}
    href="#heads"
  />
  <Key
    title="Left this stop"
    does={at.isCounted ? '' : 'opens after the head count'}
    look={at.isCounted ? 'next' : 'shut'}
    icon={Footprints}
    onclick={() => phone.tap('left', { stop: at.id })}
  />
{:else if !isUnderWay && open.length > 0}
  <h1>Before setting out</h1>
  <ul class="m-0 list-none border-l-[6px] border-ink p-0 pl-3 text-[18px]">
    {#each open as words, nth (nth)}<li class="py-1">{words}</li>{/each}
  </ul>
  <Key title="Who is here" look={day.here.length === 0 ? 'next' : 'open'} icon={Users} href="#heads" />
  <Key title="Go or not" look={day.here.length > 0 && !day.decision ? 'next' : 'open'} href="#go" />
{:else if !day.next}
  <h1>The last stop is done</h1>
  <Key title="Count heads at the end" icon={Users} look="next" href="#heads" />
  <Key title="Recap, task, close" href="#close" />
{/if}

{#if day.next && (at || open.length === 0 || isUnderWay)}
  {@const next = day.next}
  <section class="border-y-[3px] border-ink py-3" aria-label="Next">
    <p class="flex items-baseline justify-between gap-3">
      <span><strong>Next: {stopName(pack, next.id)}</strong></span><strong
        >{clockTime(nextClock?.arrive ?? 0)}</strong
      >
    </p>
    {#if clock.turnBackBy !== undefined}
      <p class="mt-2 flex items-center gap-2">
        <Flag size={22} aria-hidden="true" /><strong>Turn back by {clockTime(clock.turnBackBy)}</strong>
        <span class="ml-auto"
          >{phone.minute < clock.turnBackBy
            ? `in ${hours(clock.turnBackBy - phone.minute)}`
            : 'that is past: go back now'}</span
        >
      </p>
    {/if}
  </section>
  {#if !at}
    <Key
      title="Arrived at {stopName(pack, next.id)}"
      look="next"
      icon={Footprints}
      onclick={() => phone.tap('arrived', { stop: next.id })}
    />
  {/if}
{/if}

{#if clock.drops.length > 0}
  <section class="grid gap-2 border-l-[6px] border-ink pl-3" aria-label="Too late">
    <p>
      Back at about <strong>{clockTime(clock.end)}</strong>, expected by {clockTime(pack.times.due)}. What can
      be left out:
    </p>
    {#each clock.drops as { stop, minutes } (stop)}
      <Key
        title="Leave out {stopName(pack, stop)}"
        does="saves about {minutes} min"
        onclick={() => phone.tap('dropped', { stop, reason: 'late' })}
      />
    {/each}
  </section>
{/if}

<details>
  <summary class="unfolds">All stops and times</summary>
  <table class="ruled text-[16px]">
    <thead
      ><tr
        ><th scope="col">stop</th><th scope="col">plan</th><th scope="col">now</th><th scope="col">go to</th
        ></tr
      ></thead
    >
    <tbody>
      {#each clock.stops as stop (stop.id)}
        <tr>
          <td>{number(stop.id)} {stopName(pack, stop.id)}</td>
          <td>{clockTime(stop.planned.arrive)}</td>
          <td>{stop.state === 'dropped' ? 'left out' : clockTime(Math.floor(stop.arrive))}</td>
          <td
            >{#if !at && (stop.state === 'to come' || stop.state === 'dropped') && isUnderWay}<button
                type="button"
                class="min-h-[56px] cursor-pointer font-strong underline"
                onclick={() => phone.tap('arrived', { stop: stop.id })}>arrived</button
              >{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="mt-2">End at about {clockTime(clock.end)}, {lateWords(clock.late)}.</p>
</details>
<Key title="Leaves on a cloth" does="a memory game under a scarf" icon={ClothIcon} href="#cloth" />
<WayMap brief={pack.brief} />
{#if isUnderWay && (at || day.next)}<Key
    title="End the walk here"
    does="recap, task, close"
    href="#close"
  />{/if}
