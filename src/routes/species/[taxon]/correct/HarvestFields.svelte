<script lang="ts">
  import type { Harvest } from '$core/knowledge';
  import Line from './Line.svelte';

  /** How it is taken. */
  let { value, prefix = '' }: { value: Harvest | undefined; prefix?: string } = $props();
</script>

<Line name="{prefix}rule" label="Rule" value={value?.rule} />
<Line name="{prefix}tool" label="Tool" value={value?.tool} />
<Line name="{prefix}basis" label="Basis" value={value?.basis} />
