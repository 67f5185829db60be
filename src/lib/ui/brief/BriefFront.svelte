<script lang="ts">
  import type { BriefDocument } from '$core/walk';
  import { longDate } from '$lib/ui/dates';

  /** Part 1: where, when, who, how help gets there, what to bring, what calls it off. */
  interface Props {
    document: BriefDocument;
    version: number;
  }
  let { document, version }: Props = $props();
  const front = $derived(document.front);
  const isClass = $derived(document.walk.kind === 'class');
  const place = (at: { latitude: number; longitude: number; gridReference: string }) =>
    `${at.latitude.toFixed(5)}, ${at.longitude.toFixed(5)}${at.gridReference ? ` · ${at.gridReference}` : ''}`;
  const facts = $derived(
    [
      ['Where', isClass ? front.venue : front.site],
      ['Leaders and group', `${[front.leader, ...front.otherLeaders].join(', ')}; ${front.cohort}`],
      ...(isClass ? [] : [['Meeting point', `${document.stops[0]?.name ?? ''}, ${place(front.meeting)}`]]),
      [
        'Access for an ambulance',
        [front.accessPoint, front.access && place(front.access)].filter(Boolean).join(' ')
      ],
      ['Nearest road', front.nearestRoad],
      ['Telephone signal', front.phoneSignal],
      ['Toilets', front.toilets],
      ['Light', front.light],
      ['Tide', front.tide],
      [
        'Turn back',
        front.turningBack
          ? `leave ${front.turningBack.stop} by ${front.turningBack.by}, by the shortest way`
          : ''
      ],
      [
        'When late, leave out',
        front.drops.map(({ stop, minutes }) => `${stop} (${minutes} min)`).join(', then ')
      ],
      ['Permission', front.permission],
      ['Rules of the place', front.localRules]
    ].filter(([, value]) => value)
  );
  const brought = $derived(front.kit.filter(({ carriedBy }) => carriedBy === 'everyone'));
  const carried = $derived(front.kit.filter(({ carriedBy }) => carriedBy === 'leaders'));
  const listed = (items: typeof front.kit) => items.map(({ label }) => label).join('; ');
</script>

<p class="plate-label">Brief, version {version}</p>
<h2 class="!text-[22px] !leading-8">
  {longDate(document.walk.isoDate)}, {document.walk.start} to about {document.walk.end}{#if front.due}, back
    by {front.due}{/if}
</h2>
<dl class="mt-3 grid gap-x-8 gap-y-2 text-[15px] sm:grid-cols-2">
  {#each facts as [label, value] (label)}
    <div>
      <dt class="note text-ink-2">{label}</dt>
      <dd>{value}</dd>
    </div>
  {/each}
  {#if brought.length > 0}<div>
      <dt class="note text-ink-2">Everybody brings</dt>
      <dd>{listed(brought)}</dd>
    </div>{/if}
  {#if carried.length > 0}<div>
      <dt class="note text-ink-2">Leaders carry</dt>
      <dd>{listed(carried)}</dd>
    </div>{/if}
  {#if front.weather.length > 0}<div class="sm:col-span-2">
      <dt class="note text-ink-2">What calls it off</dt>
      {#each front.weather as limit (limit.kind)}<dd>
          <strong class="first-letter:uppercase">{limit.kind}</strong>: {limit.limit}. {limit.decides} decides,
          {limit.when}.
        </dd>{/each}
    </div>{/if}
</dl>
