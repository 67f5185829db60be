<script lang="ts">
  import type { AllowanceRule } from '$core/knowledge';
  import Line from './Line.svelte';

  /** How much of a stand a year may give, in figures. */
  let { value, prefix = '' }: { value: AllowanceRule | undefined; prefix?: string } = $props();
</script>

<Line name="{prefix}part" label="Piece" value={value?.part} />
<Line name="{prefix}unit" label="What is counted: plants, shoots, clusters" value={value?.unit} />
<Line
  name="{prefix}fraction"
  label="Share of what is surely there, such as 0.1; or: to need"
  value={value?.fraction}
/>
<Line name="{prefix}pieces" label="Pieces that one of them may give" value={value?.pieces} />
<Line name="{prefix}exempt" label="Left alone, if any" value={value?.exempt} />
<Line
  name="{prefix}leastSquareMetres"
  label="Smallest patch in m², if any"
  value={value?.leastSquareMetres}
/>
<Line name="{prefix}restYears" label="Years of rest, if any" value={value?.restYears} />
<Line name="{prefix}spacing" label="How it is spread, if any" value={value?.spacing} />
<Line name="{prefix}basis" label="Source, or common practice" value={value?.basis} />
