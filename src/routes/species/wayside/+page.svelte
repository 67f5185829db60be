<script lang="ts">
  import { palette } from '$lib/palette';
  import { nameWithin } from '$core/knowledge';
  import { addressOf, stageWord } from '$core/words';
  import FilterForm from '$lib/ui/FilterForm.svelte';
  import PlantOptions from '$lib/ui/species/PlantOptions.svelte';
  import RevealBar from '$lib/ui/species/RevealBar.svelte';

  let { data } = $props();

  const query = $derived<[string, string][]>([
    ['plant', data.query.plant],
    ['others', String(data.query.others)],
    ['distance', data.query.distance]
  ]);
  const drawing = $derived(
    addressOf('/species/wayside/drawing', [...query, ['specimen', String(data.query.specimen)]])
  );
  const again = $derived(
    addressOf('/species/wayside', [
      ...query,
      ['sight', data.query.sight],
      ['specimen', String((data.query.specimen % 9999) + 1)]
    ])
  );
  /** The picture whose plants were asked for: another one hides its own. */
  let shown = $state('');
  const isShown = $derived(shown === drawing);
  const blur = $derived({ sharp: '', soft: 'blur-[1.2px]', blurred: 'blur-[2.6px]' }[data.query.sight]);
  const wanted = $derived(data.wayside?.kinds[0]);
  const distances = [
    ['near', 'a few steps off'],
    ['across', 'across the path'],
    ['far', 'far off']
  ] as const;
  const sights = [
    ['sharp', 'sharp'],
    ['soft', 'soft, as at dusk'],
    ['blurred', 'blurred, as without glasses']
  ] as const;
</script>

<svelte:head><title>From afar · Good Trail</title></svelte:head>
<h1>From afar</h1>
<p class="max-w-prose text-ink-2">
  A hedge bank with one to three plants of a kind among its lookalikes and neighbours of the season. Let the
  group spot them, and say from where it would not have dared.
</p>
<FilterForm
  path="/species/wayside"
  class="no-print mt-3 grid grid-cols-2 items-end gap-x-4 gap-y-2 lg:grid-cols-[minmax(0,1.4fr)_130px_minmax(0,1fr)_minmax(0,1fr)]"
>
  {#snippet children(apply)}
    <label class="col-span-2 lg:col-span-1"
      ><span class="note font-strong">Spot</span><select
        name="plant"
        class="select"
        value={data.query.plant}
        onchange={() => apply()}
      >
        <option value="">choose one</option>
        <PlantOptions choices={data.choices} />
      </select></label
    >
    <label class="col-span-2 lg:col-span-1"
      ><span class="note font-strong">Among</span><select
        name="others"
        class="select"
        value={String(data.query.others)}
        onchange={() => apply()}
        >{#each Array.from({ length: data.mostOthers }, (_, i) => String(i + 1)) as count (count)}<option
            value={count}>{count === '1' ? '1 other' : `${count} others`}</option
          >{/each}</select
      ></label
    >
    <label
      ><span class="note font-strong">Seen from</span><select
        name="distance"
        class="select"
        value={data.query.distance}
        onchange={() => apply()}
        >{#each distances as [value, label] (value)}<option {value}>{label}</option>{/each}</select
      ></label
    >
    <label
      ><span class="note font-strong">Sight</span><select
        name="sight"
        class="select"
        value={data.query.sight}
        onchange={() => apply()}
        >{#each sights as [value, label] (value)}<option {value}>{label}</option>{/each}</select
      ></label
    >
    <noscript><button class="btn">Draw</button></noscript>
  {/snippet}
</FilterForm>

{#if data.wayside && wanted}
  <RevealBar
    {again}
    anew="Another bank"
    what="them"
    {isShown}
    toggle={() => (shown = isShown ? '' : drawing)}
  />
  <p class="mt-4 font-serif text-[19px] leading-snug">
    Find {nameWithin(wanted.name)}.
    <span class="note text-ink-2">Its stage: {stageWord(wanted.group, wanted.stage)}.</span>
  </p>
  <svg
    viewBox="0 0 {data.size.width} {data.size.height}"
    class="plate mt-2 w-full max-w-[min(1040px,max(340px,calc((100vh-370px)*1.667)))]"
    role="img"
    aria-label="A drawn hedge bank with {data.wayside.kinds.length} kinds of plants{isShown
      ? `; ${wanted.count} of ${nameWithin(wanted.name)} are marked`
      : ''}"
  >
    <image href={drawing} width={data.size.width} height={data.size.height} class={isShown ? '' : blur} />
    {#if isShown}
      {#each data.wayside.wanted as { left, top, right, bottom }, i (i)}
        {#each [[palette.paper, 6], [palette.rosehip, 3]] as const as [stroke, width] (stroke)}
          <rect
            x={Math.max(4, left - 6)}
            y={Math.max(4, top - 6)}
            width={Math.min(data.size.width - 8, right + 6) - Math.max(4, left - 6)}
            height={bottom - Math.max(4, top - 6) + 4}
            rx="12"
            fill="none"
            {stroke}
            stroke-width={width}
            stroke-dasharray={stroke === palette.rosehip ? '9 6' : undefined}
          />
        {/each}
      {/each}
    {/if}
  </svg>
  <div class="mt-2 min-h-6" aria-live="polite">
    {#if isShown}
      <p>
        {wanted.count === 1 ? 'One plant is' : `${wanted.count} plants are`}
        <strong>{nameWithin(wanted.name)}</strong>. Beside {wanted.count === 1 ? 'it' : 'them'}
        {data.wayside.kinds.length > 1 ? 'stand' : 'stands nothing else that is up then.'}
        {#each data.wayside.kinds.slice(1) as kind, i (kind.slug)}{i === 0
            ? ''
            : i === data.wayside.kinds.length - 2
              ? ' and '
              : ', '}<a
            class={kind.isDangerous ? 'font-strong text-rosehip' : ''}
            href="/species/compare?plant={encodeURIComponent(data.query.plant)}&plant={encodeURIComponent(
              `${kind.slug}~${kind.stage}`
            )}">{nameWithin(kind.name)}</a
          >{i === data.wayside.kinds.length - 2 ? '.' : ''}{/each}
      </p>
    {/if}
  </div>
  <p class="fine text-ink-2">
    Heights are brought closer together than they are, or small plants could not be seen. What is spotted from
    afar is named from near, with all its checks.
  </p>
{:else if data.isAsked}
  <p class="mt-6">Choose a plant of the land at a stage at which it is drawn.</p>
{:else}
  <p class="mt-6 text-ink-2">Choose the plant to spot.</p>
{/if}
