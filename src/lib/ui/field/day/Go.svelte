<script lang="ts">
  import { leadersNeeded } from '$core/field';
  import { clockTime } from '$core/route';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Reason from './Reason.svelte';

  /** Go or not: each limit of the weather, the light and the tide, and who decides. */
  let { phone }: { phone: Phone } = $props();
  const { pack, day } = $derived(phone);
  /** By the place of the limit: two may be of one kind. */
  let reached = $state<Record<number, boolean | undefined>>({});
  let reason = $state('');
  const broken = $derived(pack.weather.filter((_, nth) => reached[nth] === true).map(({ kind }) => kind));
  const isAsked = $derived(pack.weather.every((_, nth) => reached[nth] !== undefined));
  const lacksLeaders = $derived(leadersNeeded(pack, day).needed > leadersNeeded(pack, day).have);
  const needsReason = $derived(broken.length > 0 || lacksLeaders);

  async function decide(goes: boolean) {
    if (await phone.tap('go or not', { goes, reached: broken, reason })) location.hash = '#heads';
  }
</script>

<h1>Go or not</h1>
{#if pack.times.light}
  <p>
    Sunrise {clockTime(pack.times.light.sunrise)}, sunset {clockTime(pack.times.light.sunset)}; back by {clockTime(
      pack.times.due
    )}.
  </p>{/if}
{#each pack.times.shore as { from, until }, nth (nth)}<p>
    Shore open {clockTime(from)} to {clockTime(until)}.
  </p>{/each}
{#each pack.weather as { kind, limit, decides, when }, nth (nth)}
  <section class="grid gap-2 border-t-[3px] border-ink pt-3">
    <p><strong class="text-[19px] first-letter:uppercase">{kind}</strong><br />{limit}</p>
    <p class="text-[16px]">{decides} decides, {when}.</p>
    <Choice
      legend="{kind}: is the limit reached?"
      isLegendShown={false}
      options={[
        { value: false, label: 'held' },
        { value: true, label: 'reached' }
      ]}
      bind:value={() => reached[nth], (value) => (reached[nth] = value)}
    />
  </section>
{:else}
  <p>No limits of the weather were set for this walk. Look at the sky, the water and the ground.</p>
{/each}
{#if needsReason}<Reason
    label={broken.length > 0
      ? `Why go although a limit is reached: ${broken.join(', ')}`
      : 'Why go with fewer leaders than the school asks for'}
    bind:value={reason}
  />{/if}
<div class="grid gap-3">
  <Key
    title="We go"
    does={!isAsked
      ? 'say of each limit whether it is held'
      : needsReason && !reason
        ? 'write the reason first'
        : ''}
    look={isAsked && (!needsReason || reason) ? 'next' : 'shut'}
    onclick={() => isAsked && decide(true)}
  />
  <Key title="We do not go" onclick={() => decide(false)} />
</div>
