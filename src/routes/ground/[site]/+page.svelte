<script lang="ts">
  import Binoculars from '@lucide/svelte/icons/binoculars';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import Daylight from '$lib/ui/Daylight.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import GroundMap from '$lib/ui/map/GroundMap.svelte';
  import { counted, dayAndMonth, longDate } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import StageForecasts from '$lib/ui/StageForecasts.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import AddPatch from './AddPatch.svelte';
  import HappenedHere from './HappenedHere.svelte';
  import SiteDetails from './SiteDetails.svelte';
  import TrackForm from './TrackForm.svelte';
  import WhereIsIt from './WhereIsIt.svelte';

  let { data, form } = $props();
  let pointed = $state<{ longitude: number; latitude: number }>();
  /** Nothing says yet where it is. */
  const isNowhere = $derived(!data.site.place && data.patches.length === 0);
  const metres = (n: number) => `${n < 20 ? Math.round(n) : Math.round(n / 10) * 10} m`;
</script>

<svelte:head><title>{data.site.name} · Good Trail</title></svelte:head>
<h1>{data.site.name}</h1>
{#if data.site.isPutAway}<p class="note font-strong text-ochre">This site is put away.</p>{/if}
<p class="flex flex-wrap gap-x-4 text-ink-2">
  <span>{data.site.habitats.join(', ') || 'no habitats recorded: every lookalike counts as plausible'}</span
  >{#if data.placed}<span class="tabular-nums">{data.placed}</span>{/if}
  {#if data.regions.length > 1}<span>{data.region.title}</span>{/if}
</p>
{#if data.isBeyond}<Notice kind="problem"
    >This lies beyond {data.region.title}: seasons, law, animals and lookalikes of that region need not hold
    here.{#if data.mayEdit && data.regions.length > 1}
      <a href="#details">Choose another region</a>{/if}</Notice
  >{/if}

{#if data.waypoints > 0 && data.patches.length === 0 && data.mayEdit}<Notice kind="done"
    >The path is there. <a href="/ground/{data.site.id}/waypoints"
      >Bring in {data.waypoints === 1 ? 'the waypoint' : `the ${data.waypoints} waypoints`} of the same file, too</a
    ></Notice
  >{/if}
{#if isNowhere && data.mayEdit}
  <div class="mt-4"><WhereIsIt result={form && 'place' in form ? form.place : undefined} /></div>
{/if}
<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_270px]">
  {#if !isNowhere}
    <div>
      {#key data.site.revision}
        <GroundMap
          ground={data.site.ground}
          label="Map of {data.site.name}; the patches are listed below"
          height="h-[330px]"
          centre={data.site.place ?? data.patches[0]}
          saysPlace
          {pointed}
          markers={data.patches.map((one) => ({
            longitude: one.longitude,
            latitude: one.latitude,
            label: `${one.name}: ${one.taxonName}`,
            name: one.name,
            outline: one.outline,
            danger: one.danger
          }))}
          onpick={(at) => {
            if (data.mayEdit) pointed = at;
          }}
        />
      {/key}
      <p class="note mt-2 flex flex-wrap gap-x-4">
        {#if data.mayEdit}<a href="/ground/{data.site.id}/map">Draw the map</a>{/if}
        <span
          >Take out as
          <a href="/ground/{data.site.id}/export?as=gpx" download>GPX</a>,
          <a href="/ground/{data.site.id}/export?as=kml" download>KML</a>,
          <a href="/ground/{data.site.id}/export?as=kmz" download>KMZ</a> or
          <a href="/ground/{data.site.id}/export?as=geojson" download>GeoJSON</a></span
        >
      </p>
    </div>
    {#if data.mayEdit}<div class="lg:border-l lg:border-rule lg:pl-6">
        <AddPatch {data} bind:pointed />
      </div>{/if}
  {/if}
  <div class={data.mayEdit && !isNowhere ? 'lg:col-start-1' : ''}>
    <h2>Patches on {longDate(data.today)}</h2>
    <WideTable label="Patches">
      <table class="ruled mt-1">
        <thead
          ><tr
            ><th scope="col">patch</th><th scope="col">taxon</th><th scope="col" class="max-sm:hidden"
              >how much</th
            ><th scope="col">stage<span class="max-sm:sr-only">, as forecast for this site</span></th></tr
          ></thead
        >
        <tbody>
          {#each data.patches as one (one.id)}
            <tr>
              <td
                ><a
                  href="/ground/{data.site.id}/patches/{one.id}"
                  class="font-strong underline decoration-rule underline-offset-4">{one.name}</a
                >{#if one.closed}<span class="note flex items-baseline gap-1 text-ochre"
                    ><TriangleAlert size={14} class="shrink-0 self-center" aria-hidden="true" /><span
                      >{one.closed}</span
                    ></span
                  >{/if}{#if one.isOutside}<span class="note flex items-baseline gap-1 text-ochre"
                    ><TriangleAlert size={14} class="shrink-0 self-center" aria-hidden="true" /><span
                      >outside the boundary: whose ground is it?</span
                    ></span
                  >{/if}{#if one.setBack > 0}<span class="note block text-ink-2"
                    >Growth is {one.setBack} days behind after what happened here.</span
                  >{/if}{#each one.tooNear as source, i (i)}<span
                    class="note flex items-baseline gap-1 text-ochre"
                    ><TriangleAlert size={14} class="shrink-0 self-center" aria-hidden="true" /><span
                      >{source.name ?? source.kind}{source.isUpstream
                        ? `, ${metres(source.metres)} upstream`
                        : source.metres === 0
                          ? ', within it'
                          : `, ${metres(source.metres)} off, keep ${source.buffer} m`}: {source.why}</span
                    ></span
                  >{/each}</td
              >
              <td
                ><a href="/species/{one.taxon}" class="link-line mr-2">{one.taxonName}</a
                >{#if one.danger}<RoleMark role="danger" />{/if}</td
              >
              <td class="max-sm:hidden">{one.abundance}</td>
              <td class="text-ink-2">
                <StageForecasts stages={one.stages} today={data.today} />
              </td>
            </tr>
          {:else}
            <tr
              ><td colspan="4" class="text-ink-2">No patches yet. Point at the map where something grows.</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </WideTable>
    <p class="fine mt-1 text-ink-2">
      {#each data.shifts as { half, mean, low, high } (half)}<span class="mr-1"
          >{half === 'spring' ? 'Spring' : 'Autumn'} here {mean === 0
            ? 'as at the library’s reference place'
            : `${counted(Math.abs(mean), 'day')} ${mean > 0 ? 'later' : 'earlier'} than at the library’s reference place`},
          80 in 100 between {low} and {high} days.</span
        >{/each}
      From its place and {data.sightings.length === 0
        ? 'no sightings yet: note some, and the forecast of every plant moves.'
        : `${counted(data.sightings.length, 'sighting')}.`}
      {#if data.mayScout}<a href="/season/{data.site.id}?show=patches">The year of its plants</a>{/if}
    </p>

    <section class="mt-6 border-t border-rule pt-4">
      <h2>Seen here</h2>
      {#if data.mayScout}<p class="mt-1">
          <a class="btn btn-line" href="/ground/{data.site.id}/scout"
            ><Binoculars size={17} aria-hidden="true" />Scout: note what you see</a
          >
        </p>{/if}
      <ul class="m-0 mt-3 list-none p-0">
        {#each data.sightings.slice(0, 12) as one (one.id)}
          <li class="note flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5">
            <span class="w-24 shrink-0 text-ink-2">{dayAndMonth(one.seenOn)}</span>
            <span
              ><strong>{one.patch ?? one.taxonName}</strong>: {one.stage}
              {one.says === 'there' ? '' : one.says}</span
            >
            <span class="text-ink-2"
              >{one.amount ? `${one.amount}, ` : ''}{one.note ? `${one.note}, ` : ''}{one.seenBy}</span
            >
            {#if one.hasPicture}<a href="/ground/{data.site.id}/sightings/{one.id}" target="_blank">picture</a
              >{/if}
            {#if data.mayEdit}<form method="POST" action="?/unsee" use:enhance class="ml-auto">
                <input type="hidden" name="sighting" value={one.id} /><button
                  class="cursor-pointer underline underline-offset-2"
                  aria-label="Take back: {one.patch ?? one.taxonName}, {one.stage} {one.says}, {dayAndMonth(
                    one.seenOn
                  )}">Take back</button
                >
              </form>{/if}
          </li>
        {:else}
          <li class="note text-ink-2">Nothing yet this year.</li>
        {/each}
      </ul>
    </section>
    {#if data.finds.length > 0}<section class="mt-6 border-t border-rule pt-4">
        <h2>Finds without a name</h2>
        <ul class="note m-0 mt-1 list-none p-0">
          {#each data.finds as one (one.id)}<li class="flex gap-x-3 border-b border-rule py-1.5">
              <span class="w-24 shrink-0 text-ink-2">{dayAndMonth(one.seenOn)}</span>
              <a href="/ground/{data.site.id}/finds/{one.id}">{one.name}</a>
              <span class="text-ink-2">{one.foundBy}</span>
            </li>{/each}
        </ul>
      </section>{/if}
    <HappenedHere {data} />
  </div>

  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
    {#if data.mayEdit}
      <TrackForm result={form?.track} siteId={data.site.id} />
    {/if}
    {#if data.light}<div>
        <h2>Light on {dayAndMonth(data.today)}</h2>
        <Daylight light={data.light} />
      </div>{/if}
    <div>
      <h2>Permission</h2>
      <p class="text-ink-2">
        {#if data.site.mayPick}Leave to pick{data.site.mayDig ? ' and to dig' : ', not to dig'}{data.site
            .permissionFrom
            ? `, from ${data.site.permissionFrom}`
            : ''}.{data.site.permissionUntil ? ` Until ${longDate(data.site.permissionUntil)}.` : ''}{:else}No
          leave to pick is recorded.{/if}
        {data.site.largestGroup ? `Groups of at most ${data.site.largestGroup}.` : ''}
        {data.site.mayFire ? 'A fire is allowed.' : 'No fire.'}
        {data.site.mayCharge ? 'Teaching for a fee is allowed.' : 'No leave to teach for a fee is recorded.'}
      </p>
      {#if data.site.designation}<p class="mt-1">Protected: {data.site.designation}.</p>{/if}
      {#if data.site.localRules}<p class="mt-1 whitespace-pre-line">{data.site.localRules}</p>{/if}
    </div>
    <div>
      <h2>Access point</h2>
      <p class="text-ink-2">
        {data.site.accessPoint ?? 'Not described yet: an ambulance needs a place to drive to.'}
        {data.site.nearestRoad}
      </p>
      {#if data.site.emergencyCall}<p class="mt-1">Emergency call here: {data.site.emergencyCall}</p>{/if}
      {#if data.site.phoneSignal}<p class="mt-1 text-ink-2">Signal: {data.site.phoneSignal}</p>{/if}
      {#if data.site.toilets}<p class="mt-1 text-ink-2">Toilets: {data.site.toilets}</p>{/if}
    </div>
    {#if data.site.note}<div>
        <h2>Note</h2>
        <p class="text-ink-2">{data.site.note}</p>
      </div>{/if}
  </aside>
</div>

{#if data.mayEdit}
  <SiteDetails {data} />
  <section class="mt-6 flex flex-wrap items-center gap-3 border-t border-rule pt-4" aria-label="Put away">
    {#if form && 'away' in form && form.away}<div class="w-full">
        <Notice kind="problem">{form.away}</Notice>
      </div>{/if}
    <form method="POST" action="?/away" use:enhance>
      <button class="btn btn-line btn-sm"
        >{data.site.isPutAway ? 'Take this site into use again' : 'Put this site away'}</button
      >
    </form>
    {#if data.patches.length === 0}<form
        method="POST"
        action="?/remove"
        use:enhance
        onsubmit={(event) => {
          if (!confirm(`Remove “${data.site.name}” with its map?`)) event.preventDefault();
        }}
      >
        <button class="btn btn-line btn-sm text-rosehip">Remove it</button>
      </form>{/if}
    <span class="note text-ink-2"
      >{data.site.isPutAway
        ? 'It is put away: offered for no new walk; what was here stays.'
        : 'A site that is put away is offered for no new walk; what was here stays.'}</span
    >
  </section>
{/if}
