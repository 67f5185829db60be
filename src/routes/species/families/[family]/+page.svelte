<script lang="ts">
  import Hand from '@lucide/svelte/icons/hand';
  import Skull from '@lucide/svelte/icons/skull';
  import { isSerious, severityWords } from '$core/knowledge';
  import { stageWord } from '$core/words';

  let { data } = $props();
  const { family } = $derived(data);
  const dangerous = $derived(data.members.filter((one) => one.isDangerous).length);
</script>

<svelte:head><title>{family.english}, a first lesson · Good Trail</title></svelte:head>
<p class="note"><a href="/species/families">Families</a></p>
<h1>{family.english} <i class="text-[19px] font-normal text-ink-2">{family.name}</i></h1>
<div class="mt-3 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_240px]">
  <div class="min-w-0">
    <p class="max-w-[64ch] font-serif text-[19px] leading-7">{family.shares}</p>
    {#if data.members.length === 0}<p class="mt-3 text-ink-2">No member of it is in this library.</p>{/if}
    <ul class="m-0 mt-4 grid list-none grid-cols-2 gap-3 p-0 md:grid-cols-3 lg:grid-cols-4">
      {#each data.members as one (one.slug)}
        <li class="min-w-0">
          <a href="/species/{one.slug}/sheet" class="block no-underline">
            <span class="plate grid h-[200px] place-items-center p-1">
              {#if one.plate}<img
                  src={one.plate}
                  alt="{one.name} in {one.stage}, drawn"
                  class="max-h-[186px] w-full object-contain"
                  loading="lazy"
                />{:else}<span class="fine text-plate-second">No drawing of it yet</span>{/if}
            </span>
            <span
              class="mt-1 block font-serif text-[17px] font-semibold leading-[21px] underline decoration-rule underline-offset-4"
              >{one.name}</span
            >
            <i class="note block text-ink-2">{one.scientific}</i>
            {#if one.isDangerous}<span class="note flex items-center gap-1 font-strong text-rosehip"
                ><Skull size={14} aria-hidden="true" />{isSerious(one.severity)
                  ? severityWords[one.severity]
                  : 'burns'}</span
              >{:else}<span class="note block text-ink-2">{stageWord(one.group, one.stage)} now</span>{/if}
          </a>
        </li>
      {/each}
    </ul>
  </div>
  <aside class="note grid content-start gap-4 lg:border-l lg:border-rule lg:pl-5">
    <section class="border-t-[3px] border-rosehip pt-2">
      <h2 class="flex items-center gap-2"><Hand size={19} aria-hidden="true" />Caution</h2>
      <p>{family.caution}</p>
      {#if dangerous > 0}<p class="mt-1">
          {dangerous} of the {data.members.length} here do harm: the family tells where to look, never what may
          be eaten.
        </p>{/if}
    </section>
    {#if family.alsoShownBy}<section class="border-t border-rule pt-3">
        <h2>Who else shows it</h2>
        <p class="text-ink-2">{family.alsoShownBy}</p>
      </section>{/if}
    <section class="border-t border-rule pt-3">
      <h2>How far to trust it</h2>
      <p class="text-ink-2">{family.trust}</p>
    </section>
    {#if data.members.length > 0}<form
        method="POST"
        action="/practice?/chosen"
        class="border-t border-rule pt-3"
      >
        <input type="hidden" name="when" value="year" /><input
          type="hidden"
          name="family"
          value={family.name}
        />
        <button class="btn btn-primary w-full">Practise its pairs</button>
      </form>{/if}
  </aside>
</div>
