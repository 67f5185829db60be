<script lang="ts">
  import Upload from '@lucide/svelte/icons/upload';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import { leaveFile } from '$lib/ui/field/left-file';

  /** Takes the path of a site from a GPX track, asks where it lies far off, and undoes it. */
  interface Props {
    result:
      | { problem: string; isFar?: boolean }
      | { done: string; before?: string; waypoints?: number }
      | undefined;
    siteId: string;
  }
  let { result, siteId }: Props = $props();
</script>

<form method="POST" action="?/track" enctype="multipart/form-data" use:enhance class="grid gap-2">
  <h2>Path from a GPX or KML track</h2>
  {#if result && 'problem' in result}<Notice kind="problem">{result.problem}</Notice>{/if}
  {#if result && 'done' in result}<Notice kind="done"
      >{result.done}{#if 'before' in result}
        <button
          class="cursor-pointer underline underline-offset-2"
          formaction="?/untrack"
          name="before"
          value={result.before}>Undo</button
        >{/if}
      {#if result.waypoints}<a href="/ground/{siteId}/waypoints"
          >Bring in {result.waypoints === 1 ? 'its waypoint' : `its ${result.waypoints} waypoints`}, too</a
        >{/if}</Notice
    >{/if}
  {#if result && 'isFar' in result}<label class="note flex items-center gap-2"
      ><input type="checkbox" class="checkbox" name="far" value="yes" />It belongs here all the same</label
    >{/if}
  <label class="fine text-ink-2" for="track">The longest track or route of the file replaces the path.</label>
  <input
    id="track"
    type="file"
    name="track"
    onchange={(event) => leaveFile(event.currentTarget.files?.[0])}
    accept=".gpx,.kml,.kmz,application/gpx+xml"
    class="file-input w-full border-rule-strong bg-plate text-[14px]"
  />
  <button class="btn btn-line"><Upload size={17} aria-hidden="true" />Import this track</button>
</form>
