<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import { onMount } from 'svelte';
  import { deserialize } from '$app/forms';
  import Check from '@lucide/svelte/icons/check';
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import LocateFixed from '@lucide/svelte/icons/locate-fixed';
  import Skull from '@lucide/svelte/icons/skull';
  import { metresBetween } from '$core/ground';
  import Notice from '$lib/ui/Notice.svelte';
  import { counted, dayAndMonth, dayReadOn } from '$core/words';
  import type { EventQueue } from '$lib/ui/field/event-queue';
  import { eventOfNow } from '$lib/ui/field/send-events';
  import { type SightingOnTheWay, sightingsOf, sightingsOfOthers } from '$lib/ui/field/sightings';

  import { type Whereabouts, whereIAm } from '$lib/ui/field/where-i-am';
  import NewPatch from './NewPatch.svelte';
  import PatchSighting, { type Seen } from './PatchSighting.svelte';

  let { data, form } = $props();

  let queue: EventQueue<SightingOnTheWay> | undefined;
  let waiting = $state(0);
  let ofOthers = $state(0);
  let isOffline = $state(false);
  let refusals = $state<{ id: string; text: string }[]>([]);
  let said = $state('');
  /** What was noted in this visit, by patch. */
  let noted = $state<Record<string, string>>({});

  let open = $state<string>();
  // svelte-ignore state_referenced_locally
  let seenOn = $state(data.today);
  let pictureProblem = $state<{ sighting: string; file: File; text: string }>();

  let here = $state<Whereabouts>();
  let hereProblem = $state('');

  const patches = $derived(
    here
      ? [...data.patches]
          .map((one) => ({ ...one, metres: metresBetween(here!, one) }))
          .sort((a, b) => a.metres - b.metres)
      : data.patches.map((one) => ({ ...one, metres: undefined }))
  );

  async function flush() {
    if (!queue) return;
    const refused = await queue.flush();
    isOffline = refused === undefined;
    waiting = queue.waiting.length;
    for (const { id, problem } of refused ?? []) refusals.push({ id, text: problem });
  }
  onMount(() => {
    const person = data.viewer?.personId ?? '';
    queue = sightingsOf(person, data.site.id);
    ofOthers = sightingsOfOthers(person, data.site.id);
    waiting = queue.waiting.length;
    void flush();
    const online = () => void flush();
    addEventListener('online', online);
    return () => removeEventListener('online', online);
  });

  const choose = (patch: (typeof patches)[number]) => (open = open === patch.id ? undefined : patch.id);

  async function sendPicture(sighting: string, file: File) {
    pictureProblem = undefined;
    const body = new FormData();
    body.set('sighting', sighting);
    body.set('picture', file);
    const failed = (text: string) => (pictureProblem = { sighting, file, text });
    try {
      const response = await fetch('?/picture', {
        method: 'POST',
        body,
        headers: { 'x-sveltekit-action': 'true' }
      });
      const result = deserialize(await response.text());
      if (result.type === 'success') {
        const taken = (result.data?.['picture'] as { takenOn?: string } | undefined)?.takenOn;
        if (taken && taken !== seenOn)
          said = `The picture is kept. Its camera says that it was taken on ${dayAndMonth(taken)}, the sighting says ${dayAndMonth(seenOn)}.`;
      } else if (result.type === 'failure')
        failed((result.data?.['picture'] as { problem: string } | undefined)?.problem ?? 'It was refused.');
      else failed('It did not arrive.');
    } catch {
      failed(
        'There is no connection. The sighting itself is kept; send the picture again when there is one.'
      );
    }
  }

  async function keep(patch: (typeof patches)[number], seen: Seen, file: File | undefined) {
    const begun = eventOfNow();
    queue?.add({ ...begun, kind: 'sighting', siteId: data.site.id, patchId: patch.id, seenOn, ...seen });
    noted[patch.id] = `${seen.stage} ${seen.says === 'there' ? 'is there' : seen.says}`;
    const next = patches[patches.findIndex((one) => one.id === patch.id) + 1];
    said = `Noted: ${patch.name}, ${noted[patch.id]}.`;
    waiting = queue?.waiting.length ?? 0;
    // On to the next one, as the walk goes on.
    if (next && !noted[next.id]) {
      choose(next);
      requestAnimationFrame(() =>
        document.getElementById(`patch-${next.id}`)?.scrollIntoView({ block: 'start' })
      );
    } else open = undefined;
    await flush();
    if (file) await sendPicture(begun.id, file);
  }

  async function nearestFirst() {
    const found = await whereIAm();
    if ('problem' in found) hereProblem = found.problem;
    else [here, hereProblem] = [found, ''];
  }
</script>

<svelte:head><title>Scout {data.site.name} · Good Trail</title></svelte:head>
<p class="note">
  {#if data.teaches}<a href="/ground/{data.site.id}">{data.site.name}</a>{:else}<a href="/notebook"
      >Notebook</a
    >,
    {data.site.name}{/if}
</p>
<div class="flex flex-wrap items-baseline gap-x-4">
  <h1>Scout</h1>
  <p class="text-ink-2">Tap a patch, say what stage it is at, and the next one opens.</p>
</div>
<div class="mt-2 grid gap-2" aria-live="polite">
  {#if isOffline || waiting > 0}<p
      class="note flex items-center gap-2 border-l-4 border-ochre bg-ochre-tint px-3 py-2"
    >
      <CloudOff size={17} class="shrink-0" aria-hidden="true" /><span
        >{counted(waiting, 'sighting waits', 'sightings wait')} on this device for a connection.
        <button type="button" class="cursor-pointer underline underline-offset-2" onclick={flush}
          >Send now</button
        ></span
      >
    </p>{/if}
  {#if ofOthers > 0}<p class="note border-l-4 border-ochre bg-ochre-tint px-3 py-2">
      {counted(ofOthers, 'sighting')} of somebody else {ofOthers === 1 ? 'waits' : 'wait'} on this device, and go
      when that person signs in here.
    </p>{/if}
  {#each refusals as one (one.id)}<Notice kind="problem">A sighting was not taken: {one.text}</Notice>{/each}
  {#if pictureProblem}<Notice kind="problem"
      >The picture was not taken: {pictureProblem.text}
      <button
        type="button"
        class="cursor-pointer underline underline-offset-2"
        onclick={() => pictureProblem && sendPicture(pictureProblem.sighting, pictureProblem.file)}
        >Send it again</button
      ></Notice
    >{/if}
  {#if said}<Notice kind="done">{said}</Notice>{/if}
</div>

<div class="mt-2 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,560px)_minmax(0,1fr)]">
  <section>
    <div class="flex flex-wrap items-end gap-3">
      <div class="w-[170px]">
        <Field label="Seen on" name="seenOn" type="date" max={data.today} bind:value={seenOn} />
      </div>
      {#if data.seesPlaces}<button type="button" class="btn btn-line" onclick={nearestFirst}
          ><LocateFixed size={17} aria-hidden="true" />Nearest first</button
        >{/if}
    </div>
    {#if hereProblem}<p class="note mt-1 text-ochre">{hereProblem}</p>{/if}
    <ul class="m-0 mt-2 list-none border-t border-ink p-0">
      {#each patches as patch (patch.id)}
        <li id="patch-{patch.id}" class="scroll-mt-2 border-b border-rule">
          <button
            type="button"
            class="flex min-h-14 w-full cursor-pointer items-center gap-3 py-2 text-left"
            aria-expanded={open === patch.id}
            onclick={() => choose(patch)}
          >
            <span class="min-w-0 flex-1 leading-tight wrap-anywhere"
              ><strong class="block">{patch.name}</strong><span class="note text-ink-2"
                >{patch.taxonName}{#if patch.danger}<Skull
                    size={14}
                    class="ml-1 inline text-rosehip"
                    aria-label="danger"
                  />{/if}{patch.metres === undefined
                  ? ''
                  : `, ${patch.metres < 950 ? `${Math.round(patch.metres / 5) * 5} m` : `${(patch.metres / 1000).toFixed(1)} km`}`}</span
              ></span
            >
            <span class="fine text-right text-ink-2"
              >{#if noted[patch.id]}<span class="flex items-center gap-1 font-strong text-moss"
                  ><Check size={15} aria-hidden="true" />{noted[patch.id]}</span
                >{:else if patch.last}{dayReadOn(patch.last.on, data.today)}: {patch.last.stage}{patch.last
                  .says === 'there'
                  ? ''
                  : ` ${patch.last.says}`}{:else}never noted{/if}</span
            >
          </button>
          {#if open === patch.id}
            <PatchSighting
              {patch}
              abundances={data.abundances}
              onkeep={(seen, file) => void keep(patch, seen, file)}
            />
          {/if}
        </li>
      {:else}
        <li class="py-3 text-ink-2">No patches here yet: note the first find beside.</li>
      {/each}
    </ul>
  </section>

  {#if data.teaches}
    <section>
      <h2>Something new</h2>
      {#if form && 'find' in form && form.find && 'problem' in form.find}<Notice kind="problem"
          >{form.find.problem}</Notice
        >{/if}
      {#if form && 'find' in form && form.find && 'name' in form.find}<Notice kind="done"
          >{form.find.name} is a patch now: note its stage in the list.</Notice
        >{/if}
      <NewPatch site={data.site} patches={data.patches} taxa={data.taxa} abundances={data.abundances} />
      {#if data.finds.length > 0}
        <h2 class="mt-6">Finds without a name</h2>
        <ul class="note m-0 mt-1 list-none p-0">
          {#each data.finds as one (one.id)}<li class="border-b border-rule py-1.5">
              <a href="/ground/{data.site.id}/finds/{one.id}">{one.name}</a>
              <span class="text-ink-2">seen {dayAndMonth(one.seenOn)}</span>
            </li>{/each}
        </ul>
      {/if}
      <p class="note mt-6">
        From a GPS device or its file: <a href="/ground/{data.site.id}/waypoints">bring in waypoints</a>.
      </p>
    </section>
  {:else}
    <section class="max-w-[52ch]">
      <h2>Say only what you saw today</h2>
      <p class="mt-1">
        What you say moves the forecast for everybody, with your name beside it. Look, do not pick, and leave
        the way you came. A plant that stands elsewhere belongs into your <a href="/notebook">notebook</a>.
      </p>
    </section>
  {/if}
</div>
