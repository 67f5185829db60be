<script lang="ts">
  import { plain } from '$core/knowledge';
  import type { CloserView } from '$core/evidence';
  import type { Step } from './closer-address';

  /** The whole glossary, by word or by part of the plant. */
  let { glossary, to }: { glossary: CloserView['glossary']; to: (step: Step) => string } = $props();
  let words = $state('');

  /** Characters that hold every typed word in their name, their states or their definitions. */
  const matching = $derived.by(() => {
    const parts = plain(words).split(/\s+/).filter(Boolean);
    if (parts.length === 0) return [];
    return glossary.flatMap(({ characters }) =>
      characters.flatMap((character) =>
        character.states
          .filter(({ label, definition }) => {
            const text = plain(`${character.name} ${label} ${definition}`);
            return parts.every((part) => text.includes(part));
          })
          .map((state) => ({ character, state }))
      )
    );
  });
</script>

<section aria-label="Anything else that you see" class="border-t border-rule pt-4">
  <label class="block max-w-[420px]"
    ><span class="note font-strong">Enter anything that you see</span><input
      type="search"
      class="input"
      placeholder="white, umbrella, spots …"
      bind:value={words}
    /></label
  >
  {#if words.trim()}
    <ul class="m-0 mt-2 grid list-none gap-x-6 p-0 sm:grid-cols-2">
      {#each matching.slice(0, 24) as { character, state } (character.slug + state.key)}<li>
          <a
            href={to({ see: `${character.slug}~${state.key}` })}
            onclick={() => (words = '')}
            class="note block min-h-10 border-b border-rule py-1.5 no-underline hover:bg-shade"
            ><span class="text-ink-2">{character.name}:</span> <strong>{state.label}</strong>
            <span class="fine block text-ink-2">{state.definition}</span></a
          >
        </li>{:else}<li class="text-ink-2">
          The glossary has no “{words}”. Try another word, or choose below.
        </li>{/each}
    </ul>
  {:else}
    <div class="mt-2">
      {#each glossary as { organ, characters } (organ)}
        <details class="border-b border-rule">
          <summary class="min-h-10 cursor-pointer py-2"
            ><span class="first-letter:uppercase inline-block">{organ}</span>
            <span class="note text-ink-2">{characters.length}</span></summary
          >
          <p class="note flex flex-wrap gap-x-5 pb-2">
            {#each characters as one (one.slug)}<a href={to({ look: one.slug })} class="link-line py-1.5"
                >{one.name}</a
              >{/each}
          </p>
        </details>
      {/each}
    </div>
  {/if}
</section>
