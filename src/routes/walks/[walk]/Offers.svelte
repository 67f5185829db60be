<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** Patches of the site that are no stop yet, with the role that the engine would give their plants. */
  interface Props {
    offers: PageData['offers'];
    revision: number;
  }
  let { offers, revision }: Props = $props();
</script>

<WideTable label="Patches that can become stops">
  <table class="ruled compact">
    <thead>
      <tr
        ><th scope="col">plant</th><th scope="col">patch</th><th scope="col">on the day</th><th scope="col"
          >proposed</th
        ><th scope="col"><span class="sr-only">add</span></th></tr
      >
    </thead>
    <tbody>
      {#each offers as offer (offer.patchId)}
        <tr>
          <td class="min-w-36"
            ><strong>{offer.name}</strong><br /><i class="text-ink-2">{offer.scientific}</i></td
          >
          <td class="min-w-40">{offer.patch}</td>
          <td class="whitespace-nowrap"
            >{offer.stage ? `${offer.stage}, ${Math.round(offer.chance * 100)} %` : 'not up'}</td
          >
          <td class="w-full"
            ><RoleMark role={offer.role} /><span class="note block text-ink-2">{offer.why}</span></td
          >
          <td class="!pr-0 !text-right">
            <form method="POST" action="?/addPatch" use:enhance>
              <input type="hidden" name="patchId" value={offer.patchId} />
              <input type="hidden" name="revision" value={revision} />
              <button class="btn btn-line btn-sm whitespace-nowrap" aria-label="Add {offer.patch} as a stop"
                ><Plus size={15} aria-hidden="true" />Add stop</button
              >
            </form>
            {#if offer.isOnWalk}<span class="fine whitespace-nowrap text-ink-2">plant is on the walk</span
              >{/if}
          </td>
        </tr>
      {:else}
        <tr
          ><td colspan="5" class="text-ink-2"
            >Every patch of the site is a stop already, or none is recorded. Scout the ground to add more.</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</WideTable>
