<script lang="ts">
  import { enhance } from '$lib/ui/form/forms.svelte';
  import PlaceField from '$lib/ui/form/PlaceField.svelte';

  /** Asks for the place of a site of which nothing is known yet. */
  interface Props {
    readonly result: { readonly problem: string; readonly where: string } | undefined;
  }
  let { result }: Props = $props();
</script>

<form method="POST" action="?/place" use:enhance class="grid max-w-[460px] gap-3 bg-shade px-4 py-4">
  <h2>Where is it?</h2>
  <p class="text-ink-2">
    Light, tide and season follow from the place. A GPX track or a drawn map says it, too.
  </p>
  <PlaceField name="where" value={result?.where ?? ''} problem={result?.problem} />
  <button class="btn btn-primary justify-self-start">It is here</button>
</form>
