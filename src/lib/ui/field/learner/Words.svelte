<script lang="ts">
  import { glossaryOf } from '$core/evidence';
  import { type Library, plain } from '$core/knowledge';

  /** The words by which a plant is described: where to look, and what each word means. */
  let { library }: { library: Library } = $props();
  const glossary = $derived(glossaryOf(library));
  let typed = $state('');
  const parts = $derived(plain(typed).split(/\s+/).filter(Boolean));
  const found = $derived(
    glossary.flatMap(({ organ, characters }) => {
      const own = characters.filter(({ name, states }) => {
        const text = plain([name, ...states.map((one) => `${one.label} ${one.definition}`)].join(' '));
        return parts.every((part) => text.includes(part));
      });
      return own.length > 0 ? [{ organ, characters: own }] : [];
    })
  );
</script>

<h1>Words</h1>
<label class="grid gap-1 font-strong"
  >A word, such as “sepal” or “toothed”<input
    class="input text-[18px]"
    type="search"
    bind:value={typed}
  /></label
>
{#each found as { organ, characters } (organ)}
  <details class="border-t-[3px] border-ink" open={parts.length > 0}>
    <summary class="unfolds first-letter:uppercase">{organ}, {characters.length}</summary>
    {#each characters as one (one.slug)}
      <section class="border-t border-ink py-2">
        <h2 class="text-[18px]!">{one.name}</h2>
        <p class="text-ink-2">{one.look}</p>
        <dl class="m-0 mt-1 grid gap-1">
          {#each one.states as state (state.key)}<div>
              <dt class="inline font-strong">{state.label}{state.definition ? ':' : ''}</dt>
              {#if state.definition}<dd class="m-0 inline">{state.definition}</dd>{/if}
            </div>{/each}
        </dl>
      </section>
    {/each}
  </details>
{:else}<p>The glossary has no “{typed}”.</p>{/each}
