<script lang="ts">
  import OwnEntry from './OwnEntry.svelte';

  let { data, form } = $props();
</script>

<!-- Another kind is another form. -->
{#key data.what}<OwnEntry {data} answer={form} />{/key}
