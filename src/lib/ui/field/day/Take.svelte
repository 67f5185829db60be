<script lang="ts">
  import Minus from '@lucide/svelte/icons/minus';
  import Hand from '@lucide/svelte/icons/hand';
  import Scissors from '@lucide/svelte/icons/scissors';
  import Timer from '@lucide/svelte/icons/timer';
  import Users from '@lucide/svelte/icons/users';
  import {
    againstLifting,
    againstTaking,
    countedOf,
    gatheredAt,
    patchTaken,
    roomFor,
    taxonAt
  } from '$core/field';
  import { type Measure, type Unit, piecesOf } from '$core/ground';
  import { clockTime } from '$core/route';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import HandOver from './HandOver.svelte';
  import Key from './Key.svelte';
  import Reason from './Reason.svelte';

  /** May we take here, and how much: counted against this phone's share. */
  let { phone, slug, part }: { phone: Phone; slug: string; part: string } = $props();
  const { day, pack } = $derived(phone);
  const taxon = $derived(gatheredAt(pack, day.at?.id, slug).find((one) => one.part === part));
  const patch = $derived(taxon && patchTaken(pack, taxon));
  const asked = $derived(taxon && taxonAt(day, taxon.stop, slug)?.mayTake.get(part));
  const speaks = $derived(taxon ? againstTaking(pack, taxon) : { forbidden: [], minded: [] });
  const against = $derived([...speaks.forbidden, ...speaks.minded]);
  const forbids = $derived(speaks.forbidden.length > 0);
  let because = $state('');
  const what = $derived({ patch: patch?.id, taxon: slug, part });
  const room = $derived(roomFor(pack, day, what));
  const taking = $derived(
    day.takings.find((one) => one.taxon === slug && one.part === part && one.patch === patch?.id)
  );
  /** Of all parts that are counted together. */
  const byPhone = $derived(
    patch
      ? Array.from({ length: pack.phones }, (_, i) => countedOf(day, patch, i + 1))
      : (taking?.byPhone ?? [])
  );
  const own = $derived(byPhone[pack.phone - 1] ?? 0);
  const share = $derived(room === undefined ? undefined : own + room);
  const filled = $derived(share ? Math.min(100, (100 * own) / share) : 0);
  const others = $derived(byPhone.reduce((sum, pieces, i) => (i === pack.phone - 1 ? sum : sum + pieces), 0));
  let person = $state('');
  let reason = $state('');
  let isOver = $state(false);
  let isLifted = $state(false);
  let left = $state('');

  const each = $derived(taxon?.piecesEach);
  const inBasket = (id: string) => taking?.byPerson.get(id) ?? 0;
  const isFull = (id: string) => each !== undefined && inBasket(id) >= each;
  const picking = $derived(
    day.events.findLast((one) => one.kind === 'picking' && one.taxon === slug && one.part === part)
  );
  const isPicking = $derived(picking?.kind === 'picking' && picking.state === 'begins');
  const pace = $derived(
    taking?.pace ??
      (isPicking && picking?.kind === 'picking' && phone.minutesSince(picking) > 0.5
        ? own / (picking.people * phone.minutesSince(picking))
        : undefined)
  );
  const fullAt = $derived(
    isPicking && pace && room !== undefined && picking?.kind === 'picking'
      ? phone.minute + room / (pace * picking.people)
      : undefined
  );
  const decide = (mayTake: boolean) =>
    phone.tap('may we take', { stop: taxon!.stop, taxon: slug, part, against, mayTake, because });
  async function take(pieces: number, whose = person, measured?: { unit: Unit; amount: number }) {
    const isKept = await phone.tap('taken', {
      ...measured,
      stop: taxon!.stop,
      taxon: slug,
      part,
      pieces,
      isLifted,
      reason,
      ...(patch && { patch: patch.id }),
      ...(whose && { person: whose })
    });
    isOver = !isKept && room !== undefined && pieces > room;
    if (isKept) {
      reason = '';
      isLifted = false;
    }
    return isKept;
  }
  const takeMeasured = (measure: Measure, amount: number) =>
    take(piecesOf(amount, measure), person, { unit: measure.unit, amount });
  const byHand = $derived(taxon?.measures.filter(({ unit }) => unit !== 'gram') ?? []);
  const byGram = $derived(taxon?.measures.find(({ unit }) => unit === 'gram'));
  let grams = $state<number | null>(null);
  /** The same for each who is here. */
  async function takeForAll() {
    for (const one of day.here) if (!(await take(1, one.id))) return;
  }
  async function takeGrams() {
    if (byGram && grams && grams > 0 && (await takeMeasured(byGram, grams))) grams = null;
  }
  const putBack = () =>
    phone.tap('put back', {
      stop: taxon!.stop,
      taxon: slug,
      part,
      pieces: 1,
      ...(patch && { patch: patch.id }),
      ...(person && { person })
    });
  const leaveIt = async () => {
    if (left && (await phone.tap('left here', { stop: taxon!.stop, taxon: slug, part, because: left })))
      left = '';
  };
</script>

{#if taxon}
  {#if !asked}
    <h1>May we take here?</h1>
    <p><strong>{taxon.name}, {part}</strong>{patch ? ` at ${patch.name}` : ''}.</p>
    <ul class="m-0 grid list-none gap-1 p-0 text-[18px]">
      <li>{pack.site.mayPick ? 'There is leave to pick.' : ''}</li>
      {#each against as words, nth (nth)}<li class="border-l-[6px] border-rosehip pl-3">{words}</li>{/each}
      {#if room !== undefined}<li>
          This phone may count {counted(room, 'piece')}{pack.phones > 1
            ? `, its share of ${patch?.left}`
            : ''}.
        </li>
      {:else if patch && !patch.none}<li>
          No number is kept of it: take to need, and count what is taken.
        </li>{/if}
    </ul>
    <p class="flex gap-2">
      <Scissors size={24} class="shrink-0" aria-hidden="true" /><span
        >{taxon.harvest.rule}
        {taxon.harvest.exempt ? `Left alone: ${taxon.harvest.exempt}.` : ''}
        {taxon.harvest.spacing}</span
      >
    </p>
    {#if taxon.harvest.tool}<p>Tool: {taxon.harvest.tool}</p>{/if}
    <Reason
      label="Said about it"
      usual={['ground looked at, clean', 'too little here', 'too late, past its best', 'too near the path']}
      bind:value={because}
    />
    <Key
      title="Yes, by these rules"
      does={forbids ? 'something above forbids it' : ''}
      look={forbids ? 'shut' : 'next'}
      icon={Hand}
      onclick={() => !forbids && decide(true)}
    />
    <Key title="No, it is left here" onclick={() => decide(false)} />
  {:else if !asked.mayTake}
    <h1>{phone.nameOf(slug)} is left here</h1>
    <p>{asked.because || asked.against.join(' ')}</p>
    <Key title="Ask again" onclick={() => phone.takeBack(asked)} />
  {:else}
    <div class="flex items-end justify-between gap-3">
      <h1>{phone.nameOf(slug)}, {part}</h1>
      <p class="text-right whitespace-nowrap">
        <strong class="text-[38px] leading-10">{own}</strong>{#if share !== undefined}<strong class="ml-2"
            >of {share}</strong
          >{/if}
      </p>
    </div>
    {#if share !== undefined}
      <div
        class="relative h-9 border-[3px] border-ink"
        role="img"
        aria-label="{own} of {share} pieces of this phone’s share"
      >
        <span class="absolute inset-y-0 left-0 bg-ink" style:width="{filled}%"></span>
        <span class="absolute inset-y-0 w-[3px] bg-ink" style:left="80%"></span>
        <span class="absolute inset-y-0 right-0 w-[6px] bg-rosehip"></span>
      </div>
      <p class="flex justify-between gap-3">
        <span
          ><strong>{Math.max(0, room ?? 0)} left</strong> on this phone{others > 0
            ? `; ${others} on the others`
            : ''}{patch && patch.parts.length > 1 ? `; ${patch.parts.join(' and ')} together` : ''}</span
        >
        <span class={own >= share ? 'font-strong text-rosehip' : ''}
          >{own >= share ? `${share}: stop` : own >= 0.8 * share ? 'nearly' : ''}</span
        >
      </p>
    {/if}
    <fieldset class="border-[3px] border-ink">
      <legend class="sr-only">Whose basket</legend>
      <div class="grid grid-cols-2">
        <button
          type="button"
          aria-pressed={person === ''}
          class={[
            'col-span-2 flex min-h-[56px] cursor-pointer items-center gap-2 border-b border-ink px-3',
            person === '' && 'bg-ink text-paper'
          ]}
          onclick={() => (person = '')}
        >
          <Users size={22} aria-hidden="true" />the group’s basket<span class="ml-auto"
            >{each ? `${each} each at most` : ''}</span
          >
        </button>
        {#each day.here as one (one.id)}
          <button
            type="button"
            aria-pressed={person === one.id}
            class={[
              'flex min-h-[56px] cursor-pointer items-center gap-2 border-b border-ink px-3 text-left leading-5 odd:border-r',
              person === one.id && 'bg-ink text-paper'
            ]}
            onclick={() => (person = one.id)}
          >
            <span class="min-w-0 flex-1">{one.name}{isFull(one.id) ? ', full' : ''}</span><strong
              class="text-[19px]">{inBasket(one.id)}</strong
            >
          </button>
        {/each}
      </div>
    </fieldset>
    <div class="grid grid-cols-[1fr_1.4fr_1.2fr] gap-3">
      <button
        type="button"
        class="grid min-h-[84px] cursor-pointer place-content-center justify-items-center rounded-[4px] border-[3px] border-ink leading-5 font-strong"
        onclick={putBack}><Minus size={24} aria-hidden="true" />put<br />1 back</button
      >
      <button
        type="button"
        class="min-h-[84px] cursor-pointer rounded-[4px] border-[3px] border-ink bg-ink text-[32px] font-bold text-paper"
        onclick={() => take(1)}>+1</button
      >
      <button
        type="button"
        class="min-h-[84px] cursor-pointer rounded-[4px] border-[3px] border-ink text-[28px] font-bold"
        onclick={() => take(5)}>+5</button
      >
    </div>
    {#each byHand as measure (measure.unit)}
      <Key
        title="+1 {measure.unit}"
        does="{counted(piecesOf(1, measure), 'piece')}, {measure.weighings > 0
          ? 'as weighed here'
          : 'by the library, rather too many'}"
        icon={Hand}
        onclick={() => takeMeasured(measure, 1)}
      />
    {/each}
    <Key title="+1 for each" does={counted(day.here.length, 'piece')} icon={Users} onclick={takeForAll} />
    <p class="flex gap-2">
      <Scissors size={24} class="shrink-0" aria-hidden="true" /><span>{taxon.harvest.rule}</span>
    </p>
    <Key
      title={isPicking ? 'Stop picking' : 'Picking begins'}
      does={pace
        ? `${pace.toFixed(1)} a minute for each${fullAt ? `, the share at about ${clockTime(fullAt)}` : ''}`
        : ''}
      icon={Timer}
      onclick={() =>
        phone.tap('picking', {
          stop: taxon.stop,
          taxon: slug,
          part,
          state: isPicking ? 'ends' : 'begins',
          people: Math.max(1, day.here.length)
        })}
    />
    {#if !againstLifting(pack)}<label class="flex min-h-[56px] items-center gap-3"
        ><input type="checkbox" class="checkbox" bind:checked={isLifted} />the next one is lifted to show its
        root</label
      >{/if}
    {#if byGram}
      <details class="border-t-[3px] border-ink">
        <summary class="unfolds">Weighed</summary>
        <div class="grid gap-3 pb-3">
          <label class="grid gap-1 font-strong"
            >Grams<input
              type="number"
              class="input text-[20px]"
              min="0"
              step="any"
              inputmode="decimal"
              bind:value={grams}
            /></label
          >
          <Key
            title="Count it"
            does={grams && grams > 0
              ? `${counted(piecesOf(grams, byGram), 'piece')}, ${byGram.weighings > 0 ? 'as weighed here' : 'by the lightest piece'}`
              : ''}
            look={grams && grams > 0 ? 'next' : 'shut'}
            onclick={takeGrams}
          />
        </div>
      </details>
    {/if}
    {#if isOver || reason}
      <Reason
        label="Why more than the share"
        usual={['counted again: more is there', 'the other phone’s share, agreed by voice']}
        bind:value={reason}
      />
    {/if}
    {#if patch && pack.phones > 1}<HandOver {phone} {patch} {part} {room} />{/if}
    <details class="border-t-[3px] border-ink">
      <summary class="unfolds">Left here, because …</summary>
      <div class="grid gap-3 pb-3">
        <Reason
          label="Why"
          usual={['too little', 'too late, past its best', 'dangerous plants among it', 'too near the path']}
          bind:value={left}
        />
        <Key title="Keep it" look={left ? 'next' : 'shut'} onclick={leaveIt} />
      </div>
    </details>
  {/if}
  <Key title="Back to {taxon.name}" href="#plant/{slug}" />
{/if}
