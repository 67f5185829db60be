<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Skull from '@lucide/svelte/icons/skull';
  import { type DayTaking, basketsDue, dangersInPack } from '$core/field';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Key from './Key.svelte';
  import Stepper from './Stepper.svelte';
  import Toggle from './Toggle.svelte';

  /** Learner by learner, kind by kind: every piece is looked at. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack } = $derived(phone);
  const due = $derived(basketsDue(day));
  type Basket = Pick<(typeof due)[number], 'person' | 'taxon' | 'part'>;
  const keyOf = ({ person, taxon, part }: Basket) => `${person} ${taxon} ${part}`;
  /** Of what is gone from the patch, what was counted for somebody; for nobody, the rest. */
  const inBasket = ({ byPerson, net, lifted }: DayTaking, person: string | undefined) =>
    person === undefined
      ? Math.max(0, net - lifted - [...byPerson.values()].reduce((sum, pieces) => sum + pieces, 0))
      : (byPerson.get(person) ?? 0);
  /** Those to look through first, then those that were. */
  const rows = $derived.by(() => {
    const keys = (list: readonly Basket[]) => list.map(keyOf);
    const all: Basket[] = [...due, ...day.baskets.filter((one) => !keys(due).includes(keyOf(one)))];
    return all.map((one) => ({
      ...one,
      name: phone.basketOf(one.person),
      pieces: day.takings
        .filter(({ taxon, part }) => taxon === one.taxon && part === one.part)
        .reduce((sum, taking) => sum + inBasket(taking, one.person), 0),
      isDue: keys(due).includes(keyOf(one)),
      looked: day.baskets.find((basket) => keyOf(basket) === keyOf(one))
    }));
  });
  let open = $state('');
  let kept = $state(0);
  let out = $state(0);
  let what = $state('');
  let second = $state('');
  const current = $derived(rows.find((row) => keyOf(row) === open));
  const dangers = $derived([...dangersInPack(pack)]);
  /** What it is taken for, on this walk. */
  const likely = $derived([
    ...new Set(
      pack.taxa
        .filter((one) => one.slug === current?.taxon)
        .flatMap(({ lookalikes }) => lookalikes.map(({ slug }) => slug))
    )
  ]);
  const found = $derived(
    day.baskets.filter(({ removed }) => removed.some((one) => one.taxon && dangers.includes(one.taxon)))
  );
  function begin(row: (typeof rows)[number]) {
    open = keyOf(row);
    kept = row.pieces;
    out = 0;
    what = '';
  }
  async function keep() {
    if (!current || (out > 0 && !what)) return;
    const { person, taxon, part } = current;
    const isDanger = dangers.includes(what);
    const isKept = await phone.tap('basket', {
      ...(person && { person }),
      taxon,
      part,
      kept,
      removed:
        out > 0
          ? [{ pieces: out, what: isDanger ? phone.nameOf(what) : what, ...(isDanger && { taxon: what }) }]
          : [],
      ...(second && { second })
    });
    if (!isKept) return;
    open = '';
    if (isDanger) location.hash = `#pair/${taxon}/${what}`;
  }
</script>

{#snippet piece(one: string)}
  {@const isDanger = dangers.includes(one)}
  <Toggle isOn={what === one} {isDanger} onclick={() => (what = one)}
    ><span class="flex items-center gap-2"
      >{#if isDanger}<Skull size={22} aria-hidden="true" />{/if}{isDanger ? phone.nameOf(one) : one}</span
    ></Toggle
  >
{/snippet}

<h1>Baskets</h1>
<p>Every piece is looked at, one by one. Nothing is tasted, cooked or taken home before.</p>
{#if day.dangerFoundAt !== undefined && due.length > 0}
  <section class="grid gap-2 border-[3px] border-rosehip p-3" role="alert">
    <p class="flex items-start gap-2 text-[19px] font-strong text-rosehip">
      <Skull size={26} class="shrink-0" aria-hidden="true" />A dangerous piece was in a basket: all baskets
      again.
    </p>
    {#each found as one, nth (nth)}<p>
        {phone.basketOf(one.person)}: {one.removed
          .map(({ pieces, what: name }) => `${pieces} ${name}`)
          .join(', ')}. Hands washed, nothing tasted?
      </p>{/each}
  </section>
{/if}
{#if current}
  <section class="grid gap-3 border-[3px] border-ink p-3" aria-label="Basket of {current.name}">
    <h2 class="text-[22px]">{current.name}: {phone.nameOf(current.taxon)}, {current.part}</h2>
    {#if current.person === undefined}<p>Is it more than one basket? Look through each of them.</p>{/if}
    <Stepper label="stay" less="One fewer stays" more="One more stays" bind:value={kept} />
    <Stepper
      label="taken out"
      less="One fewer taken out"
      more="One more taken out"
      bind:value={out}
      onmore={() => (kept = Math.max(0, kept - 1))}
    />
    {#if out > 0}
      <fieldset>
        <legend class="mb-1 font-strong">What it was</legend>
        <div class="grid gap-2">
          {#each likely as one (one)}{@render piece(one)}{/each}
          {#each ['another plant, harmless', 'past its best', 'not sure'] as one (one)}{@render piece(
              one
            )}{/each}
          <details>
            <summary class="unfolds">Another dangerous plant</summary>
            <div class="grid gap-2">
              {#each dangers.filter((one) => !likely.includes(one)) as one (one)}{@render piece(one)}{/each}
            </div>
          </details>
        </div>
      </fieldset>
    {/if}
    {#if pack.leaders.length > 1}
      <label class="grid gap-1 font-strong"
        >Second pair of eyes<select class="select" bind:value={second}
          ><option value="">nobody else looked</option>{#each pack.leaders as one (one.id)}<option
              value={one.id}>{one.name}</option
            >{/each}</select
        ></label
      >{/if}
    <Key
      title="All pieces were looked at"
      does={out > 0 && !what ? 'say what was taken out' : `${counted(kept, 'piece stays', 'pieces stay')}`}
      look={out > 0 && !what ? 'shut' : 'next'}
      icon={Check}
      onclick={keep}
    />
    <Key title="Not now" onclick={() => (open = '')} />
  </section>
{/if}
<div class="grid gap-2">
  {#each rows as row (keyOf(row))}
    <Key
      title="{row.name}: {phone.nameOf(row.taxon)}, {row.part}"
      does={row.isDue
        ? row.looked
          ? 'to look through again'
          : `${counted(row.pieces, 'piece')}, to look through`
        : `looked through: ${row.looked?.kept ?? 0} stay${row.looked?.removed.length ? `, ${row.looked.removed.reduce((sum, { pieces }) => sum + pieces, 0)} out` : ''}`}
      look={row.isDue ? 'next' : 'open'}
      onclick={() => begin(row)}
    />
  {:else}<p>Nothing was gathered yet.</p>{/each}
</div>
{#if rows.length > 0 && due.length === 0}<p class="font-strong">All baskets were looked through.</p>{/if}
<Key title="Back to the run sheet" href="#sheet" />
