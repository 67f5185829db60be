<script lang="ts">
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import Hand from '@lucide/svelte/icons/hand';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Skull from '@lucide/svelte/icons/skull';
  import ShoppingBasket from '@lucide/svelte/icons/shopping-basket';
  import UserCheck from '@lucide/svelte/icons/user-check';
  import { type PackTaxon, basketsDue, gatheredAt, isUncovered, taxonAt } from '$core/field';
  import { severityWords } from '$core/knowledge';
  import { counted } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Evidence from './Evidence.svelte';
  import Key from './Key.svelte';

  /** A planned plant at the stop: evidence, then its name, then what is done with it. */
  let { phone, slug }: { phone: Phone; slug: string } = $props();
  const { day, pack } = $derived(phone);
  const at = $derived(day.at);
  const rows = $derived(pack.taxa.filter((one) => one.stop === at?.id && one.slug === slug));
  const gathered = $derived(gatheredAt(pack, at?.id, slug));
  const isDanger = $derived(rows.some(({ role }) => role === 'danger'));
  /** What is gathered of it goes first: its signs are those that are asked for. */
  const taxon = $derived(gathered[0] ?? rows[0]);
  const done = $derived(at ? taxonAt(day, at.id, slug) : undefined);
  const isOpen = $derived(Boolean(at) && isUncovered(pack, day, at!.id, slug));
  const signs = $derived(new Set(done?.evidence.map(({ entry }) => entry)).size);
  const allDue = $derived(basketsDue(day).filter((one) => one.taxon === slug));
  const dueOf = (part: string) => allDue.filter((one) => one.part === part);
  const takenOf = (part: string) =>
    day.takings
      .filter((one) => one.taxon === slug && one.part === part)
      .reduce((sum, one) => sum + one.net, 0);
  const isTaken = $derived(gathered.some(({ part }) => takenOf(part) > 0));
  /** One part alone needs no word of it. */
  const of = ({ part }: PackTaxon) => (gathered.length > 1 ? `: ${part}` : '');
  const checked = ({ set }: PackTaxon) => set.filter((check) => done?.looked.has(check.slug)).length;
  /** One thing comes next: the looking first, then the asking, part by part. */
  const isLooked = (row: PackTaxon) => checked(row) >= row.set.length;
  const nextLooked = $derived(gathered.find((row) => !isLooked(row)));
  const nextAsked = $derived(nextLooked ? undefined : gathered.find(({ part }) => !done?.mayTake.has(part)));
  const partPath = (part: string) => `${slug}/${encodeURIComponent(part)}`;
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
  <Evidence {phone} {taxon} isNamed={false} />
{:else}
  <h1>
    {[phone.nameOf(slug), ...gathered.map(({ part }) => part)].filter(Boolean).join(', ')}
  </h1>
  <p>
    <i>{taxon.scientific}</i>{done?.named?.isEarly ? ', named before the signs were said' : ''}
  </p>
  {#if isDanger}<p class="flex items-center gap-2 font-strong text-rosehip">
      <Skull size={24} aria-hidden="true" />Shown in place, not touched, not taken.
    </p>{/if}
  {#if taxon.reason}<p>{taxon.reason}</p>{/if}
  {#if !isDanger && !done?.named}
    <Key
      title="What do you see?"
      does={signs > 0 ? `${counted(signs, 'sign')} said` : 'asked for after the name'}
      href="#signs/{slug}"
    />
  {/if}
  {#each gathered.length > 0 ? gathered : [taxon] as row (row.part)}
    {#if row.set.length > 0}
      <Key
        title="Look in order{of(row)}"
        does="{checked(row)} of {counted(row.set.length, 'check')}"
        icon={ListChecks}
        href="#order/{partPath(row.part)}"
        look={row === nextLooked ? 'next' : 'open'}
      />
    {:else if !row.isSeparable}
      <p class="border-l-[6px] border-rosehip pl-3 font-strong">
        Nothing that can be seen on the {row.part || 'piece'} now tells it from all that is dangerous. It is shown,
        not taken.
      </p>
    {/if}
  {/each}
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
  {#each gathered as row (row.part)}
    {@const decided = done?.mayTake.get(row.part)}
    <Key
      title={gathered.length > 1 ? `May we take ${row.part} here?` : 'May we take here?'}
      does={decided
        ? decided.mayTake
          ? `yes; ${takenOf(row.part)} taken`
          : 'no, it is left'
        : 'ask before anything is counted'}
      icon={Hand}
      href="#take/{partPath(row.part)}"
      look={row === nextAsked ? 'next' : 'open'}
    />
  {/each}
  {#if isTaken}
    <Key
      title="Look through the baskets"
      does={allDue.length > 0 ? `${counted(allDue.length, 'basket')} to look through` : 'all looked through'}
      icon={ShoppingBasket}
      href="#baskets"
      look={allDue.length > 0 ? 'next' : 'open'}
    />
    {#each gathered.filter(({ part }) => takenOf(part) > 0) as row (row.part)}
      {@const isDue = dueOf(row.part).length > 0}
      <Key
        title="Tasting{of(row)}"
        does={isDue ? 'opens after the baskets' : 'each is asked; a no is a no'}
        look={isDue ? 'shut' : 'open'}
        href={isDue ? '#baskets' : `#taste/${partPath(row.part)}`}
      />
    {/each}
  {/if}
{/if}
