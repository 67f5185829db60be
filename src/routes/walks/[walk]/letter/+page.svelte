<script lang="ts">
  import LetterSheet from '$lib/ui/walk/LetterSheet.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Letter for {data.walk.name} · Good Trail</title></svelte:head>
<PlanNav walkId={data.walk.id} leads={data.leads} />
<LetterSheet
  walkId={data.walk.id}
  subject="A foraging walk at {data.siteName}"
  letter={data.letter}
  today={data.today}
  said={form}
>
  {#snippet about()}
    <h2>Asking for leave</h2>
    <p class="text-ink-2">
      To {data.owner ?? 'whoever owns the ground'}. It says who comes, what would be taken and how much, and
      asks for an answer in writing. Record the answer with the site.
    </p>
  {/snippet}
</LetterSheet>
