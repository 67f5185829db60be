<script lang="ts">
  import type { Standing } from '$core/knowledge';

  interface Props {
    readonly value: Standing | undefined;
    readonly choices: { readonly origins: readonly string[]; readonly frequencies: readonly string[] };
  }
  /** How a plant comes to stand in the region. */
  let { value, choices }: Props = $props();
  const fields = $derived([
    { name: 'origin', label: 'Origin here', options: choices.origins, chosen: value?.origin },
    {
      name: 'frequency',
      label: 'How often it is met',
      options: choices.frequencies,
      chosen: value?.frequency
    }
  ]);
</script>

{#each fields as { name, label, options, chosen } (name)}
  <label class="mt-2 block"
    ><span class="note text-ink-2">{label}</span><select {name} class="select" value={chosen ?? ''}>
      <option value="">not known, or disputed</option>
      {#each options as option (option)}<option value={option}>{option}</option>{/each}
    </select></label
  >
{/each}
<label class="mt-2 flex min-h-10 items-center gap-3"
  ><input
    type="checkbox"
    name="isInvasive"
    checked={value?.isInvasive ?? false}
    class="checkbox border-rule-strong"
  />It spreads at the cost of what grew there</label
>
