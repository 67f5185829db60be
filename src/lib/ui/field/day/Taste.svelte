<script lang="ts">
  import { againstTasting, loadsOf, tastingAnswers } from '$core/field';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';

  /** Each is asked; nobody says why. */
  let { phone, slug, part }: { phone: Phone; slug: string; part: string } = $props();
  const { day, pack } = $derived(phone);
  const taxon = $derived(
    pack.taxa.find((one) => one.slug === slug && one.role === 'gather' && one.part === part)
  );
  const known = $derived(phone.library.taxa.get(slug));
  const use = $derived(
    known?.uses.find((one) => one.part === part && one.kind !== 'history' && one.kind !== 'craft')
  );
  const answerOf = (person: string) =>
    day.tastings.findLast((one) => one.person === person && one.taxon === slug && one.part === part)?.answer;
</script>

{#if taxon}
  <h1>Tasting: {taxon.name}, {taxon.part}</h1>
  <p>Ask each one. A no is a no, and nobody asks why. Small first, then wait.</p>
  {#if use}<p><strong>{use.preparation}</strong> {use.conditions}</p>
  {:else}<p class="font-strong text-rosehip">
      The library has no use of this part as food or drink: it is not tasted.
    </p>{/if}
  {#if taxon.portion}<p>Portion: {taxon.portion}.</p>{/if}
  {#if known && known.loads.length > 0}<p>
      Adds up over the day: {known.loads.join(', ')}. Who has a reason to ask, asks first.
    </p>{/if}
  {#if use}
    <ul class="m-0 grid list-none gap-3 p-0">
      {#each day.here as person (person.id)}
        {@const against = againstTasting(pack, person)}
        {@const loads = loadsOf(phone.library, day.tastings, person.id)}
        <li class="border-b border-ink pb-3">
          <p class="mb-1 flex flex-wrap gap-x-3">
            <strong class="text-[19px]">{person.name}</strong>{#if against}<span
                class="font-strong text-rosehip">{against}</span
              >{:else if person.isMinor}<span>under 18</span>{/if}{#if loads.length > 0}<span
                class="text-rosehip">{loads.join(', ')}: from more than one plant today</span
              >{/if}
          </p>
          <Choice
            legend="{person.name} tastes?"
            isLegendShown={false}
            options={tastingAnswers
              .filter((value) => value !== 'yes' || !against)
              .map((value) => ({ value, label: value }))}
            value={answerOf(person.id)}
            onchoose={(answer) =>
              phone.tap('tasting', {
                person: person.id,
                taxon: slug,
                part,
                answer,
                portions: answer === 'yes' ? 1 : 0
              })}
          />
        </li>
      {/each}
    </ul>
  {/if}
  <Key title="Back to {taxon.name}" href="#plant/{slug}" />
{/if}
