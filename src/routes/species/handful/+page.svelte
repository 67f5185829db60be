<script lang="ts">
  import { palette } from '$lib/palette';
  import { nameWithin } from '$core/knowledge';
  import { addressOf } from '$core/words';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import PlantOptions from '$lib/ui/species/PlantOptions.svelte';
  import RevealBar from '$lib/ui/species/RevealBar.svelte';

  let { data } = $props();

  const query = $derived<[string, string][]>([
    ['plant', data.query.plant],
    ['other', data.query.other],
    ['pieces', String(data.query.pieces)],
    ['wrong', data.query.wrong === undefined ? '' : String(data.query.wrong)]
  ]);
  const drawing = $derived(
    addressOf('/species/handful/drawing', [...query, ['specimen', String(data.query.specimen)]])
  );
  const again = $derived(
    addressOf('/species/handful', [...query, ['specimen', String((data.query.specimen % 9999) + 1)]])
  );
  /** The handful whose wrong pieces were asked for: another one hides its own. */
  let shown = $state('');
  const isShown = $derived(shown === drawing);
  const wrong = $derived(data.handful?.pieces.filter(({ isWrong }) => isWrong) ?? []);
</script>

{#snippet plants(name: string, label: string, value: string, apply: () => void)}
  <label
    ><span class="note font-strong">{label}</span><select
      {name}
      class="select"
      {value}
      onchange={() => apply()}
    >
      <option value="">choose one</option>
      <PlantOptions choices={data.choices} />
    </select></label
  >
{/snippet}

<svelte:head><title>A handful · Good Trail</title></svelte:head>
<h1>A handful</h1>
<p class="max-w-prose text-ink-2">
  Picked pieces of one plant on a cloth, with none to {data.mostWrong} pieces of another among them, all to one
  scale. Let the group look through them before you show which do not belong.
</p>
<FilterForm
  path="/species/handful"
  class="no-print mt-3 grid grid-cols-2 items-end gap-x-4 gap-y-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_110px_130px]"
>
  {#snippet children(apply)}
    {@render plants('plant', 'A handful of', data.query.plant, apply)}
    {@render plants('other', 'with pieces of', data.query.other, apply)}
    <label
      ><span class="note font-strong">Pieces</span><input
        type="number"
        name="pieces"
        min="4"
        max={data.mostPieces}
        class="input"
        value={data.query.pieces}
        onchange={() => apply()}
      /></label
    >
    <label
      ><span class="note font-strong">Wrong ones</span><select
        name="wrong"
        class="select"
        value={data.query.wrong === undefined ? '' : String(data.query.wrong)}
        onchange={() => apply()}
        ><option value="">by chance</option
        >{#each Array.from({ length: data.mostWrong + 1 }, (_, i) => String(i)) as count (count)}<option
            value={count}>{count === '0' ? 'none' : count}</option
          >{/each}</select
      ></label
    >
    <noscript><button class="btn">Strew</button></noscript>
  {/snippet}
</FilterForm>

{#if data.handful}
  <RevealBar
    {again}
    anew="Strew anew"
    what="which do not belong"
    {isShown}
    toggle={() => (shown = isShown ? '' : drawing)}
  />
  <p class="mt-4 font-serif text-[19px] leading-snug">
    {data.query.pieces} pieces, picked for {nameWithin(data.handful.plant)}. Which do not belong?
  </p>
  <svg
    viewBox="0 0 {data.size.width} {data.size.height}"
    class="plate mt-2 w-full max-w-[min(960px,max(340px,calc((100vh-340px)*1.385)))]"
    role="img"
    aria-label="{data.query.pieces} drawn pieces on a cloth{isShown
      ? `; ${data.handful.wrong} of them ${nameWithin(data.handful.other)}`
      : ''}"
  >
    <image href={drawing} width={data.size.width} height={data.size.height} />
    {#if isShown}
      {#each wrong as { at }, i (i)}
        <circle cx={at.x} cy={at.y} r="44" fill="none" stroke={palette.paper} stroke-width="7" />
        <circle
          cx={at.x}
          cy={at.y}
          r="44"
          fill="none"
          stroke={palette.rosehip}
          stroke-width="3.5"
          stroke-dasharray="9 6"
        />
      {/each}
    {/if}
  </svg>
  <p class="mt-2 min-h-6" aria-live="polite">
    {#if isShown}
      {#if data.handful.wrong === 0}None: all of them are {nameWithin(data.handful.plant)}.
      {:else}{data.handful.wrong === 1 ? 'One piece is' : `${data.handful.wrong} pieces are`}
        <strong class={data.handful.isOtherDangerous ? 'text-rosehip' : ''}
          >{nameWithin(data.handful.other)}</strong
        >.
        <a
          href="/species/compare?plant={encodeURIComponent(data.query.plant)}&plant={encodeURIComponent(
            data.query.other
          )}">Compare the two</a
        >{/if}
    {/if}
  </p>
  <p class="fine text-ink-2">
    Drawn pieces teach the looking; nobody eats from a drawing. Scent and touch are not in it.
  </p>
{:else if data.isAsked}
  <p class="mt-6">
    Choose two different plants, each at a stage at which something of it is picked and drawn.
  </p>
{:else}
  <p class="mt-6 text-ink-2">Choose the plant that was to be picked, and the one that slipped in.</p>
{/if}
