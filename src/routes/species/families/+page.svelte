<script lang="ts">
  import Hand from '@lucide/svelte/icons/hand';
  import Skull from '@lucide/svelte/icons/skull';

  let { data } = $props();
</script>

<svelte:head><title>Families · Good Trail</title></svelte:head>
<h1>Families</h1>
<p class="max-w-prose text-ink-2">
  Learners meet families before species. A family tells where to look, never what may be eaten: each entry
  says how far its signs can be trusted.
</p>
<nav aria-label="Families" class="note mt-3 flex flex-wrap gap-x-4 gap-y-1">
  {#each data.families as family, nth (nth)}<a href="#{family.name}">{family.english}</a>{/each}
</nav>
<div class="mt-4 gap-x-10 lg:columns-2">
  {#each data.families as family, nth (nth)}
    <section id={family.name} class="break-inside-avoid border-t border-rule py-4 target:bg-shade">
      <h2>
        <a href="/species/families/{family.name}" class="underline decoration-rule underline-offset-4"
          >{family.english}</a
        > <i class="text-[15px] font-normal text-ink-2">{family.name}</i>
      </h2>
      <dl class="note mt-1 grid grid-cols-[92px_minmax(0,1fr)] gap-x-3 gap-y-1">
        <dt class="text-ink-2">shares</dt>
        <dd>{family.shares}</dd>
        {#if family.alsoShownBy}<dt class="text-ink-2">so do others</dt>
          <dd>{family.alsoShownBy}</dd>{/if}
        <dt class="text-ink-2">trust</dt>
        <dd>{family.trust}</dd>
        <dt class="text-ochre">caution</dt>
        <dd>{family.caution}</dd>
        <dt class="text-ink-2">here</dt>
        <dd>
          {#each family.members as member, i (member.slug)}<a href="/species/{member.slug}"
              >{#if member.isDangerous}<Skull
                  size={13}
                  class="mr-0.5 inline text-rosehip"
                  aria-label="danger"
                />{/if}{member.name}</a
            >{i < family.members.length - 1 ? ', ' : '.'}{:else}no member in this library.{/each}
        </dd>
      </dl>
      {#if family.cautious}<p class="note mt-1 flex items-center gap-2 font-strong">
          <Hand size={15} class="shrink-0 text-ochre" aria-hidden="true" />By this school’s policy gathered
          from ‘{data.gatheredFrom}’ groups on; before that shown only.
        </p>{/if}
    </section>
  {/each}
</div>
