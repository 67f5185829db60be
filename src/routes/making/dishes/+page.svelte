<script lang="ts">
  import MakingNav from '$lib/ui/making/MakingNav.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import DishEditor from './DishEditor.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Dishes · Good Trail</title></svelte:head>
<h1>Dishes</h1>
<MakingNav />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if data.dishes.length > 0}
  <ul class="m-0 mt-2 list-none p-0">
    {#each data.dishes as dish (dish.id)}
      <li class="border-b border-rule py-3">
        <a
          href="/making/dishes/{dish.id}"
          class="font-serif text-[18px] font-semibold underline decoration-rule underline-offset-4"
          >{dish.name}</a
        >
        <span class="block"
          >{dish.of.join('; ')}{dish.with.length > 0 ? `; with ${dish.with.join(', ')}` : ''}</span
        >
        {#if dish.contains.length > 0}<span class="note text-ink-2">Contains {dish.contains.join(', ')}</span
          >{/if}
      </li>
    {/each}
  </ul>
{:else}<p class="mt-2 max-w-[64ch] text-ink-2">
    A dish joins cards: it says for how many it is enough, what it contains, what adds up in it, and who may
    not.
  </p>{/if}
<details class="mt-6 border-t border-ink pt-2" open={data.dishes.length === 0 || Boolean(form?.problem)}>
  <summary class="unfolds !min-h-11 !py-2.5">A new dish</summary>
  <DishEditor choices={data.choices} allergens={data.allergens} />
</details>
