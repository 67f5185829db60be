<script lang="ts">
  import { type BriefDocument, illness } from '$core/walk';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  /** Parts 4, 6 and 7: harm by contact, the harvest card, animals and ground, and what to do if somebody feels ill. */
  interface Props {
    document: BriefDocument;
  }
  let { document }: Props = $props();
</script>

<div class="mt-9 grid gap-x-12 gap-y-8 border-t border-ink pt-5 md:grid-cols-2">
  <section class="break-inside-avoid">
    <h2>Harm by contact</h2>
    {#each document.contact as one, nth (nth)}
      <p class="note mt-2">
        <strong>{one.name}</strong> <i>{one.scientific}</i>, {one.where}:
        <span class="text-ink-2">{one.effect}; {one.onset}. {one.wear} {one.onContact}</span>
      </p>
    {:else}<p class="note text-ink-2">None among the taxa of this walk.</p>{/each}
    {#if document.dangers.length > 0}
      <h2 class="mt-6">Animals, ground and water</h2>
      {#each document.dangers as danger, nth (nth)}
        <p class="note mt-2">
          <strong>{danger.name}</strong>: <span class="text-ink-2">{danger.what}</span>
        </p>
      {/each}
    {/if}
  </section>
  <section class="break-inside-avoid">
    {#if document.harvest.length > 0}
      <h2>Harvest card</h2>
      {#each document.harvest as one, nth (nth)}
        <div class="note mt-3 border-b border-rule pb-3">
          <p>
            <RoleMark role="gather" /> <strong>{one.name}</strong> <i>{one.scientific}</i>:
            {[one.part, one.portion, one.howMany].filter(Boolean).join(', ')}
          </p>
          <p class="text-ink-2">
            {one.rule}{#if one.exempt}
              Left alone: {one.exempt}.{/if}{#if one.spacing}
              {one.spacing}.{/if}{#if one.tool}
              Tool: {one.tool}.{/if}
          </p>
          <p class="text-ink-2">
            {one.preparation}
            {one.conditions} Nothing reaches a mouth before that piece was checked.
          </p>
        </div>
      {/each}
    {:else}
      <h2>Nothing is gathered</h2>
      <p class="note text-ink-2">This time plants are looked at, and left where they grow.</p>
    {/if}
    <h2 id="ill" class="mt-6 scroll-mt-4">If somebody feels ill</h2>
    <p class="note mt-2">
      <strong
        >{document.front.emergencyNumbers
          .map(({ label, number }) => `${label} ${number}`)
          .join(' · ')}</strong
      >
    </p>
    <p class="note mt-1 text-ink-2">
      {illness.eaten}
    </p>
    <p class="note mt-1 text-ink-2">{illness.sap} {illness.eye}</p>
    {#each document.bites as bite, nth (nth)}<p class="note mt-1">
        <strong>{bite.name}:</strong> <span class="text-ink-2">{bite.firstAid.join(' ')}</span>
      </p>{/each}
    {#if document.ill.length > 0}
      <p class="note mt-2 text-ink-2">What may have been taken by mistake on this walk, and how it shows:</p>
      <ul class="note mt-1 list-none p-0">
        {#each document.ill as one, nth (nth)}<li class="mt-1">
            <strong>{one.name}</strong> <i>{one.scientific}</i>:
            <span class="text-ink-2">{one.effect}; {one.onset}</span>
          </li>{/each}
      </ul>
    {/if}
  </section>
  {#if document.appendix.length > 0}
    <section class="md:col-span-2">
      <h2>Lighter pairs</h2>
      {#each document.appendix as one, i (i)}<p class="note mt-2">
          <strong>{one.target} against {one.lookalike}</strong>, rated {one.rating}:
          <span class="text-ink-2"
            >{one.rows
              .map((row) => `${row.name.toLowerCase()}: ${row.target}, not ${row.lookalike}`)
              .join('; ') || 'no single character separates them well'}.</span
          >
        </p>{/each}
    </section>
  {/if}
</div>
