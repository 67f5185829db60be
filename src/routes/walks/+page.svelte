<script lang="ts">
  import { longDate } from '$core/words';

  let { data } = $props();
  const coming = $derived(data.walks.filter(({ heldOn }) => heldOn >= data.today));
  const past = $derived(data.walks.filter(({ heldOn }) => heldOn < data.today).reverse());
  const isLearner = $derived(data.viewer?.role === 'learner');
</script>

<svelte:head><title>Walks · Good Trail</title></svelte:head>
<div class="flex flex-wrap items-center justify-between gap-3">
  <h1>Walks</h1>
  {#if data.mayPlan}<a href="/walks/new" class="btn btn-primary">Plan a walk</a>{/if}
</div>
{#snippet list(walks: typeof data.walks)}
  <ul class="m-0 list-none p-0">
    {#each walks as walk (walk.id)}
      <li class="grid gap-x-6 border-b border-rule py-3 sm:grid-cols-[180px_minmax(0,1fr)_140px]">
        <span class="text-ink-2">{longDate(walk.heldOn)}<br />{walk.startsAt}</span>
        <span
          ><a
            href={isLearner ? `/walks/${walk.id}/brief` : `/walks/${walk.id}`}
            class="font-serif text-[18px] font-semibold underline decoration-rule underline-offset-4"
            >{walk.name}</a
          ><br /><span class="note text-ink-2"
            >{walk.siteName} · {#if walk.cohortId}<a href="/walks/course/{walk.cohortId}">{walk.cohortName}</a
              >{:else}no group yet{/if}, {walk.groupSize} people · {walk.leaderName}</span
          ></span
        >
        <span class={['note', walk.briefVersion ? 'font-strong text-moss' : 'text-ink-2']}
          >{#if walk.calledOff}<span class="block font-strong text-rosehip">called off</span
            >{/if}{walk.briefVersion ? `brief ${walk.briefVersion} published` : 'no brief yet'}</span
        >
      </li>
    {/each}
  </ul>
{/snippet}
<section class="mt-4">
  {#if coming.length > 0}{@render list(coming)}{:else}<p class="max-w-prose text-ink-2">
      Nothing is planned from today on.{#if data.mayPlan}
        A walk needs a site, a date and a group; stops and taxa follow on its plan.{/if}
    </p>{/if}
</section>
{#if past.length > 0}<section class="mt-8">
    <h2>Past</h2>
    {@render list(past)}
  </section>{/if}
