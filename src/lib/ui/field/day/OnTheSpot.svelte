<script lang="ts">
  import Timer from '@lucide/svelte/icons/timer';
  import { englishName, isCraft } from '$core/knowledge';
  import {
    inGrams,
    madeAtStop,
    massOf,
    portionInWords,
    scale,
    sharedInWords,
    stepTime,
    wayInWords
  } from '$core/making';
  import type { Phone } from '../phone.svelte';

  /** How what was taken today is prepared at this stop: steps with their timers, scaled to who is here. */
  let { phone, activity }: { phone: Phone; activity: string } = $props();
  const { day, library } = $derived(phone);

  interface Part {
    readonly taxon: string;
    readonly part: string;
    readonly pieces: number;
  }
  const taken = $derived(
    [
      ...day.takings
        .reduce(
          (all, { taxon, part, net }) =>
            all.set(`${taxon} ${part}`, {
              taxon,
              part,
              pieces: (all.get(`${taxon} ${part}`)?.pieces ?? 0) + net
            }),
          new Map<string, Part>()
        )
        .values()
    ].filter(({ pieces }) => pieces > 0)
  );
  const cards = $derived(
    taken.flatMap((one) => {
      const taxon = library.taxa.get(one.taxon);
      return taxon
        ? madeAtStop(
            taxon.preparations.filter(({ part }) => part === one.part),
            activity
          ).map((preparation) => ({
            ...preparation,
            pieces: one.pieces,
            key: `${one.taxon}|${one.part}|${preparation.way}`,
            name: englishName(taxon),
            grams: taxon.parts.find(({ part }) => part === one.part)?.grams
          }))
        : [];
    })
  );
  let opened = $state<string>();
  const card = $derived(cards.find(({ key }) => key === opened) ?? cards[0]);
  const scaled = $derived.by(() => {
    const gathered = card && massOf(card.pieces, card.grams);
    return card && gathered ? scale(card.method, card.method, gathered) : undefined;
  });

  const left = (ends: number) => Math.ceil((ends - phone.now) / 1000);
  const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
</script>

{#if card}
  <h2>How it is made</h2>
  {#if cards.length > 1}
    <label class="grid gap-1 font-strong"
      >Of what was taken<select
        class="select"
        value={card.key}
        onchange={(event) => (opened = event.currentTarget.value)}
        >{#each cards as one (one.key)}<option value={one.key}
            >{one.name} {one.part}, {wayInWords(one.way)}</option
          >{/each}</select
      ></label
    >
  {:else}<p><strong>{card.name} {card.part}, {wayInWords(card.way)}</strong></p>{/if}
  <p class="border-l-4 border-rosehip pl-3 font-strong">
    Not before every basket was looked through. One piece in doubt: leave the whole bowl.
  </p>
  <p>
    {card.pieces} pieces taken{#if scaled}, about {inGrams(scaled.gathered.mostly)}{/if}. Cut off: {card
      .method.cutOff}
  </p>
  {#if card.method.portion}
    <p>
      {portionInWords(card.method.portion)}
      {#if scaled}{sharedInWords(scaled, card.method.portion, day.here.length, card.name)}{/if}
    </p>
  {/if}
  <p><strong class="text-ochre">Not for:</strong> {card.method.notFor.join('; ')}.</p>
  {#if card.method.contains.length > 0}<p>
      <strong>Contains:</strong>
      {card.method.contains.join(', ')}.
    </p>{/if}
  <p>Heat {card.method.heat}: {card.method.why}</p>
  <ol class="m-0 list-none p-0">
    {#each card.method.steps as step, i (i)}
      {@const key = `${card.key}|${i}`}
      {@const ends = phone.timers[key]}
      <li class="grid gap-1 border-b-[3px] border-rule py-3">
        <p>
          <strong>{i + 1} {step.do}{stepTime(step) ? `, ${stepTime(step)}` : ''}</strong>{#if step.how}<br
            />{step.how}{/if}<br /><span class="text-ink-2">Done when: {step.until}.</span>
        </p>
        {#if step.minutes && step.minutes[1] <= 180}
          {#if ends !== undefined && left(ends) > 0}<p
              class="text-[28px] font-strong tabular-nums"
              role="timer"
            >
              {clock(left(ends))}
            </p>{:else}<button
              type="button"
              class="flex min-h-[56px] cursor-pointer items-center gap-3 rounded-[4px] border-[3px] border-ink px-4 text-left"
              onclick={() => phone.startTimer(key, step.minutes![0])}
              ><Timer size={24} aria-hidden="true" /><strong
                >{ends === undefined ? 'Start' : 'Time is up: look. Start again'}: {step.minutes[0]} min</strong
              ></button
            >{/if}
        {/if}
      </li>
    {/each}
  </ol>
  {#if isCraft(card.way)}<p class="font-strong">Not food, and never becomes it.</p>{/if}
{/if}
