<script lang="ts">
  import type { Portion } from '$core/knowledge';
  import { type Scaled, inGrams } from '$core/making';

  /** What comes of what was gathered, as one tapering band that parts into portions. */
  interface Props {
    scaled: Scaled;
    portion: Portion | undefined;
    /** How many pieces it was, where that is known. */
    pieces?: number | undefined;
    /** What the ready state is called: steamed, dried. */
    made: string;
  }
  let { scaled, portion, pieces, made }: Props = $props();
  const id = $props.id();

  const wide = 470;
  const tall = 92;
  const middle = 62;
  const most = 74;
  /** A thread at least, so that what is little is still seen. */
  const high = (grams: number) => Math.max(3, (grams / scaled.gathered.mostly) * most);
  const gathered = most;
  const cleaned = $derived(high(scaled.cleaned.mostly));
  const ready = $derived(Math.min(most * 1.15, high(scaled.ready.mostly)));
  const lost = $derived(scaled.gathered.mostly - scaled.cleaned.mostly);
  /** At most so many arms are drawn; the words say how many there are. */
  const arms = $derived(Math.min(3, scaled.whole));
  const hasRest = $derived(portion !== undefined && scaled.rest > 0.05);
  const ends = $derived(arms + (hasRest ? 1 : 0));
  const band = $derived(
    [
      `M0 ${middle - gathered / 2}`,
      `H90`,
      `L118 ${middle - cleaned / 2}`,
      `H226`,
      `L256 ${middle - ready / 2}`,
      `H330`,
      `V${middle + ready / 2}`,
      `H256`,
      `L226 ${middle + cleaned / 2}`,
      `H118`,
      `L90 ${middle + gathered / 2}`,
      `H0Z`
    ].join('')
  );
  const armOf = (i: number) => {
    const share = Math.max(3, ready / Math.max(1, ends) - 3);
    const from = middle - ready / 2 + (i + 0.5) * (ready / Math.max(1, ends));
    const to = 24 + (i + 0.5) * ((tall + 12) / Math.max(1, ends));
    const end = Math.min(share, 16);
    return `M330 ${from - share / 2}C352 ${from - share / 2} 352 ${to - end / 2} 374 ${to - end / 2}H396V${to + end / 2}H374C352 ${to + end / 2} 352 ${from + share / 2} 330 ${from + share / 2}Z`;
  };
  const armAt = (i: number) => 24 + (i + 0.5) * ((tall + 12) / Math.max(1, ends));
  const range = ({ low, high: top }: Scaled['ready']) =>
    top - low > 0.02 * top ? `${inGrams(low)} to ${inGrams(top)}` : '';
</script>

<div class="grid max-w-[560px] grid-cols-[118fr_138fr_214fr] gap-x-1">
  {@render amount(scaled.gathered, pieces === undefined ? 'gathered' : `${pieces} pieces gathered`)}
  {@render amount(scaled.cleaned, 'cleaned')}
  {@render amount(scaled.ready, made)}
</div>
<svg
  viewBox="0 0 {wide} 132"
  class="mt-1 block w-full max-w-[560px]"
  role="img"
  aria-label="{inGrams(scaled.gathered.mostly)} gathered make {inGrams(
    scaled.cleaned.mostly
  )} cleaned and {inGrams(scaled.ready.mostly)} {made}{scaled.portions
    ? `: ${scaled.whole} portions and ${inGrams(scaled.rest)} over`
    : ''}"
>
  <defs
    ><pattern id="{id}-leaf" width="4" height="8" patternUnits="userSpaceOnUse"
      ><path d="M2 0V8" class="stroke-ink-3" stroke-width="0.9" /></pattern
    ></defs
  >
  <path d={band} fill="url(#{id}-leaf)" class="stroke-ink" stroke-width="1.2" />
  {#if lost > 0.05}
    <path
      d="M104 {middle + gathered / 2 - 4}C112 {middle + gathered / 2 + 6} 116 112 124 116"
      fill="none"
      class="stroke-ink"
    />
    <path d="M120 110l6 7 -9 1" fill="none" class="stroke-ink" />
    <text x="132" y="121" class="fill-ink-2 text-[12px]">{inGrams(lost)} cut off</text>
  {/if}
  {#each { length: ends } as _, i (i)}
    <path d={armOf(i)} fill="url(#{id}-leaf)" class="stroke-ink" stroke-width="1.2" />
    <text x="403" y={armAt(i) + 4} class="fill-ink text-[12px]"
      >{#if hasRest && i === ends - 1}{inGrams(scaled.rest)}
        {scaled.whole === 0 ? 'in all' : 'over'}{:else if i === arms - 1 && scaled.whole > arms}and
        {scaled.whole - arms + 1} more{:else}{inGrams(portion!.grams)}{/if}</text
    >
  {/each}
</svg>

{#snippet amount(of: Scaled['ready'], what: string)}
  <p>
    <strong>{inGrams(of.mostly)}</strong><br /><span class="note text-ink-2">{what}</span><br /><span
      class="fine text-ink-2">{range(of)}</span
    >
  </p>
{/snippet}
