<script lang="ts">
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import Footprints from '@lucide/svelte/icons/footprints';
  import Printer from '@lucide/svelte/icons/printer';
  import Smartphone from '@lucide/svelte/icons/smartphone';
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { WalkEvent } from '$core/field';
  import { counted, localMoment } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import { sendEvents } from '$lib/ui/field/send-events';
  import { sendWaiting } from '$lib/ui/field/sender';
  import { FieldStore, type KeptPack } from '$lib/ui/field/store';
  import { type Step, takeAlong } from '$lib/ui/field/take-along';
  import HealthAlong from './HealthAlong.svelte';

  let { data, form } = $props();
  const walkId = $derived(page.params['walk']!);
  let store = $state.raw<FieldStore>();
  let kept = $state.raw<KeptPack>();
  let step = $state<Step>();
  let problem = $state('');
  let done = $state('');
  // svelte-ignore state_referenced_locally
  let phones = $state(Math.max(1, data.leaders));
  const megabytes = (bytes: number) => (bytes / 1e6).toFixed(1);

  onMount(() => {
    void FieldStore.open()
      .then(async (opened) => {
        store = opened;
        kept = await opened.pack(walkId);
      })
      .catch((fault: Error) => (problem = fault.message));
  });

  async function take() {
    problem = done = '';
    try {
      store ??= await FieldStore.open();
      kept = await takeAlong(store, walkId, phones, (next) => (step = next));
      await invalidateAll();
    } catch (fault) {
      problem = fault instanceof Error ? fault.message : 'The walk was not taken along. Try again.';
    } finally {
      step = undefined;
    }
  }

  /** Brings a phone's file in at a desk: what is there already adds nothing. */
  async function bringIn(file: File | undefined) {
    problem = done = '';
    const owner = page.data['viewer']?.personId;
    if (!file || !owner) return;
    try {
      const read = JSON.parse(await file.text()) as { walkId?: unknown; events?: unknown };
      if (!Array.isArray(read.events)) throw new Error('This is no file of a walk.');
      if (read.walkId !== walkId)
        throw new Error('This file is of another walk: open that walk, and bring it in there.');
      const events = read.events.map((one) => WalkEvent.safeParse(one));
      const good = events.flatMap((one) => (one.success && one.data.walkId === walkId ? [one.data] : []));
      store ??= await FieldStore.open();
      const fresh = await store.bringIn(good, owner);
      const sent = await sendWaiting(store, owner, sendEvents);
      const refused = (await store.eventsOf(walkId)).filter(({ state }) => state === 'refused').length;
      done = `${counted(fresh, 'entry', 'entries')} brought in, ${good.length - fresh} were here already${
        good.length < events.length ? `, ${events.length - good.length} not understood` : ''
      }${refused > 0 ? `, ${refused} refused` : ''}${sent === 'all' ? '.' : '; they wait on this device until there is network.'}`;
      await invalidateAll();
    } catch (fault) {
      problem = fault instanceof SyntaxError ? 'This is no file of a walk.' : (fault as Error).message;
    }
  }
</script>

<svelte:head><title>Walk {data.walk.name} · Good Trail</title></svelte:head>

<div class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_320px]">
  <div class="grid content-start gap-6">
    <section>
      <h2>Take it along</h2>
      <p class="mt-1 max-w-[60ch] text-ink-2">
        Plan, brief, drawings, people and library go onto this phone, and everything works there without
        network. What is tapped waits on the phone until the server has it.
      </p>
      {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
      {#if done}<Notice kind="done">{done}</Notice>{/if}
      {#if !data.hasBrief}<p class="note mt-2 text-ochre">
          No brief is published yet: the phone would have the plan, and no contrast sheets.
        </p>{/if}
      {#if kept?.provenAt}
        <p class="mt-3 flex items-start gap-2">
          <CircleCheck size={20} class="mt-0.5 shrink-0 text-moss" aria-hidden="true" /><span
            ><strong>Ready without network.</strong> Every part was opened from the store; {megabytes(
              kept.bytes
            )} MB, last compared with the server {localMoment(
              new Date(kept.refreshedAt),
              data.viewer?.timeZone ?? 'UTC'
            )}.</span
          >
        </p>
      {/if}
      <div class="mt-3 flex flex-wrap items-end gap-3">
        {#if data.phones.length === 0}
          <label class="note grid gap-1 font-strong"
            >Phones that count<select class="select w-[120px]" bind:value={phones}
              >{#each [1, 2, 3, 4] as number (number)}<option value={number}>{number}</option>{/each}</select
            ></label
          >
        {/if}
        <button
          type="button"
          class={['btn', kept ? 'btn-line' : 'btn-primary']}
          disabled={step !== undefined}
          onclick={take}
          ><Smartphone size={18} aria-hidden="true" />{step
            ? `${step[0]!.toUpperCase()}${step.slice(1)} …`
            : kept
              ? 'Take it along anew'
              : 'Take it along'}</button
        >
        {#if kept}
          <a href="/field?walk={walkId}" class="btn btn-primary" data-sveltekit-reload
            ><Footprints size={18} aria-hidden="true" />Open in the field</a
          >
          <a href="/field?walk={walkId}&rehearse" class="btn btn-line" data-sveltekit-reload>Rehearse</a>
        {/if}
        <a href="/walks/{walkId}/walk/paper" class="btn btn-line"
          ><Printer size={18} aria-hidden="true" />Paper tick sheet</a
        >
      </div>
      {#if data.phones.length === 0}<p class="fine mt-2 max-w-[60ch] text-ink-2">
          What is left of each patch is shared out among the phones, so that two phones without network never
          count too much together. A share can be handed over on the way.
        </p>{/if}
    </section>

    {#if data.mayTakeHealth && kept && store}<HealthAlong {store} {walkId} timeZone={data.timeZone} />{/if}

    {#if data.begun}<p>
        <strong>{counted(data.events, 'act')} stand with the server.</strong>
        <a href="/walks/{walkId}/after">What came of the walk</a> stands under <em>After</em>, as far as it is
        known.
      </p>{/if}
  </div>

  <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
    <section>
      <h3>Phones</h3>
      {#each data.phones as phone (phone.number)}<p class="mt-1">
          <strong>Phone {phone.number}</strong>, {phone.name}, taken along {localMoment(
            phone.takenAt,
            data.viewer?.timeZone ?? 'UTC'
          )}{phone.lostAt ? '; lost, its share went to another' : ''}
        </p>{:else}<p class="mt-1 text-ink-2">No phone has taken it along yet.</p>{/each}
      {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form?.done}<Notice
          kind="done">{form.done}</Notice
        >{/if}
      {#if data.phones.length > 1 && data.leads}
        <details class="mt-1">
          <summary class="cursor-pointer text-moss">A phone is lost</summary>
          <form method="POST" action="?/lost" class="mt-2 grid gap-2" use:enhance>
            <p>
              What it may still count goes to another. Should it come back, it learns of that with network;
              you answer for what it counts until then.
            </p>
            {#each [{ name: 'phone', label: 'Lost' }, { name: 'to', label: 'Takes over' }] as { name, label } (name)}
              <label class="grid gap-1 font-strong"
                >{label}<select {name} class="select" value={data.phones[name === 'to' ? 1 : 0]!.number}
                  >{#each data.phones as one (one.number)}<option value={one.number}
                      >phone {one.number}, {one.name}</option
                    >{/each}</select
                ></label
              >
            {/each}
            <button class="btn btn-line justify-self-start">Share it out anew</button>
          </form>
        </details>
      {/if}
    </section>
    <section>
      <h3>A phone’s file</h3>
      <p class="mt-1 text-ink-2">
        What a phone could not send is taken out of it as a file, and brought in here.
      </p>
      <label class="btn btn-line mt-2"
        >Bring a file in<input
          type="file"
          accept="application/json,.json"
          class="sr-only"
          onchange={(event) => {
            void bringIn(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        /></label
      >
    </section>
  </aside>
</div>
