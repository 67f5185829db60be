<script lang="ts">
  /** One line of a cell, in words or figures. */
  let { name, label, value }: { name: string; label: string; value: unknown } = $props();
</script>

<label class="mt-2 block"
  ><span class="note text-ink-2">{label}</span><input
    {name}
    class="input"
    value={String(value ?? '')}
  /></label
>
