<script lang="ts">
  import { onMount } from 'svelte';
  import { readable, writable } from 'svelte/store';
  import { type TaxonChoice, choiceNamed } from '$core/knowledge';
  import { fieldsAround } from './fields';

  /** A taxon found by typing any of its names; what is sent is its slug. */
  interface Props {
    readonly label: string;
    readonly name: string;
    readonly choices: readonly TaxonChoice[];
    /** A slug. */
    value?: string;
  }
  let { label, name, choices, value = $bindable('') }: Props = $props();
  // A field keeps its name.
  // svelte-ignore state_referenced_locally
  const around = fieldsAround(name);
  const filled = around?.form ?? writable<Record<string, unknown>>({});
  const wrong = around?.errors ?? readable<Record<string, string[] | undefined>>({});
  const slug = $derived(String((around ? $filled[name] : value) ?? ''));
  const labelOf = (one: string) => choices.find((choice) => choice.value === one)?.label ?? '';
  /** What is typed, as long as it is none of the list. */
  let typed = $state<string>();
  /** Nobody is told so while typing. */
  let isTyping = $state(false);
  const write = (next: string) => {
    if (around) $filled[name] = next;
    else value = next;
  };
  const id = $props.id();
  /** Without script a plain list stands in its place. */
  let isLive = $state(false);
  onMount(() => {
    isLive = true;
  });
  const problem = $derived(
    typed !== undefined && typed.trim() !== '' && slug === '' && !isTyping
      ? `Nothing here is called “${typed.trim()}”, or several are: choose from the list.`
      : ($wrong[name]?.join(' ') ?? '')
  );
</script>

<div class="grid content-start gap-1">
  <label for={id} class="note font-strong">{label}</label>
  {#if !isLive}<select {id} {name} class="select" value={slug}
      ><option value="">choose</option>{#each choices as choice (choice.value)}<option value={choice.value}
          >{choice.label}</option
        >{/each}</select
    >{:else}<input
      {id}
      class="input"
      list="{id}-list"
      autocomplete="off"
      placeholder="Any of its names"
      value={typed ?? labelOf(slug)}
      aria-describedby={problem ? `${id}-error` : undefined}
      aria-invalid={problem ? 'true' : undefined}
      oninput={(event) => {
        typed = event.currentTarget.value;
        isTyping = true;
        const exact = choices.find((choice) => choice.label === typed);
        write(exact?.value ?? '');
      }}
      onchange={(event) => {
        const found = choiceNamed(choices, event.currentTarget.value);
        write(found ?? '');
        isTyping = false;
        typed = found ? undefined : event.currentTarget.value;
      }}
    />
    <input type="hidden" {name} value={slug} />
    <datalist id="{id}-list">
      {#each choices as choice (choice.value)}<option value={choice.label}>{choice.also.join(', ')}</option
        >{/each}
    </datalist>{/if}
  {#if problem}<p id="{id}-error" class="fine font-strong text-rosehip">{problem}</p>{/if}
</div>
