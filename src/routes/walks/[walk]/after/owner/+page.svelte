<script lang="ts">
  import { enhance } from '$lib/ui/form/forms.svelte';
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';
  import LetterSheet from '$lib/ui/walk/LetterSheet.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Account of {data.walk.name} · Good Trail</title></svelte:head>
<AfterNav walkId={data.walk.id} leads={data.leads} />
{#if data.begun}
  <LetterSheet
    walkId={data.walk.id}
    subject="What we took at {data.siteName}"
    action="?/send"
    letter={data.letter}
    today={data.today}
    said={form}
  >
    {#snippet about()}
      <h2>Account to the owner</h2>
      <p class="text-ink-2">
        To {data.owner ?? 'whoever owns the ground'}: all that was taken, and where, out of what was tapped.
        Add what you saw amiss: fences, dumping, stock.
      </p>
      <form method="POST" action="?/told" class="mt-2" use:enhance>
        <input type="hidden" name="isTold" value={data.walk.isOwnerTold ? 'no' : 'yes'} />
        {#if data.walk.isOwnerTold}<p><strong>The owner was told.</strong></p>
          <button class="cursor-pointer text-moss underline underline-offset-4">Not told after all</button
          >{:else}<button class="btn btn-line btn-sm">Told by a call or on paper</button>{/if}
      </form>
    {/snippet}
  </LetterSheet>
{:else}<p class="text-ink-2">
    Nothing was recorded on this walk yet: there is nothing to give account of.
  </p>{/if}
