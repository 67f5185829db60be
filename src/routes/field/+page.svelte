<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import Key from '$lib/ui/field/day/Key.svelte';
  import WalkOnPhone from '$lib/ui/field/day/WalkOnPhone.svelte';
  import LearnersWalk from '$lib/ui/field/learner/LearnersWalk.svelte';
  import { LearnerPack } from '$core/field';
  import { Phone } from '$lib/ui/field/phone.svelte';
  import { newsForLearner } from '$lib/ui/field/take-along';
  import { FieldStore, type KeptPack } from '$lib/ui/field/store';
  import { longDate } from '$core/words';

  let store: FieldStore | undefined;
  let phone = $state.raw<Phone>();
  let learners = $state.raw<{ kept: KeptPack; pack: LearnerPack }>();
  /** To choose from, where the walk that was asked for does not open. */
  let packs = $state.raw<readonly KeptPack[]>();
  let problem = $state('');
  let waiting = $state(0);
  const walkId = $derived(page.url.searchParams.get('walk') ?? '');
  const isRehearsal = $derived(page.url.searchParams.has('rehearse'));
  const headOf = ({ pack }: KeptPack) =>
    (pack as { walk?: { name?: string; isoDate?: string; site?: string } }).walk ?? {};

  const isForLearners = ({ pack }: KeptPack) => (pack as { format?: unknown }).format === 'for learners';
  async function takeOff() {
    await store?.emptyOf(walkId);
    location.assign('/today');
  }

  onMount(() => {
    // Black on white, for the sun; unless whoever holds it has chosen another.
    if (document.documentElement.dataset['theme'] === 'day')
      document.documentElement.dataset['theme'] = 'sun';
    let stop: (() => void) | undefined;
    let all: readonly KeptPack[] | undefined;
    void (async () => {
      try {
        store = await FieldStore.open();
        await store.forgetOldHealth(Date.now() + (await store.setting('offset', 0)));
        all = await store.packs();
        waiting = await store.waitingOfAll();
        const kept = all.find((one) => one.walkId === walkId);
        if (!kept) {
          packs = all;
          return;
        }
        if (isForLearners(kept)) {
          learners = { kept, pack: LearnerPack.parse(kept.pack) };
          return;
        }
        phone = await Phone.open(store, kept, isRehearsal);
        stop = phone.start();
      } catch (fault) {
        problem =
          fault instanceof Error
            ? fault.message
            : 'The walk on this phone does not open. Take it along again.';
        packs = all;
      }
    })();
    return () => stop?.();
  });
</script>

<svelte:head>
  <title>In the field · Good Trail</title>
  <link rel="manifest" href="/field.webmanifest" />
</svelte:head>

{#if phone}
  <WalkOnPhone {phone} />
{:else if learners}
  {@const { kept, pack } = learners}
  <LearnersWalk {pack} ask={() => newsForLearner(store!, kept, pack)} {takeOff} />
{:else}
  <main id="field" class="mx-auto grid max-w-[560px] gap-4 px-4 py-6">
    <h1>In the field</h1>
    {#if problem}<p role="alert" class="border-l-[6px] border-rosehip pl-3 font-strong">{problem}</p>{/if}
    {#if packs}
      {#if walkId && !problem}<p>
          This walk is not on this phone. Take it along from its page, where there is network.
        </p>{/if}
      {#each packs as kept (kept.walkId)}
        {@const head = headOf(kept)}
        <Key
          title={head.name ?? 'A walk'}
          does="{head.site ?? ''}{head.isoDate ? `, ${longDate(head.isoDate)}` : ''}{kept.provenAt
            ? '; ready without network'
            : '; not tried yet'}"
          look="next"
          href="/field?walk={kept.walkId}"
        />
        {#if !isForLearners(kept)}<Key
            title="Rehearse it"
            does="with a clock of its own"
            href="/field?walk={kept.walkId}&rehearse"
          />{/if}
      {:else}<p>No walk is on this phone.</p>{/each}
      {#if waiting > 0}<p class="font-strong">{waiting} entries wait on this phone to be sent.</p>{/if}
      <Key title="To the walks" href="/walks" />
    {:else if !problem}<p>Opening …</p>{/if}
  </main>
{/if}
