<script lang="ts">
  import OwnEntry from './OwnEntry.svelte';

  let { data, form } = $props();
</script>

<!-- Another kind is another form, and another entry too. -->
{#key `${data.what} ${data.changing?.path}`}<OwnEntry {data} answer={form} />{/key}
