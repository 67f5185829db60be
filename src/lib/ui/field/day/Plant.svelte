<script lang="ts">
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import Hand from '@lucide/svelte/icons/hand';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Skull from '@lucide/svelte/icons/skull';
  import ShoppingBasket from '@lucide/svelte/icons/shopping-basket';
  import UserCheck from '@lucide/svelte/icons/user-check';
  import { basketsDue, taxonAt } from '$core/field';
  import { severityWords } from '$core/knowledge';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Evidence from './Evidence.svelte';
  import Key from './Key.svelte';

  /** A planned plant at the stop: evidence, then its name, then what is done with it. */
  let { phone, slug }: { phone: Phone; slug: string } = $props();
  const { day, pack } = $derived(phone);
  const at = $derived(day.at);
  const taxon = $derived(pack.taxa.find((one) => one.stop === at?.id && one.slug === slug));
  const done = $derived(at ? taxonAt(day, at.id, slug) : undefined);
  const isOpen = $derived(taxon?.role === 'danger' || Boolean(done?.named));
  const due = $derived(basketsDue(day).filter((one) => one.taxon === slug));
  const taken = $derived(
    day.takings.filter((one) => one.taxon === slug).reduce((sum, one) => sum + one.net, 0)
  );
  const tests = $derived(day.tests.filter((one) => one.taxon === slug).length);
</script>

{#if !taxon || !at}
  <p>This plant is not planned where the group stands.</p>
  <Key title="Back to the run sheet" href="#sheet" />
{:else if !isOpen}
  <div class="flex items-end justify-between gap-3">
    <h1 class="text-[23px] whitespace-nowrap">What do you see?</h1>
    <p class="flex items-center gap-2 text-[16px] font-strong whitespace-nowrap">
      <EyeOff size={22} aria-hidden="true" />name covered
    </p>
  </div>
  <Evidence {phone} {taxon} />
{:else}
  <h1>
    {phone.nameOf(slug)}{taxon.role === 'gather' && taxon.part ? `, ${taxon.part}` : ''}
  </h1>
  <p>
    <i>{taxon.scientific}</i>{done?.named?.isEarly ? ', named before the signs were said' : ''}
  </p>
  {#if taxon.role === 'danger'}<p class="flex items-center gap-2 font-strong text-rosehip">
      <Skull size={24} aria-hidden="true" />Shown in place, not touched, not taken.
    </p>{/if}
  {#if taxon.reason}<p>{taxon.reason}</p>{/if}
  {#if taxon.set.length > 0}
    <Key
      title="Look in order"
      does="{done?.looked.size ?? 0} of {counted(taxon.set.length, 'check')}"
      icon={ListChecks}
      href="#order/{slug}"
      look={taxon.role === 'gather' && (done?.looked.size ?? 0) < taxon.set.length ? 'next' : 'open'}
    />
  {:else if !taxon.isSeparable}
    <p class="border-l-[6px] border-rosehip pl-3 font-strong">
      Nothing that can be seen on the piece now tells it from all that is dangerous. It is shown, not taken.
    </p>
  {/if}
  {#each taxon.lookalikes as other (other.slug)}
    {@const how = done?.lookalikes.get(other.slug)?.how}
    <Key
      title="Taken for it: {other.name}"
      does="{severityWords[other.severity]}{how ? `; ${how}` : ''}"
      icon={Skull}
      href="#pair/{slug}/{other.slug}"
    />
  {/each}
  <Key
    title="Ask one learner"
    does={tests > 0 ? `${counted(tests, 'test')} so far` : 'show me, are you sure'}
    icon={UserCheck}
    href="#test/{slug}"
  />
  {#if taxon.role === 'gather'}
    <Key
      title="May we take here?"
      does={done?.mayTake
        ? done.mayTake.mayTake
          ? `yes; ${taken} taken`
          : 'no, it is left'
        : 'ask before anything is counted'}
      icon={Hand}
      href="#take/{slug}"
      look={done?.mayTake ? 'open' : 'next'}
    />
    {#if taken > 0}
      <Key
        title="Look through the baskets"
        does={due.length > 0 ? `${counted(due.length, 'basket')} to look through` : 'all looked through'}
        icon={ShoppingBasket}
        href="#baskets"
        look={due.length > 0 ? 'next' : 'open'}
      />
      <Key
        title="Tasting"
        does={due.length > 0 ? 'opens after the baskets' : 'each is asked; a no is a no'}
        look={due.length > 0 ? 'shut' : 'open'}
        href={due.length > 0 ? '#baskets' : `#taste/${slug}`}
      />
    {/if}
  {/if}
{/if}
