<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements';
  import { readable, writable } from 'svelte/store';
  import { fieldsAround } from './fields';
  import WhenInput from './WhenInput.svelte';

  /** A field with its label. In a form it takes what stands in it, and what is wrong with it, from there. */
  interface Props extends HTMLInputAttributes {
    label: string;
    name: string;
    errors?: string[] | undefined;
    hint?: string;
    options?: readonly { value: string; label: string }[];
    rows?: number;
  }
  let { label, name, errors, hint, options, rows, value = $bindable(), ...rest }: Props = $props();
  // A field keeps its name.
  // svelte-ignore state_referenced_locally
  const around = fieldsAround(name);
  const filled = around?.form ?? writable<Record<string, unknown>>({});
  const wrong = around?.errors ?? readable<Record<string, string[] | undefined>>({});
  // A choice that was not made is the one without a value.
  const read = () => (around ? $filled[name] : value) ?? (options ? '' : undefined);
  const write = (next: unknown) => {
    if (around) $filled[name] = next;
    else value = next;
  };
  const problems = $derived(around ? $wrong[name] : errors);
  const id = $props.id();
  const describedBy = $derived(
    [hint ? `${id}-hint` : '', problems?.length ? `${id}-error` : ''].filter(Boolean).join(' ') || undefined
  );
  const shared = $derived({
    id,
    name,
    'aria-describedby': describedBy,
    'aria-invalid': problems?.length ? ('true' as const) : undefined
  });
</script>

<div class="grid content-start gap-1">
  <label for={id} class="note font-strong">{label}</label>
  {#if options}
    <select {...shared} class="select" bind:value={read, write}>
      {#each options as option (option.value)}<option value={option.value}>{option.label}</option>{/each}
    </select>
  {:else if rows}
    <textarea {...shared} class="textarea py-2" {rows} bind:value={read, write}></textarea>
  {:else if rest.type === 'date' || rest.type === 'time'}
    <WhenInput
      {id}
      {name}
      {label}
      kind={rest.type === 'date' ? 'date' : 'time'}
      min={rest.min == null ? undefined : String(rest.min)}
      max={rest.max == null ? undefined : String(rest.max)}
      {describedBy}
      isInvalid={Boolean(problems?.length)}
      bind:value={() => String(read() ?? ''), write}
    />
  {:else}
    <input {...shared} {...rest} class="input" bind:value={read, write} />
  {/if}
  {#if hint}<p id="{id}-hint" class="fine text-ink-2">{hint}</p>{/if}
  {#if problems?.length}<p id="{id}-error" class="fine font-strong text-rosehip">{problems.join(' ')}</p>{/if}
</div>
