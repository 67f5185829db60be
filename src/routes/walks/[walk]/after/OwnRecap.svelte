<script lang="ts">
  import { counted } from '$core/words';
  import BatchList from '$lib/ui/making/BatchList.svelte';
  import { cardAddress } from '$lib/ui/making/card-address';
  import type { PageData } from './$types';

  /** What a learner has of a walk: what the group met, and what they took and were asked themselves. */
  type Own = Extract<PageData, { own: unknown }>;
  let { own, batches }: { own: NonNullable<Own['own']>; batches: Own['batches'] } = $props();
  const tests = $derived(own.tests);
</script>

<div class="grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_280px]">
  <section>
    <h2>What you met</h2>
    {#if own.met.length === 0}<p class="mt-2 text-ink-2">No stop was recorded.</p>{:else}
      <table class="ruled mt-2">
        <thead
          ><tr
            ><th scope="col">plant</th><th scope="col">in your basket</th><th scope="col">keep apart from</th
            ></tr
          ></thead
        >
        <tbody>
          {#each own.met as one (one.slug)}<tr
              ><td
                ><a
                  href="/species/{one.slug}"
                  class="font-strong underline decoration-rule underline-offset-4">{one.name}</a
                ><br /><i class="text-ink-2">{one.scientific}</i></td
              ><td
                >{#each one.taken as taken (taken.part)}<span class="block"
                    >{counted(taken.pieces, 'piece')} ({taken.part}){#if one.parts.includes(taken.part)},
                      <a href={cardAddress(one.slug, taken.part, '', [['pieces', String(taken.pieces)]])}
                        >how it is prepared</a
                      >{/if}</span
                  >{:else}–{/each}</td
              ><td class="text-rosehip">{one.keepApart.join(', ') || '–'}</td></tr
            >{/each}
        </tbody>
      </table>
      <p class="note mt-2 max-w-[65ch] text-ink-2">
        What was taken on the walk was looked through there. That says nothing of what you find by yourself:
        look at every piece anew, and leave it where one sign is missing.
      </p>
    {/if}
    {#if batches && batches.length > 0}<h2 class="mt-6">What became of it</h2>
      <BatchList {batches} />{/if}
  </section>
  <aside class="note grid content-start gap-4 lg:border-l lg:border-rule lg:pl-6">
    <section>
      <h3>What you were asked</h3>
      {#each tests as one, nth (nth)}<p class="mt-1">
          <strong>{one.name}</strong>{one.lookalike ? ` against ${one.lookalike}` : ''}: {one.outcome}.
        </p>{:else}<p class="mt-1 text-ink-2">Nothing, on this walk.</p>{/each}
    </section>
    <section>
      <h3>Not well?</h3>
      <p class="mt-1">
        Effects of some plants come hours or days later. Do not wait: call, and say what you ate or touched
        and when. The numbers stand at the top, under <em>In an emergency</em>.
      </p>
    </section>
  </aside>
</div>
