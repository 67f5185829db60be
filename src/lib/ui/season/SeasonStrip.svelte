<script lang="ts">
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import Clock from '@lucide/svelte/icons/clock';
  import Eye from '@lucide/svelte/icons/eye';
  import Leaf from '@lucide/svelte/icons/leaf';
  import Skull from '@lucide/svelte/icons/skull';
  import { addDays, dayOfYear } from '$core/season';
  import type { StripRow } from '$lib/server/season/season-strip';
  import { dayAndMonth, dayRange, dayReadOn, weekdayAndDay } from '$core/words';
  import { bandWords, bandsOf, lineOf } from './bands';
  import Textures from './Textures.svelte';

  /** The year left to right: plants as tapering bands, their dangerous lookalikes as lines beneath. */
  interface Props {
    rows: readonly StripRow[];
    today: string;
    site: string;
    walks: readonly { readonly id: string; readonly name: string; readonly day: number }[];
  }
  let { rows, today, site, walks }: Props = $props();
  const id = $props.id();
  let width = $state(616);
  const perDay = $derived(width / 365);
  const day = $derived(dayOfYear(today));
  const x = (of: number) => (of - 1) * perDay;
  const monthStarts = [1, 32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335];
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const dateOf = (of: number) => dayAndMonth(addDays(`${today.slice(0, 4)}-01-01`, of - 1));
  /** Lookalikes drawn under a band: two that cannot always be told, else the worst; the rest are counted. */
  function drawnOf({ year: { lookalikes } }: StripRow) {
    const untold = lookalikes.filter((one) => one.untold.length > 0);
    return untold.length > 0 ? untold.slice(0, 2) : lookalikes.slice(0, 1);
  }
  /** Each lookalike has a line of its own; a finger hits its name in the list without hitting its neighbour. */
  const lineHeight = 24;
  const likely = (percent: number) => (percent > 99 ? 'over 99' : String(percent));
  const heightOf = (row: StripRow) => 52 + lineHeight * drawnOf(row).length;
  /** The label of the date stands left of its rule where there is no room at its right. */
  const label = $derived(weekdayAndDay(today));
  const labelWidth = $derived(7.4 * label.length + 16);
  const isLate = $derived(x(day) > width - labelWidth - 4);
  const flags = $derived(
    walks.map((walk, i) => ({
      ...walk,
      room: (walks[i + 1] ? x(walks[i + 1]!.day) : width) - x(walk.day) - 16
    }))
  );
  const untoldWords = (untold: readonly (readonly [number, number])[]) =>
    untold.map(([from, to]) => `${dateOf(from)} to ${dateOf(to)}`).join(', ');
</script>

<Textures {id} />
<div class="strip mt-3">
  <div class="hidden border-b border-ink lg:block"></div>
  <div class="relative h-[58px] max-lg:mt-1" bind:clientWidth={width}>
    <svg {width} height="58" class="block overflow-visible" aria-hidden="true">
      {#each months as month, i (month)}
        <text x={x(monthStarts[i]! + 15)} y="50" text-anchor="middle" class="word second"
          >{width < 460 ? month[0] : month}</text
        >
        <path d="M{x(monthStarts[i]!)} 53V58" class="grid-line" />
      {/each}
      {#each flags as { id: walk, name, day: at, room } (walk)}
        <path d="M{x(at)} 58V24" class="rule" /><path d="M{x(at)} 24h8l-2.5 4 2.5 4h-8z" class="ink" />
        {#if room > 60}<text x={x(at) + 12} y="32" class="word"
            >{name.length * 6.8 > room ? `${name.slice(0, Math.floor(room / 7))}…` : name}</text
          >{/if}
      {/each}
      <g transform="translate({x(day)} 0)">
        <rect x={isLate ? -labelWidth : 0} width={labelWidth} height="19" class="ink" />
        <text x={((isLate ? -1 : 1) * labelWidth) / 2} y="14" text-anchor="middle" class="word day"
          >{label}</text
        >
        <path d="M0 0V58" class="today" />
      </g>
      <path d="M0 57.5H{width}" class="rule" />
    </svg>
  </div>
  <div class="hidden border-b border-ink lg:block"></div>
  {#each rows as row (row.slug)}
    {@const height = heightOf(row)}
    {@const drawn = drawnOf(row)}
    {@const more = row.year.lookalikes.length - drawn.length}
    <div class="cell pt-2">
      <p class="leading-tight">
        <a href="/species/{row.slug}" class="font-strong no-underline hover:underline">{row.name}</a><br
          class="max-lg:hidden"
        />
        <i class="note text-ink-2">{row.scientific}</i>
      </p>
      <ul class="fine m-0 mt-0.5 list-none p-0 text-ink-2 max-lg:flex max-lg:flex-wrap max-lg:gap-x-3">
        {#each drawn as one, i (one.taxon)}
          <li class="flex min-h-6 items-center gap-1.5">
            <Skull size={13} class="shrink-0 text-rosehip" aria-label="dangerous lookalike:" />
            <a href="/species/{one.taxon}" class="truncate no-underline hover:underline"
              >{row.names[one.taxon]}</a
            >{#if more > 0 && i === drawn.length - 1}<a
                href="/species/{row.slug}/apart?date={today}&site={site}"
                class="shrink-0 underline underline-offset-2">+ {more}</a
              >{/if}
          </li>
        {/each}
      </ul>
    </div>
    <div class="cell min-w-0 max-lg:border-t-0">
      <svg
        {width}
        {height}
        class="block"
        role="img"
        aria-label="{row.name}: {bandWords(row.year, dateOf) || 'never likelier than not'}.{drawn
          .filter(({ untold }) => untold.length > 0)
          .map((one) => ` Cannot be told from ${row.names[one.taxon]} ${untoldWords(one.untold)}.`)
          .join('')}"
      >
        {#each monthStarts as start (start)}<path d="M{x(start)} 0V{height}" class="grid-line" />{/each}
        {#each bandsOf(row.year, perDay, 26, 13.5, !row.isDanger) as band, i (i)}
          <path
            d={band.path}
            fill="url(#{id}-{band.texture}-{band.isTaught ? 'moss' : 'grey'})"
            stroke={band.isTaught ? 'var(--color-moss)' : 'var(--ink-3)'}
            stroke-width="0.6"
            stroke-opacity="0.55"
          />
        {/each}
        {#each drawn as one, i (one.taxon)}
          {@const middle = 62 + lineHeight * i}
          <path d={lineOf(one.percent, perDay, middle)} class="ink" />
          {#each one.untold as [from, to] (from)}
            <rect
              x={x(from)}
              width={(to - from + 1) * perDay}
              y={middle - 6}
              height="12"
              rx="1"
              fill="var(--color-paper)"
            />
            <rect
              x={x(from)}
              width={(to - from + 1) * perDay}
              y={middle - 6}
              height="12"
              rx="1"
              fill="url(#{id}-untold)"
              stroke="var(--color-rosehip)"
              stroke-width="1.2"
            />
          {/each}
        {/each}
        {#each row.seen as seen, i (i)}
          {#if seen.says === 'there'}<path d="M{x(seen.day)} 1V10" class="tick" />
          {:else}<circle cx={x(seen.day)} cy="6" r="3.4" class="ring" />{/if}
        {/each}
        <path d="M{x(day)} 0V{height}" class="today-gap" /><path d="M{x(day)} 0V{height}" class="today" />
      </svg>
    </div>
    <div class="cell pt-2 max-lg:border-t-0 max-lg:pb-3 max-lg:pt-0 lg:pl-5">
      {#if !row.standing}
        <p class="flex gap-2 text-ink-2">
          <CircleDashed size={17} class="mt-[3px] shrink-0" aria-hidden="true" />not described yet
        </p>
      {:else if row.standing.kind === 'ready'}
        {#if row.isDanger}
          <p class="flex gap-2 font-strong text-rosehip">
            <Skull size={17} class="mt-[3px] shrink-0" aria-hidden="true" />Danger, is up
          </p>
        {:else if row.standing.untold}
          <p class="flex gap-2 font-strong text-tide">
            <Eye size={17} class="mt-[3px] shrink-0" aria-hidden="true" />Show only
          </p>
        {:else}
          <p class="flex gap-2 font-strong text-moss">
            <Leaf size={17} class="mt-[3px] shrink-0" aria-hidden="true" />Ready now
          </p>
        {/if}
        <p class="fine text-ink-2">
          {[row.standing.stage, ...row.standing.also].join(' and ')}, {likely(row.standing.percent)}&nbsp;%
          likely{#if row.standing.untold}<br /><strong class="text-rosehip"
              >not told apart{row.standing.untold.until
                ? ` until ${dayAndMonth(row.standing.untold.until)}`
                : ' at any stage worth a stop'}</strong
            >{:else if row.year.lookalikes.length === 0}; no dangerous lookalike is described here{/if}
        </p>
      {:else}
        <p
          class={[
            'flex gap-2 font-strong',
            row.standing.kind === 'due' ? 'text-ochre' : 'font-normal text-ink-2'
          ]}
        >
          {#if row.standing.kind === 'due'}<Clock size={17} class="mt-[3px] shrink-0" aria-hidden="true" />Due
            soon{:else}<CircleDashed size={17} class="mt-[3px] shrink-0" aria-hidden="true" />{row.standing
              .isUp
              ? 'Up, not worth a stop'
              : row.standing.kind === 'over'
                ? 'Over'
                : 'Not yet'}{/if}
        </p>
        <p class="fine text-ink-2">
          {row.standing.stage}
          {row.standing.kind === 'over' ? 'again about' : 'about'}
          {dayReadOn(row.standing.expected, today)} ({dayRange(
            row.standing.low,
            row.standing.high
          )}){#if !row.standing.isTold}<br /><strong class="text-rosehip">not told apart then</strong>{/if}
        </p>
      {/if}
    </div>
  {/each}
</div>

<style>
  .strip {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
  @media (min-width: 1024px) {
    .strip {
      grid-template-columns: 190px minmax(0, 1fr) 216px;
      column-gap: 0;
    }
    .cell:nth-child(3n + 1) {
      padding-right: 12px;
    }
  }
  .cell {
    border-bottom: var(--line) solid var(--rule);
  }
  @media (max-width: 1023px) {
    .cell {
      border-bottom: 0;
    }
    .cell:nth-child(3n) {
      border-bottom: var(--line) solid var(--rule);
    }
  }
  .word {
    font-size: 13px;
    fill: var(--color-base-content);
  }
  .second {
    fill: var(--ink-2);
  }
  .day {
    fill: var(--color-base-100);
    font-weight: 650;
  }
  .ink {
    fill: var(--color-base-content);
  }
  .grid-line {
    stroke: var(--rule);
    stroke-width: 1;
  }
  .rule {
    stroke: var(--color-base-content);
    stroke-width: 1;
  }
  .today {
    stroke: var(--color-base-content);
    stroke-width: 2;
  }
  .today-gap {
    stroke: var(--color-paper);
    stroke-width: 6;
  }
  .tick {
    stroke: var(--color-base-content);
    stroke-width: 2.6;
  }
  .ring {
    fill: var(--color-paper);
    stroke: var(--color-base-content);
    stroke-width: 1.8;
  }
</style>
