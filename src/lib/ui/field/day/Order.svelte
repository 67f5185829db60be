<script lang="ts">
  import { findings, taxonAt } from '$core/field';
  import { harmsByTouch } from '$core/knowledge';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';

  /** The separating set in checking order, on the piece in hand. */
  let { phone, slug, part }: { phone: Phone; slug: string; part: string } = $props();
  const { day, pack } = $derived(phone);
  const taxon = $derived(
    pack.taxa.find((one) => one.stop === day.at?.id && one.slug === slug && one.part === part)
  );
  const done = $derived(taxon && taxonAt(day, taxon.stop, slug));
  /** Plants that harm by touch, and that somebody has said are here. */
  const burns = $derived(
    day.events.flatMap((one) =>
      one.kind === 'warned' &&
      one.stop === taxon?.stop &&
      one.isSeen &&
      phone.library.taxa.has(one.taxon) &&
      harmsByTouch(phone.library.taxa.get(one.taxon)!)
        ? [one.taxon]
        : []
    )
  );
  const onlyLooked = ['far', 'near'];
  const reachesIn = (sense: string) => !onlyLooked.includes(sense);
  const digs = (character: string) => phone.library.character.get(character)?.organ === 'underground';
  const states = $derived(findings.map((value) => ({ value, label: value })));
</script>

{#if taxon}
  <h1>Look in order</h1>
  <p><strong>{taxon.name}</strong>, {taxon.part || 'the plant'}: every piece, not the patch.</p>
  {#if burns.length > 0}<p class="border-l-[6px] border-rosehip pl-3 font-strong text-rosehip">
      {burns.map((one) => phone.nameOf(one)).join(', ')} may stand here, and burn: only look; do not touch, cut
      or smell.
    </p>{/if}
  <ol class="m-0 grid list-none gap-4 p-0">
    {#each taxon.set as check, i (check.slug)}
      {@const isShut =
        (burns.length > 0 && reachesIn(check.sense)) || (digs(check.slug) && !pack.site.mayDig)}
      <li class={['grid gap-2 border-t-[3px] border-ink pt-3', isShut && 'opacity-70']}>
        <p class="flex gap-3">
          <span class="grid h-9 min-w-9 place-items-center rounded-full bg-ink font-bold text-paper"
            >{i + 1}</span
          >
          <span class="leading-6"
            ><strong class="text-[19px]">{check.name}</strong><br />{check.look} ({check.sense})</span
          >
        </p>
        {#if isShut}<p class="font-strong">
            {digs(check.slug) && !pack.site.mayDig
              ? 'There is no leave to dig.'
              : 'Not while something that burns is about.'}
          </p>
        {:else}<Choice
            legend="{check.name}: what is found?"
            isLegendShown={false}
            options={states}
            value={done?.looked.get(check.slug)?.finding}
            onchoose={(finding) =>
              phone.tap('looked', { stop: taxon.stop, taxon: slug, character: check.slug, finding })}
          />{/if}
        {#if done?.looked.get(check.slug)?.finding === 'does not hold'}<p class="font-strong text-rosehip">
            It does not hold: leave this piece.
          </p>{/if}
      </li>
    {/each}
  </ol>
  <Key title="Back to {taxon.name}" href="#plant/{slug}" />
{/if}
