<script lang="ts">
  import Skull from '@lucide/svelte/icons/skull';

  let { data } = $props();
  const severity = ['no harm known', 'passing irritation', 'ill for a day', 'hospital', 'can kill'];
</script>

<svelte:head><title>{data.name} · Good Trail</title></svelte:head>
<header class="flex flex-wrap items-baseline gap-x-4">
  <h1>{data.name}</h1>
  <i class="text-[19px]">{data.scientific}</i><span class="text-ink-2"
    >{data.family?.english}, {data.lifeForm}</span
  >
</header>
<nav aria-label="Stages" class="mt-3 flex flex-wrap gap-x-6 border-b border-rule">
  {#each data.stages as one (one.stage)}<a
      href="?stage={encodeURIComponent(one.stage)}"
      aria-current={one.stage === data.stage ? 'true' : undefined}
      class={[
        '-mb-px min-h-10 border-b-[3px] py-2',
        one.stage === data.stage ? 'border-moss font-[650]' : 'border-transparent'
      ]}
      >{one.stage}
      <span class="fine font-normal text-ink-2"
        >BBCH {one.bbch}{one.chance >= 0.05 ? `, ${Math.round(one.chance * 100)} % now` : ''}</span
      ></a
    >{/each}
</nav>
<div
  class="mt-5 grid gap-x-10 gap-y-6 md:grid-cols-[320px_minmax(0,1fr)] lg:grid-cols-[320px_minmax(0,1fr)_220px]"
>
  <figure class="m-0">
    <div class="plate p-[5px]">
      <img
        src={data.plate}
        alt="{data.name} in {data.stage}, drawn from its described characters"
        width="310"
        height="380"
        class="w-full"
      />
    </div>
    <figcaption class="fine mt-1 text-ink-2">
      Drawn from the characters beside it; no portrait of one plant, and no means to name one.
    </figcaption>
  </figure>
  <section>
    <h2>Described in {data.stage}</h2>
    <table class="ruled mt-1">
      <tbody>
        {#each data.characters as one (one.name)}<tr
            ><td class="w-[45%] text-ink-2">{one.name}</td><td>{one.text}</td></tr
          >{/each}
      </tbody>
    </table>
    <p class="fine mt-2 text-ink-2">What is not listed is not known, never absent. Basis: {data.basis}</p>
  </section>
  <aside
    class="note grid content-start gap-5 md:col-span-2 md:grid-cols-2 lg:col-span-1 lg:grid-cols-1 lg:border-l lg:border-rule lg:pl-6"
  >
    <div>
      <h2>Names</h2>
      {#each data.names as one (one.name)}<p>
          <strong>{one.name}</strong>
          <span class="text-ink-2">{one.language}, {one.region}{one.warning ? `. ${one.warning}` : ''}</span>
        </p>{/each}
    </div>
    <div>
      <h2>Harm</h2>
      {#each data.hazards as one (one.route + one.parts)}<p class="mt-1">
          <strong class={one.severity >= 3 ? 'text-rosehip' : ''}
            >{#if one.severity >= 3}<Skull
                size={14}
                class="mr-1 inline"
                aria-hidden="true"
              />{/if}{one.route}: {severity[one.severity]}</strong
          >
          <span class="text-ink-2"
            >{one.effect}. Principle: {one.principle}. Onset: {one.onset}. Parts: {one.parts}.</span
          >
        </p>{:else}<p class="text-ink-2">None described, which is not the same as none.</p>{/each}
    </div>
    <div>
      <h2>Uses</h2>
      {#each data.uses as use (use.part + use.kind)}<p class="mt-1">
          <strong>{use.kind === 'history' ? 'history' : use.part}</strong>
          <span class="text-ink-2">{use.preparation} {use.conditions}</span><br
          />{#if use.kind !== 'history'}<span class="font-[650]"
              >{use.citations.length >= 2 ? 'Confirmed' : 'Draft'}:</span
            > <span class="text-ink-2">{use.citations.join('; ') || 'no source yet'}</span>{/if}
        </p>{:else}<p class="text-ink-2">None.</p>{/each}
      {#if data.harvest}<p class="mt-1 text-ink-2">
          Harvest: {data.harvest.rule} ({data.harvest.basis})
        </p>{/if}
      {#each data.legal as one (one.region)}<p class="mt-1 text-ink-2">{one.region}: {one.status}</p>{/each}
    </div>
    {#if data.pairs.length > 0}
      <div>
        <h2>Mistaken for</h2>
        {#each data.pairs as one (one.slug)}<p class="mt-1">
            <a href="/species/{one.slug}">{one.name}</a>, hardest in {one.hardestAt}:
            <span class="text-ink-2">{one.why}</span>
          </p>{/each}
      </div>
    {/if}
    {#if data.family}<div>
        <h2>Family</h2>
        <p class="text-ink-2">{data.family.shares} {data.family.caution}</p>
      </div>{/if}
  </aside>
</div>
