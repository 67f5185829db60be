<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import type { BriefDocument } from '$core/walk';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import RichTextView from '$lib/ui/walk/RichTextView.svelte';

  interface Props {
    document: BriefDocument;
  }
  let { document }: Props = $props();
</script>

<WideTable label="Timetable">
  <table class="ruled mt-4">
    <thead
      ><tr
        ><th scope="col">arrive</th><th scope="col">leave</th><th scope="col"
          >{document.walk.kind === 'class' ? 'station' : 'stop'}</th
        ><th scope="col">what for</th></tr
      ></thead
    >
    <tbody>
      {#each document.stops as stop (stop.number)}
        <tr>
          <td><strong>{stop.arrive}</strong></td><td>{stop.leave}</td><td
            ><span class="disc mr-2">{stop.number}</span>{stop.name}</td
          >
          <td
            >{#each stop.taxa as taxon, nth (nth)}<span class="mr-4 inline-block"
                ><RoleMark role={taxon.role} />
                {nameWithin(taxon.name)}{#if taxon.specimens}<span class="note text-ink-2"
                    >, {taxon.specimens}</span
                  >{/if}</span
              >{/each}
            {#if stop.activity}<p class="note">
                <strong class="first-letter:uppercase">{stop.activity.kind}</strong>{stop.activity.materials
                  ? `: ${stop.activity.materials}`
                  : ''}{stop.activity.allergens ? `. Allergens: ${stop.activity.allergens}` : ''}
              </p>{/if}
            <div class="note text-ink-2"><RichTextView text={stop.talkingPoints} /></div></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</WideTable>
