<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { dishChoices } from './choices';

  /** What goes into a dish, for one who eats. */
  type Choice = ReturnType<typeof dishChoices>[number];
  interface Dish {
    readonly name: string;
    readonly note: string;
    readonly parts: readonly { taxon: string; part: string; way: string; grams: number }[];
    readonly others: readonly { words: string; contains: readonly string[] }[];
    readonly revision?: number;
  }
  interface Props {
    choices: readonly Choice[];
    allergens: readonly string[];
    dish?: Dish;
    action?: string;
  }
  let { choices, allergens, dish, action = '' }: Props = $props();
  const keyOf = (one: { taxon: string; part: string; way: string }) => `${one.taxon}|${one.part}|${one.way}`;

  // What is typed stands until the page is left: a refusal takes nothing of it.
  // svelte-ignore state_referenced_locally
  let parts = $state(
    dish?.parts.map((one) => ({ key: keyOf(one), grams: one.grams as number | undefined })) ?? [
      { key: '', grams: undefined as number | undefined }
    ]
  );
  // svelte-ignore state_referenced_locally
  let others = $state(dish?.others.map((one) => ({ words: one.words, contains: [...one.contains] })) ?? []);
  const chosen = (key: string) => choices.find((one) => keyOf(one) === key);
  const sent = $derived(
    parts
      .filter(({ key }) => key !== '')
      .map(({ key, grams }) => {
        const [taxon, part, way] = key.split('|');
        return { taxon, part, way, grams };
      })
  );
  /** An ingredient without a name was not meant. */
  const named = $derived(others.filter(({ words }) => words.trim() !== ''));
</script>

<form
  method="POST"
  {action}
  use:enhance={() =>
    ({ update }) =>
      update({ reset: false })}
  class="grid max-w-[760px] gap-4"
>
  <input type="hidden" name="parts" value={JSON.stringify(sent)} />
  <input type="hidden" name="others" value={JSON.stringify(named)} />
  {#if dish?.revision !== undefined}<input type="hidden" name="revision" value={dish.revision} />{/if}
  <label class="grid max-w-[420px] gap-1"
    ><span class="note font-strong">Name</span><input
      name="name"
      class="input"
      maxlength="80"
      value={dish?.name ?? ''}
    /></label
  >
  <fieldset class="grid gap-2">
    <legend class="note font-strong">Plants, and how many grams of each for one who eats</legend>
    {#each parts as row, i (i)}
      {@const choice = chosen(row.key)}
      <div class="flex flex-wrap items-center gap-3">
        <select
          class="select min-w-0 flex-1 basis-[260px]"
          aria-label="Plant {i + 1}"
          bind:value={row.key}
          onchange={() => (row.grams ??= chosen(row.key)?.portion)}
          ><option value="">choose</option>{#each choices as one (keyOf(one))}<option value={keyOf(one)}
              >{one.label}</option
            >{/each}</select
        >
        <input
          type="number"
          min="0"
          step="any"
          class="input !w-[90px]"
          aria-label="Grams of plant {i + 1}"
          bind:value={row.grams}
        />
        <span class="note w-[170px] text-ink-2"
          >{#if choice}g; a portion is {choice.portion}, a day’s most {choice.most}{:else}g{/if}</span
        >
        <button
          type="button"
          class="grid h-11 w-11 place-items-center"
          aria-label="Leave out plant {i + 1}"
          onclick={() => (parts = parts.filter((_, nth) => nth !== i))}
          ><X size={18} aria-hidden="true" /></button
        >
        {#if choice && row.grams && row.grams > choice.most}<p class="note w-full text-rosehip">
            More than a day’s most for one person: the dish is not kept so.
          </p>{/if}
      </div>
    {/each}
    <button
      type="button"
      class="btn btn-line justify-self-start"
      onclick={() => (parts = [...parts, { key: '', grams: undefined }])}
      ><Plus size={16} aria-hidden="true" />Another plant</button
    >
  </fieldset>
  <fieldset class="grid gap-2">
    <legend class="note font-strong">Whatever else goes in, with what the law on allergens names</legend>
    {#each others as row, i (i)}
      <div class="border-b border-rule pb-2">
        <div class="flex items-center gap-3">
          <input
            class="input flex-1"
            aria-label="Ingredient {i + 1}"
            maxlength="120"
            bind:value={row.words}
          />
          <button
            type="button"
            class="grid h-11 w-11 place-items-center"
            aria-label="Leave out ingredient {i + 1}"
            onclick={() => (others = others.filter((_, nth) => nth !== i))}
            ><X size={18} aria-hidden="true" /></button
          >
        </div>
        <div class="flex flex-wrap gap-x-4">
          {#each allergens as one (one)}<label class="note flex min-h-9 items-center gap-2"
              ><input
                type="checkbox"
                class="checkbox checkbox-sm border-rule-strong"
                value={one}
                bind:group={row.contains}
              />{one}</label
            >{/each}
        </div>
      </div>
    {/each}
    <button
      type="button"
      class="btn btn-line justify-self-start"
      onclick={() => (others = [...others, { words: '', contains: [] }])}
      ><Plus size={16} aria-hidden="true" />Another ingredient</button
    >
  </fieldset>
  <label class="grid gap-1"
    ><span class="note font-strong">How it is put together</span><textarea
      name="note"
      rows="3"
      maxlength="1000"
      class="textarea py-2">{dish?.note ?? ''}</textarea
    ></label
  >
  <button class="btn btn-primary justify-self-start">{dish ? 'Save the dish' : 'Keep the dish'}</button>
</form>
