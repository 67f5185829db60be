<script lang="ts">
  import type { CloserView } from '$core/evidence';
  import type { Step } from './closer-address';

  /** The character that is asked for next, with its states: those that something likely has first. */
  let {
    asked,
    others,
    isEmpty,
    to
  }: {
    asked: NonNullable<CloserView['answering']>;
    others: CloserView['others'];
    isEmpty: boolean;
    to: (step: Step) => string;
  } = $props();

  const likely = $derived(asked.states.filter(({ isLikely }) => isLikely));
  const unlikely = $derived(asked.states.filter(({ isLikely }) => !isLikely));
</script>

<section aria-label="Next check">
  <p class="plate-label">{isEmpty ? 'Begin with' : 'Look next'}</p>
  <h2 class="text-[21px]! leading-[27px]!">{asked.name}</h2>
  <p>{asked.look}</p>
  {#if asked.between}
    <p class="note text-ink-2">
      {asked.between.every(({ isDangerous }) => isDangerous)
        ? 'Tells two dangerous ones apart: '
        : 'Best tells apart what is most at stake: '}{asked.between[0]?.name} and {asked.between[1]?.name}.
    </p>
  {/if}
  <ol class="m-0 mt-2 grid list-none gap-2 p-0 sm:grid-cols-2">
    {#each likely as state, i (state.key)}{@render choice(asked.slug, state, i)}{/each}
  </ol>
  {#if unlikely.length > 0}
    <details class="mt-2" open={likely.length === 0}>
      <summary class="note min-h-10 cursor-pointer py-2"
        >Something else: {unlikely.length} more {unlikely.length === 1 ? 'state' : 'states'}</summary
      >
      <ol class="m-0 mt-1 grid list-none gap-2 p-0 sm:grid-cols-2">
        {#each unlikely as state, i (state.key)}{@render choice(asked.slug, state, likely.length + i)}{/each}
      </ol>
    </details>
  {/if}
  <div class="mt-2 flex flex-wrap gap-2">
    <a href={to({ cannot: asked.slug })} class="btn btn-line">Not sure</a>
    <a href={to({ cannot: asked.slug })} class="btn btn-line">Cannot see it at this stage</a>
    {#each others as other (other.slug)}<a
        href={to({ look: other.slug })}
        class="link-line note flex min-h-10 items-center px-2">or {other.name.toLowerCase()}</a
      >{/each}
  </div>
</section>

{#snippet choice(slug: string, state: (typeof likely)[number], i: number)}
  <li>
    <a
      href={to({ see: `${slug}~${state.key}` })}
      class="flex h-full min-h-11 items-start gap-3 rounded-[3px] border-[1.5px] border-rule-strong px-3 py-2 no-underline hover:bg-shade"
      >{#if i < 9}<kbd class="fine mt-0.5 hidden min-w-5 text-ink-3 sm:inline">{i + 1}</kbd>{/if}<span
        ><strong>{state.label}</strong>{#if state.definition}<span class="note block text-ink-2"
            >{state.definition}</span
          >{/if}</span
      ></a
    >
  </li>
{/snippet}
