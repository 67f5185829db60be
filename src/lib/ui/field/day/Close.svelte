<script lang="ts">
  import { type DayTaking, beforeClose } from '$core/field';
  import { useOfPart } from '$core/knowledge';
  import { counted } from '$core/words';
  import { addDays } from '$core/season';
  import type { Phone } from '../phone.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import Key from './Key.svelte';
  import Toggle from './Toggle.svelte';

  /** The recap makes itself; then a task for home, and the close. */
  let { phone }: { phone: Phone } = $props();
  const { day, pack } = $derived(phone);
  const open = $derived(beforeClose(pack, day));
  const met = $derived([
    ...new Set(
      pack.taxa
        .filter(({ stop }) => day.stops.some(({ id, arrivedAt }) => id === stop && arrivedAt))
        .map(({ slug }) => slug)
    )
  ]);
  let chosen = $state<string[]>([]);
  let bring = $state('a picture of the whole plant, and one of the sign that decides');
  // svelte-ignore state_referenced_locally
  let until = $state(addDays(phone.pack.walk.isoDate, 14));
  const checks = ['specimens counted', 'rubbish picked up', 'gate shut', 'landowner told'];
  let ticked = $state<string[]>([]);
  const lookalikesOf = (slug: string) => [
    ...new Set(
      pack.taxa
        .filter((one) => one.slug === slug)
        .flatMap(({ lookalikes }) => lookalikes.map(({ name }) => name))
    )
  ];
  /** How much of which part, and what it is meant for. */
  const takenWords = ({ net, part, taxon }: DayTaking) => {
    const use = phone.library.taxa.get(taxon);
    return [`${net} ${part}`, use && useOfPart(use, part)?.kind].filter(Boolean).join(', for ');
  };
  const minors = $derived(day.here.filter(({ isMinor, hasConsent }) => isMinor && !hasConsent));
  async function giveTask() {
    if (chosen.length === 0) return;
    if (await phone.tap('task', { taxa: chosen, until, bring })) chosen = [];
  }
  const close = () =>
    phone.tap('closed', {
      checks: checks.map((what) => ({ what, isDone: ticked.includes(what) })),
      note: ''
    });
</script>

<h1>What we met today</h1>
<table class="ruled text-[16px]">
  <thead><tr><th scope="col">plant</th><th scope="col">taken</th><th scope="col">keep apart</th></tr></thead>
  <tbody>
    {#each met as slug (slug)}
      {@const takings = day.takings.filter((one) => one.taxon === slug)}
      <tr>
        <td
          ><strong>{phone.nameOf(slug)}</strong
          >{#each day.leftHere.filter((one) => one.taxon === slug) as one (one.id)}<br />left: {one.because}{/each}</td
        >
        <td>{takings.length > 0 ? takings.map(takenWords).join('; ') : 'shown'}</td>
        <td class="text-rosehip">{lookalikesOf(slug).join(', ')}</td>
      </tr>
    {:else}<tr><td colspan="3">No stop was reached yet.</td></tr>{/each}
  </tbody>
</table>
<p>{counted(day.tests.length, 'test')}, {counted(day.incidents.length, 'incident')}.</p>

<details class="border-t-[3px] border-ink">
  <summary class="unfolds">A task for home{day.tasks.length > 0 ? `: ${day.tasks.length} given` : ''}</summary
  >
  <div class="grid gap-3 pb-3">
    <p>Find it again and look at it. Looking, never eating.</p>
    {#each met as slug (slug)}
      {@const isChosen = chosen.includes(slug)}
      <Toggle
        isOn={isChosen}
        disabled={!isChosen && chosen.length >= 5}
        onclick={() => (chosen = isChosen ? chosen.filter((one) => one !== slug) : [...chosen, slug])}
        ><strong>{phone.nameOf(slug)}</strong>{#if lookalikesOf(slug).length > 0}<br />beware of {lookalikesOf(
            slug
          ).join(', ')}{/if}</Toggle
      >
    {/each}
    <label class="grid gap-1 font-strong"
      >What to bring back<textarea class="textarea py-2" rows="2" maxlength="300" bind:value={bring}
      ></textarea></label
    >
    <Field label="Until" name="until" type="date" bind:value={until} />
    {#if minors.length > 0}<p>
        Not for {minors.map(({ name }) => name).join(', ')}: under 18, without consent.
      </p>{/if}
    <Key title="Give the task" look={chosen.length > 0 && bring ? 'next' : 'shut'} onclick={giveTask} />
  </div>
</details>

<h1>Close</h1>
{#if open.length > 0}<ul class="m-0 list-none border-l-[6px] border-rosehip p-0 pl-3 font-strong">
    {#each open as words, nth (nth)}<li class="py-1">{words}</li>{/each}
  </ul>
  <Key title="Count heads" href="#heads" />{/if}
{#each checks as check (check)}
  <label class="flex min-h-[56px] items-center gap-3 border-b border-ink text-[18px]"
    ><input
      type="checkbox"
      class="checkbox"
      checked={ticked.includes(check)}
      onchange={(event) =>
        (ticked = event.currentTarget.checked ? [...ticked, check] : ticked.filter((one) => one !== check))}
    />{check}</label
  >
{/each}
{#if day.closed}
  <p class="text-[19px] font-strong">The walk is closed.</p>
  {#if !phone.isRehearsal}<p>
      {phone.waiting > 0
        ? `${phone.waiting} entries wait on this phone: keep it on until they are sent.`
        : 'Everything was sent.'}
    </p>
    <Key
      title="Take the walk off this phone"
      does="what waits stays"
      look={phone.waiting > 0 ? 'shut' : 'open'}
      onclick={async () => {
        await phone.leave();
        location.href = '/field';
      }}
    />{/if}
{:else}<Key title="Close the walk" look={open.length > 0 ? 'shut' : 'next'} onclick={close} />{/if}
