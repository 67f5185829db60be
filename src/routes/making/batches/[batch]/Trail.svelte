<script lang="ts">
  import ArchiveRestore from '@lucide/svelte/icons/archive-restore';
  import CookingPot from '@lucide/svelte/icons/cooking-pot';
  import Eye from '@lucide/svelte/icons/eye';
  import Leaf from '@lucide/svelte/icons/leaf';
  import Package from '@lucide/svelte/icons/package';
  import RotateCw from '@lucide/svelte/icons/rotate-cw';
  import Scale from '@lucide/svelte/icons/scale';
  import ScanEye from '@lucide/svelte/icons/scan-eye';
  import ShoppingBasket from '@lucide/svelte/icons/shopping-basket';
  import Smile from '@lucide/svelte/icons/smile';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { type BatchEvent, inGrams } from '$core/making';
  import { counted, longDate, weekdayAndDay } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** What a batch came from, what was done with it, and what it went into, in the order of its way. */
  type Props = Pick<PageData, 'batch' | 'baskets' | 'cookings' | 'teaches'>;
  let { batch, baskets, cookings, teaches }: Props = $props();

  const icons = {
    'pieces checked': ScanEye,
    weighed: Scale,
    turned: RotateCw,
    'looked at': Eye,
    packed: Package,
    'taken out': ArchiveRestore,
    'thrown away': Trash,
    result: Smile
  } as const;

  function wordsOf(event: BatchEvent): { title: string; rest: string; isBad?: boolean } {
    switch (event.kind) {
      case 'pieces checked':
        return {
          title: event.body.isInDoubt
            ? `${counted(event.body.pieces, 'piece')} looked at again: one in doubt`
            : `${counted(event.body.pieces, 'piece')} looked at again, each named`,
          rest: event.body.note,
          isBad: event.body.isInDoubt
        };
      case 'weighed':
        return { title: `${inGrams(event.body.grams)}, ${event.body.when}`, rest: '' };
      case 'turned':
        return { title: 'Turned', rest: event.body.note };
      case 'looked at':
        return {
          title: event.body.hasMould
            ? 'Mould'
            : event.body.isReady
              ? batch.way === 'dry'
                ? 'Brittle'
                : 'Ready'
              : 'Not yet',
          rest: event.body.note,
          isBad: event.body.hasMould
        };
      case 'packed':
        return {
          title: `${counted(event.body.vessels, event.body.vessel)} of ${inGrams(event.body.gramsEach)}, ${event.body.place}`,
          rest: [
            event.body.meantFor && `Meant for ${event.body.meantFor}.`,
            event.body.contains.length > 0 && `Contains ${event.body.contains.join(', ')}.`
          ]
            .filter(Boolean)
            .join(' ')
        };
      case 'taken out':
        return { title: `${inGrams(event.body.grams)} taken out`, rest: event.body.what };
      case 'thrown away':
        return { title: 'Thrown away', rest: event.body.because, isBad: true };
      case 'result':
        return {
          title: `It turned out ${event.body.how}`,
          rest: [event.body.words, event.body.otherwise && `Next time: ${event.body.otherwise}`]
            .filter(Boolean)
            .join(' ')
        };
    }
  }
  /** A dish stands where its jars were opened. */
  const cookingOf = (event: BatchEvent) =>
    event.kind === 'taken out' ? cookings.find(({ id }) => id === event.body.cooking) : undefined;
</script>

<ol class="m-0 list-none p-0">
  {#each batch.takings as one, i (i)}
    <li class="grid grid-cols-[34px_minmax(0,1fr)] border-b border-rule py-2.5">
      <Leaf size={20} class="mt-0.5" aria-hidden="true" />
      <p>
        <strong>{counted(one.pieces, 'piece')} taken</strong> at {#if one.patch}<a href={one.patch}
            >{one.where}</a
          >{:else}{one.where}{/if}<br /><span class="note text-ink-2"
          >{longDate(one.gatheredOn)}{#if one.walk}, <a href={one.walk.address}>{one.walk.name}</a>{/if}</span
        >{#if one.isShort}<br /><span class="note font-strong text-rosehip"
            >The ledger of the patch holds fewer now: an entry was taken back since.</span
          >{/if}
      </p>
    </li>
  {/each}
  {#if baskets}
    <li class="grid grid-cols-[34px_minmax(0,1fr)] border-b border-rule py-2.5">
      <ShoppingBasket size={20} class="mt-0.5" aria-hidden="true" />
      <p>
        <strong>Baskets looked through on the walk:</strong>
        {counted(baskets.kept, 'piece')} kept, {counted(baskets.looks, 'look')}.
        {#each baskets.removed as one, i (i)}<span
            class={['mt-1 block', one.isDangerous && 'border-l-4 border-rosehip pl-3']}
            >Taken out: {one.words}.</span
          >{/each}
      </p>
    </li>
  {/if}
  {#each batch.events as event (event.id)}
    {@const words = wordsOf(event)}
    {@const Icon = icons[event.kind]}
    {@const cooking = cookingOf(event)}
    <li
      class={[
        'grid grid-cols-[34px_minmax(0,1fr)_auto] border-b border-rule py-2.5',
        words.isBad && 'border-l-4 border-l-rosehip pl-3'
      ]}
    >
      {#if cooking}<CookingPot size={20} class="mt-0.5" aria-hidden="true" />{:else}<Icon
          size={20}
          class="mt-0.5"
          aria-hidden="true"
        />{/if}
      <p>
        <strong>{words.title}</strong>{#if cooking}, into
          {#if teaches}<a href="/making/dishes/{cooking.dishId}">{cooking.dish}</a>{:else}{cooking.dish}{/if} for
          {cooking.people}: it turned out {cooking.how}. {cooking.words}{:else if words.rest}<br
          />{words.rest}{/if}<br /><span class="note text-ink-2">{weekdayAndDay(event.on)}, {event.by}</span>
      </p>
      {#if teaches}<form method="POST" action="?/takeBack" use:enhance class="no-print">
          <input type="hidden" name="id" value={event.id} /><button
            class="note min-h-11 text-ink-2 underline underline-offset-4"
            aria-label="Take back: {words.title}">take back</button
          >
        </form>{/if}
    </li>
  {/each}
</ol>
