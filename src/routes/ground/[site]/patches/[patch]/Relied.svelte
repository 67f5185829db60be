<script lang="ts">
  import type { Reliance } from '$lib/server/ground/patches';
  import { counted, dayAndMonth, longDate } from '$core/words';

  /** What relies on the name of a patch's plant. */
  interface Props {
    relied: Reliance;
  }
  let { relied }: Props = $props();
  const isNone = $derived(
    relied.walks.length + relied.briefs.length + relied.sightings + relied.gatherings === 0
  );
</script>

<div class="fine mt-1 text-ink-2">
  {#if isNone}Nothing relies on that name.{:else}
    On that name rely:
    <ul class="m-0 list-disc pl-5">
      {#each relied.walks as one (one.id)}<li>
          the plan of <a href="/walks/{one.id}" class="underline underline-offset-2">{one.name}</a>, {longDate(
            one.heldOn
          )}
        </li>{/each}
      {#each relied.briefs as one (one.walkId + one.version)}<li>
          <a href="/walks/{one.walkId}/brief" class="underline underline-offset-2"
            >brief {one.version} of {one.walk}</a
          >, published {dayAndMonth(one.publishedOn)}
        </li>{/each}
      {#if relied.sightings > 0}<li>
          {counted(relied.sightings, 'sighting')}
        </li>{/if}
      {#if relied.gatherings > 0}<li>
          {counted(relied.gatherings, 'entry', 'entries')} in the ledger
        </li>{/if}
    </ul>
  {/if}
</div>
