<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import { page } from '$app/state';
  import { invalidate } from '$app/navigation';
  import type { Stage } from '$core/knowledge';
  import { eventOfNow } from '$lib/ui/field/send-events';
  import { type SightingOnTheWay, sightingsOf } from '$lib/ui/field/sightings';
  import Notice from '$lib/ui/Notice.svelte';

  /** Notes what was seen of a patch in one line; the strip follows at once. */
  interface Props {
    siteId: string;
    today: string;
    patches: readonly {
      readonly id: string;
      readonly name: string;
      readonly stages: readonly Stage[];
    }[];
  }
  let { siteId, today, patches }: Props = $props();
  // svelte-ignore state_referenced_locally
  let patchId = $state(patches[0]?.id ?? '');
  let says = $state<SightingOnTheWay['says']>('there');
  // svelte-ignore state_referenced_locally
  let seenOn = $state(today);
  let problem = $state('');
  let done = $state('');
  let isSending = $state(false);
  const stages = $derived(patches.find(({ id }) => id === patchId)?.stages ?? []);
  let wanted = $state<Stage>();
  const stage = $derived(wanted && stages.includes(wanted) ? wanted : stages[0]);

  async function send(event: SubmitEvent) {
    event.preventDefault();
    if (!stage) return;
    isSending = true;
    problem = done = '';
    const queue = sightingsOf(page.data['viewer']?.personId ?? '', siteId);
    queue.add({ ...eventOfNow(), kind: 'sighting', siteId, patchId, stage, says, seenOn, note: '' });
    const refused = await queue.flush();
    if (!refused)
      problem =
        'There is no connection: the sighting waits on this device, and Scout sends it when there is one.';
    else if (refused.length > 0) problem = refused.map((one) => one.problem).join(' ');
    else {
      await invalidate('season:strip');
      done = `Noted: ${stage} ${says === 'there' ? 'is there' : says}. The strip above has followed.`;
    }
    isSending = false;
  }
</script>

<form class="mt-2 grid gap-3 sm:grid-cols-2" onsubmit={send}>
  <label class="note sm:col-span-2"
    ><span class="font-strong">Patch</span><select class="select" bind:value={patchId}>
      {#each patches as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select></label
  >
  <label class="note"
    ><span class="font-strong">Stage</span><select
      class="select"
      value={stage}
      onchange={(event) => (wanted = event.currentTarget.value as Stage)}
    >
      {#each stages as one (one)}<option>{one}</option>{/each}
    </select></label
  >
  <label class="note"
    ><span class="font-strong">It is</span><select class="select" bind:value={says}>
      <option value="there">there</option><option value="not yet">not yet</option><option value="over"
        >over</option
      >
    </select></label
  >
  <Field label="Seen on" name="seenOn" type="date" max={today} bind:value={seenOn} />
  <button class="btn btn-line self-end" disabled={isSending}>Note it</button>
  <div class="sm:col-span-2" aria-live="polite">
    {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
    {#if done}<Notice kind="done">{done}</Notice>{/if}
  </div>
</form>
