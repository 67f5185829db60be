<script lang="ts">
  import { clockTime } from '$core/route';

  let { data } = $props();
  const taxaAt = (stop: string) => data.taxa.filter((one) => one.stop === stop && one.role !== 'leave out');
  const leftAt = (patch: string | undefined, slug: string, part: string) =>
    data.patches.find((one) => one.id === patch && one.taxon === slug && one.parts.includes(part))?.left;
</script>

<svelte:head><title>Tick sheet {data.walk.name} · Good Trail</title></svelte:head>
<p class="no-print mb-4 flex flex-wrap gap-3">
  <button type="button" class="btn btn-primary" onclick={() => print()}>Print it</button>
  <span class="note self-center text-ink-2"
    >Where no phone works: the same fields, to be kept with the walk.</span
  >
</p>

{#snippet box()}<span class="inline-block h-4 w-4 border border-ink align-[-3px]"></span>{/snippet}
{#snippet line(wide: string)}<span class={['inline-block border-b border-ink align-bottom', wide]}
    >&nbsp;</span
  >{/snippet}

<div class="grid gap-5">
  <p>
    <strong>In an emergency:</strong>
    {data.numbers.map(({ label, number }) => `${label} ${number}`).join(' · ')}
  </p>
  <section class="break-inside-avoid">
    <h2>Who is here</h2>
    <table class="ruled compact">
      <thead
        ><tr
          ><th scope="col">name</th><th scope="col">here</th>{#each data.stops as _, i (i)}<th scope="col"
              >{i + 1}</th
            >{/each}<th scope="col">end</th></tr
        ></thead
      >
      <tbody>
        {#each data.people as one (one.id)}<tr
            ><td
              >{one.name}{one.isMinor
                ? one.hasConsent
                  ? ', under 18'
                  : ', under 18, no consent: stays'
                : ''}</td
            ><td>{@render box()}</td>{#each data.stops as stop (stop.id)}<td>{@render box()}</td>{/each}<td
              >{@render box()}</td
            ></tr
          >{/each}
        <tr
          ><td>guest {@render line('w-[140px]')}</td><td>{@render box()}</td
          >{#each data.stops as stop (stop.id)}<td>{@render box()}</td>{/each}<td>{@render box()}</td></tr
        >
      </tbody>
    </table>
    {#each data.weather as { kind, limit }, nth (nth)}<p class="note mt-1">
        {@render box()} held {@render box()} reached: {kind}, {limit}
      </p>{/each}
    <p class="mt-2">
      {@render box()} we go {@render box()} we do not go, because {@render line('w-[260px]')}
    </p>
  </section>
  {#each data.stops as stop, i (stop.id)}
    <section class="break-inside-avoid border-t border-ink pt-2">
      <h2>
        {i + 1}
        {stop.name}
        <span class="note font-sans font-normal"
          >planned {clockTime(stop.arrive)}–{clockTime(stop.leave)}; arrived {@render line('w-[60px]')} left {@render line(
            'w-[60px]'
          )} heads {@render line('w-[40px]')}</span
        >
      </h2>
      {#each stop.warnings as one (one.slug)}<p class="note mt-1 font-strong text-rosehip">
          {@render box()} warned of {one.name}: {one.keepAway}
        </p>{/each}
      {#each taxaAt(stop.id) as taxon (taxon.slug + taxon.part)}
        {@const left = leftAt(stop.patch, taxon.slug, taxon.part)}
        <div class="mt-2">
          <p>
            <strong>{taxon.name}</strong> <i>{taxon.scientific}</i>, {taxon.role}{taxon.role === 'gather'
              ? `: ${taxon.part}`
              : ''}
          </p>
          {#if taxon.set.length > 0}<p class="note">
              Signs, before the name: {#each taxon.set as check (check.slug)}{@render box()}
                {check.name.toLowerCase()}&ensp;{/each}
            </p>{/if}
          {#if taxon.role === 'gather'}<p class="note">
              {@render box()} may we take here · pieces {@render line('w-[120px]')}{left === undefined
                ? ''
                : ` of ${left}`} · minutes {@render line('w-[50px]')} · put back {@render line('w-[40px]')} · left
              because {@render line('w-[120px]')}
            </p>
            <p class="note">
              {@render box()} all baskets looked through; taken out {@render line('w-[180px]')} second pair of eyes
              {@render line('w-[80px]')}
            </p>{/if}
          <p class="note">
            Asked: {@render line('w-[110px]')}
            {@render box()} named rightly {@render box()} left {@render box()} taken for another {@render box()}
            would have gathered a dangerous one
          </p>
        </div>
      {/each}
    </section>
  {/each}
  <section class="break-inside-avoid border-t border-ink pt-2">
    <h2>At the end</h2>
    <p class="note">
      {@render box()} heads {@render box()} fire felt cold {@render box()} blades in {@render box()} specimens counted
      {@render box()} rubbish {@render box()} gate shut; back by {clockTime(data.times.due)}
    </p>
    <p class="note mt-2">
      Ill or hurt: who {@render line('w-[120px]')} when {@render line('w-[60px]')} what {@render line(
        'w-[180px]'
      )} done {@render line('w-[180px]')}
    </p>
    <p class="note mt-2">Nearly ready, seen amiss, unknown: {@render line('w-[420px]')}</p>
  </section>
</div>
