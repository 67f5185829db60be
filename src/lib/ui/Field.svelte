<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements';

  interface Props extends HTMLInputAttributes {
    label: string;
    name: string;
    errors?: string[] | undefined;
    hint?: string;
    options?: readonly { value: string; label: string }[];
    rows?: number;
  }
  let { label, name, errors, hint, options, rows, value = $bindable(), ...rest }: Props = $props();
  const id = $props.id();
  const describedBy = $derived(
    [hint ? `${id}-hint` : '', errors?.length ? `${id}-error` : ''].filter(Boolean).join(' ') || undefined
  );
  const shared = $derived({
    id,
    name,
    'aria-describedby': describedBy,
    'aria-invalid': errors?.length ? ('true' as const) : undefined
  });
</script>

<div class="grid content-start gap-1">
  <label for={id} class="note font-[650]">{label}</label>
  {#if options}
    <select {...shared} class="select" bind:value>
      {#each options as option (option.value)}<option value={option.value}>{option.label}</option>{/each}
    </select>
  {:else if rows}
    <textarea {...shared} class="textarea py-2" {rows} bind:value></textarea>
  {:else}
    <input {...shared} {...rest} class="input" bind:value />
  {/if}
  {#if hint}<p id="{id}-hint" class="fine text-ink-2">{hint}</p>{/if}
  {#if errors?.length}<p id="{id}-error" class="fine font-[650] text-rosehip">{errors.join(' ')}</p>{/if}
</div>
