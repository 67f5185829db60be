<script lang="ts">
  import {
    type CalendarDate,
    type DateValue,
    type Time,
    parseDate,
    parseTime
  } from '@internationalized/date';
  import CalendarDays from '@lucide/svelte/icons/calendar-days';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import { DatePicker, TimeField, type TimeValue } from 'bits-ui';
  import { onMount, tick, untrack } from 'svelte';

  /**
   * A day or a time of day, typed and shown as the school writes them, whatever the browser's own language: day, month,
   * year; hours from 0 to 23. What is sent is ISO 8601. Without script the browser's own field stands in its place.
   */
  interface Props {
    id: string;
    name: string;
    kind: 'date' | 'time';
    /** YYYY-MM-DD or HH:MM; empty where nothing, or not all of it, is entered. */
    value?: string;
    min?: string | undefined;
    max?: string | undefined;
    /** What it is called, for who hears it. */
    label: string;
    /** Called once it is whole and somebody has left it. */
    onchange?: (() => void) | undefined;
    class?: string;
    describedBy?: string | undefined;
    isInvalid?: boolean;
  }
  let {
    id,
    name,
    kind,
    value = $bindable(''),
    min,
    max,
    label,
    onchange,
    class: extra = '',
    describedBy,
    isInvalid = false
  }: Props = $props();

  let isLive = $state(false);
  onMount(() => {
    isLive = true;
  });

  const orNothing = <T,>(read: (text: string) => T, text: string | undefined): T | undefined => {
    try {
      return text ? read(text) : undefined;
    } catch {
      return undefined;
    }
  };
  /** A year is whole once it has four figures. */
  const leastYear = 1900;

  // What stands in the field, also while its year is half typed.
  // svelte-ignore state_referenced_locally
  let date = $state.raw(kind === 'date' ? orNothing(parseDate, value) : undefined);
  // svelte-ignore state_referenced_locally
  let time = $state.raw(kind === 'time' ? orNothing(parseTime, value) : undefined);
  const written = () =>
    kind === 'date'
      ? date && date.year >= leastYear
        ? date.toString()
        : ''
      : (time?.toString().slice(0, 5) ?? '');
  let told = value;
  // Another value from outside: of a form that was filled anew.
  $effect.pre(() => {
    if (value === untrack(written)) return;
    told = value;
    if (kind === 'date') date = orNothing(parseDate, value);
    else time = orNothing(parseTime, value);
  });

  /** Says that it has changed, once somebody has left it: while it is typed, it passes through other days. */
  async function tell() {
    if (value === told) return;
    told = value;
    await tick();
    if (value) onchange?.();
  }
  const left = (event: FocusEvent & { currentTarget: HTMLElement }) => {
    if (!event.currentTarget.contains(event.relatedTarget as Node | null)) void tell();
  };
  const entered = (event: KeyboardEvent) => {
    if (event.key === 'Enter') void tell();
  };
  function writeDate(next: DateValue | undefined) {
    date = next as CalendarDate | undefined;
    value = written();
  }
  function writeTime(next: TimeValue | undefined) {
    time = next as Time | undefined;
    value = written();
  }
  const aria = $derived({
    'aria-label': label,
    'aria-describedby': describedBy,
    'aria-invalid': isInvalid ? ('true' as const) : undefined
  });
</script>

{#if !isLive}
  <input
    {id}
    {name}
    type={kind}
    {min}
    {max}
    class={['input', extra]}
    bind:value
    aria-describedby={describedBy}
    aria-invalid={isInvalid ? 'true' : undefined}
  />
{:else}
  <input type="hidden" {name} {value} />
  {#if kind === 'date'}
    <DatePicker.Root
      locale="en-GB"
      weekStartsOn={1}
      fixedWeeks
      onOpenChange={(isOpen) => {
        if (!isOpen) void tell();
      }}
      bind:value={() => date, writeDate}
      minValue={orNothing(parseDate, min)}
      maxValue={orNothing(parseDate, max)}
    >
      <div class={['input when', extra]} role="presentation" onfocusout={left} onkeydown={entered}>
        <DatePicker.Input {id} {...aria} data-when="date" class="flex min-w-0 flex-1">
          {#snippet children({ segments })}
            {#each segments as { part, value: shown }, nth (nth)}
              <DatePicker.Segment {part} class={part === 'literal' ? 'text-ink-3' : 'when-part'}
                >{shown}</DatePicker.Segment
              >
            {/each}
          {/snippet}
        </DatePicker.Input>
        <DatePicker.Trigger
          class="-mr-2 grid h-9 w-9 shrink-0 cursor-pointer place-items-center"
          aria-label="Calendar"><CalendarDays size={17} aria-hidden="true" /></DatePicker.Trigger
        >
      </div>
      <DatePicker.Content sideOffset={4} class="z-[1100] border border-rule-strong bg-plate p-3">
        <DatePicker.Calendar>
          {#snippet children({ months, weekdays })}
            <DatePicker.Header class="flex items-center justify-between">
              <DatePicker.PrevButton class="when-step" aria-label="Month before"
                ><ChevronLeft size={18} aria-hidden="true" /></DatePicker.PrevButton
              >
              <DatePicker.Heading class="font-serif font-semibold" />
              <DatePicker.NextButton class="when-step" aria-label="Next month"
                ><ChevronRight size={18} aria-hidden="true" /></DatePicker.NextButton
              >
            </DatePicker.Header>
            {#each months as month (month.value.toString())}
              <DatePicker.Grid class="mt-1">
                <DatePicker.GridHead
                  ><DatePicker.GridRow
                    >{#each weekdays as day, nth (nth)}<DatePicker.HeadCell
                        class="fine w-10 font-normal text-ink-2">{day.slice(0, 2)}</DatePicker.HeadCell
                      >{/each}</DatePicker.GridRow
                  ></DatePicker.GridHead
                >
                <DatePicker.GridBody>
                  {#each month.weeks as week, nth (nth)}<DatePicker.GridRow
                      >{#each week as date (date.toString())}<DatePicker.Cell
                          {date}
                          month={month.value}
                          class="p-0"><DatePicker.Day class="when-day" /></DatePicker.Cell
                        >{/each}</DatePicker.GridRow
                    >{/each}
                </DatePicker.GridBody>
              </DatePicker.Grid>
            {/each}
          {/snippet}
        </DatePicker.Calendar>
      </DatePicker.Content>
    </DatePicker.Root>
  {:else}
    <TimeField.Root
      locale="en-GB"
      hourCycle={24}
      bind:value={() => time, writeTime}
      minValue={orNothing(parseTime, min)}
      maxValue={orNothing(parseTime, max)}
    >
      <div class={['input when', extra]} role="presentation" onfocusout={left} onkeydown={entered}>
        <TimeField.Input {id} {...aria} data-when="time" class="flex min-w-0 flex-1">
          {#snippet children({ segments })}
            {#each segments as { part, value: shown }, nth (nth)}
              <TimeField.Segment {part} class={part === 'literal' ? 'text-ink-3' : 'when-part'}
                >{shown}</TimeField.Segment
              >
            {/each}
          {/snippet}
        </TimeField.Input>
      </div>
    </TimeField.Root>
  {/if}
{/if}
