<script lang="ts">
  import { type BriefDocument, briefFacts } from '$core/walk';
  import { longDate } from '$core/words';

  /** Part 1: where, when, who, how help gets there, what to bring, what calls it off. */
  interface Props {
    document: BriefDocument;
    version: number;
    isLeader: boolean;
  }
  let { document, version, isLeader }: Props = $props();
  const front = $derived(document.front);
</script>

<p class="plate-label">Brief, version {version}</p>
<h2 class="!text-[22px] !leading-8">
  {longDate(document.walk.isoDate)}, {document.walk.start} to about {document.walk.end}{#if front.due}, back
    by {front.due}{/if}
</h2>
<dl class="mt-3 grid gap-x-8 gap-y-2 text-[15px] sm:grid-cols-2">
  {#each briefFacts(document, isLeader) as { label, value }, nth (nth)}
    <div>
      <dt class="note text-ink-2">{label}</dt>
      <dd>{value}</dd>
    </div>
  {/each}
  {#if front.weather.length > 0}<div class="sm:col-span-2">
      <dt class="note text-ink-2">What calls it off</dt>
      {#each front.weather as limit, nth (nth)}<dd>
          <strong class="first-letter:uppercase">{limit.kind}</strong>: {limit.limit}. {limit.decides} decides,
          {limit.when}.
        </dd>{/each}
    </div>{/if}
</dl>
