<script lang="ts">
  import GripVertical from '@lucide/svelte/icons/grip-vertical';
  import Flame from '@lucide/svelte/icons/flame';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Waves from '@lucide/svelte/icons/waves';
  import { type DndEvent, dragHandle, dragHandleZone } from 'svelte-dnd-action';
  import { clockTime } from '$core/route';
  import { type PlanTimes, plainText } from '$core/walk';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import StopForm from './StopForm.svelte';
  import type { PageData } from './$types';

  /** The timetable: each stop with what is done there, when, and how far it is to the next. */
  type Stop = PageData['stops'][number];
  interface Props {
    stops: readonly Stop[];
    taxa: PageData['taxa'];
    times: PlanTimes;
    kind: 'walk' | 'class';
    hasTide: boolean;
    mayEdit: boolean;
    revision: number;
    /** While a stop is carried, and where it was dropped. */
    onorder: (stops: Stop[], isDone: boolean) => void;
    onminutes: (stopId: string, minutes: number, isDone: boolean) => void;
  }
  let { stops, taxa, times, kind, hasTide, mayEdit, revision, onorder, onminutes }: Props = $props();
  let editing = $state<string>();
  const rowOf = (i: number) => times.rows[i];
  const legWords = (i: number) => {
    const row = rowOf(i);
    if (!row || kind === 'class') return '';
    if (i < stops.length - 1) return `${Math.round(row.legMetres / 10) * 10} m, ${row.legMinutes} min`;
    return times.wayBack
      ? `${Math.round(times.wayBack.metres / 10) * 10} m, ${times.wayBack.minutes} min`
      : 'home';
  };
  const move = (event: CustomEvent<DndEvent<Stop>>, isDone: boolean) => onorder(event.detail.items, isDone);
  /** What takes time at a stop beside what it is for. */
  const extraWords = (i: number) =>
    [
      i === 0 ? 'briefing' : '',
      kind === 'walk' ? 'head count' : '',
      i === stops.length - 1 ? 'basket check' : ''
    ]
      .filter(Boolean)
      .join(', ');
  const columns = $derived(
    mayEdit
      ? 'sm:grid-cols-[22px_46px_46px_minmax(110px,165px)_minmax(0,1fr)_78px_108px_24px]'
      : 'sm:grid-cols-[46px_46px_minmax(110px,165px)_minmax(0,1fr)_60px_108px]'
  );
  const grid = $derived(['grid grid-cols-[22px_50px_minmax(0,1fr)_26px] gap-x-2', columns]);
</script>

<section id="stops" aria-label="Timetable" class="mt-1 text-[15px] leading-[21px]">
  <div class={[grid, 'hidden border-b border-ink pb-1 text-[14px] text-ink-2 sm:grid']} aria-hidden="true">
    {#if mayEdit}<span></span>{/if}<span>arrive</span><span>leave</span><span
      >{kind === 'class' ? 'station' : 'stop'}</span
    ><span>what for</span><span class="text-right">min</span><span class="text-right"
      >{kind === 'class' ? '' : 'then walk'}</span
    >
  </div>
  <ol
    class="m-0 list-none p-0 outline-offset-2"
    aria-label={kind === 'class' ? 'Stations in order' : 'Stops in order'}
    use:dragHandleZone={{
      items: stops as Stop[],
      flipDurationMs: 120,
      dragDisabled: !mayEdit,
      dropTargetStyle: {},
      zoneItemTabIndex: -1
    }}
    onconsider={(event) => move(event, false)}
    onfinalize={(event) => move(event, true)}
  >
    {#each stops as stop, i (stop.id)}
      {@const row = rowOf(i)}
      {@const met = taxa.filter(({ stopId }) => stopId === stop.id)}
      <li id="at-{stop.id}" class="scroll-mt-6 border-b border-rule bg-paper">
        <div class={[grid, 'items-start py-[5px]']}>
          {#if mayEdit}<!-- No button: its keys would not reach the library. --><span
              role="button"
              tabindex="0"
              use:dragHandle
              class="grid h-6 w-[22px] place-items-center text-ink-2"
              aria-label="Move {stop.name}: Enter, then arrow keys"><GripVertical size={16} /></span
            >{/if}
          <strong class="tabular-nums">{row ? clockTime(row.arrive) : ''}</strong>
          <span class="hidden tabular-nums sm:block">{row ? clockTime(row.leave) : ''}</span>
          <span class="flex gap-2"
            ><span class="disc shrink-0">{i + 1}</span><span
              ><strong>{stop.name}</strong>{#if stop.isOnShore}<Waves
                  size={15}
                  class="ml-1 inline text-tide"
                  aria-label="on the shore"
                />{/if}{#if stop.activity}<Flame
                  size={15}
                  class="ml-1 inline"
                  aria-label={stop.activity.kind}
                />{/if}</span
            ></span
          >
          <span class="max-sm:col-start-3">
            {#each met as planned (planned.id)}<span class="mr-3 inline-block"
                ><RoleMark role={planned.role} />
                {planned.name}{planned.label !== planned.name && planned.part
                  ? `, ${planned.part}`
                  : ''}{planned.specimens ? ` ×${planned.specimens.count}` : ''}</span
              >{/each}{#if met.length === 0}<span
                class="line-clamp-1 text-ink-2"
                title={plainText(stop.talkingPoints)}
                >{stop.activity ? `${stop.activity.kind}. ` : ''}{plainText(stop.talkingPoints)}</span
              >{/if}
          </span>
          <span class="max-sm:col-start-3 sm:text-right">
            {#if mayEdit}<label class="sr-only" for="minutes-{stop.id}">Time at {stop.name}, minutes</label
              ><input
                id="minutes-{stop.id}"
                type="number"
                min="1"
                max="480"
                class="w-[48px] rounded-[3px] border border-rule-strong bg-transparent px-1 text-right tabular-nums"
                value={stop.minutes}
                oninput={(event) => {
                  const minutes = event.currentTarget.valueAsNumber;
                  if (Number.isInteger(minutes) && minutes >= 1 && minutes <= 480)
                    onminutes(stop.id, minutes, false);
                }}
                onchange={(event) => onminutes(stop.id, event.currentTarget.valueAsNumber, true)}
              /><span class="sm:hidden"> min</span>{:else}{stop.minutes}{/if}{#if row && row.extra > 0}<span
                class="fine ml-1 inline-block w-[22px] text-left text-ink-2"
                title="and {row.extra} min for {extraWords(i)}">+{row.extra}</span
              >{/if}<span class="text-ink-2 sm:hidden"> {legWords(i) ? `· then ${legWords(i)}` : ''}</span>
          </span>
          <span class="hidden text-ink-2 sm:block sm:text-right">{legWords(i)}</span>
          {#if mayEdit}<button
              type="button"
              class="grid h-[22px] cursor-pointer place-items-center max-sm:col-start-4 max-sm:row-start-1"
              aria-expanded={editing === stop.id}
              aria-label="Change {stop.name}"
              onclick={() => (editing = editing === stop.id ? undefined : stop.id)}
              ><Pencil size={15} /></button
            >{/if}
        </div>
        {#if editing === stop.id}
          <StopForm {stop} {hasTide} {revision} onclose={() => (editing = undefined)} />
        {/if}
      </li>
    {:else}
      <li class="py-2 text-ink-2">
        No {kind === 'class' ? 'stations' : 'stops'} yet. Add one from the ground below{kind === 'class'
          ? ''
          : '; the first one is where the group meets'}.
      </li>
    {/each}
  </ol>
</section>
