<script lang="ts">
  import Droplets from '@lucide/svelte/icons/droplets';
  import Hand from '@lucide/svelte/icons/hand';
  import Mountain from '@lucide/svelte/icons/mountain';
  import Skull from '@lucide/svelte/icons/skull';
  import Bug from '@lucide/svelte/icons/bug';
  import { type BriefDocument, rankedHazards } from '$core/walk';

  /** Part 2: pairs, contact, animals, ground and water in one list, the weightiest first. */
  interface Props {
    document: BriefDocument;
  }
  let { document }: Props = $props();
  const icons = { pair: Skull, contact: Hand, animal: Bug, ground: Mountain, water: Droplets };
</script>

<h2>Hazards by rating</h2>
<ol class="mt-1 grid list-none gap-1 p-0">
  {#each rankedHazards(document) as hazard, nth (nth)}
    {@const Icon = icons[hazard.kind]}
    <li class="flex gap-2">
      <Icon
        size={15}
        class={['mt-[3px] shrink-0', hazard.kind === 'pair' ? 'text-rosehip' : 'text-ink-2']}
        aria-label={hazard.kind}
      />
      {#if hazard.sheet}<a href="#{hazard.sheet}" class="underline decoration-rule underline-offset-2"
          >{hazard.name}</a
        >{:else}<span>{hazard.name}</span>{/if}<strong class="ml-auto">{hazard.rating}</strong>
    </li>
  {/each}
</ol>
