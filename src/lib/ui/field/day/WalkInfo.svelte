<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import RefreshCw from '@lucide/svelte/icons/refresh-cw';
  import { wordsOf } from '$core/field';
  import { localMoment } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';

  /** The walk on this phone: what was sent, who acts, and the clock of a rehearsal. */
  let { phone }: { phone: Phone } = $props();
  const { pack } = $derived(phone);
  const sentWords = $derived(
    phone.waiting === 0
      ? 'Everything was sent.'
      : phone.sent === 'signed out'
        ? 'You are signed out: sign in, and it is sent. Nothing is lost.'
        : phone.sent === 'all'
          ? 'It is being sent.'
          : 'No network: it is sent when there is some.'
  );
  function saveFile() {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([phone.file], { type: 'application/json' }));
    link.download = `${pack.walk.name}, phone ${pack.phone}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
  const actors = $derived([
    ...new Map([
      [pack.takenBy.id, pack.takenBy],
      ...pack.leaders.map((one) => [one.id, one] as const)
    ]).values()
  ]);
</script>

<h1>{pack.walk.name}</h1>
<p>
  Phone {pack.phone} of {pack.phones}; brief {pack.brief ? `version ${pack.brief.version}` : 'not published'};
  taken along {localMoment(new Date(pack.takenAt), pack.walk.timeZone)}.
</p>
{#if phone.clockWords}<p class="border-l-[6px] border-ink pl-3 font-strong">{phone.clockWords}</p>{/if}
{#if phone.isRehearsal}
  <section class="grid gap-3 border-[3px] border-ink p-3" aria-label="Clock of the rehearsal">
    <h2 class="text-[20px]">Rehearsal: nothing is recorded for the school</h2>
    <Choice
      legend="The clock"
      options={[
        { value: '0', label: 'stands' },
        { value: '1', label: 'real' },
        { value: '10', label: '10×' },
        { value: '60', label: '60×' }
      ]}
      value={String(phone.rehearsal?.speed ?? 1)}
      onchoose={(speed) => phone.speed(Number(speed))}
    />
    <div class="grid grid-cols-3 gap-2">
      {#each [5, 15, 60] as minutes (minutes)}<Key
          title="+{minutes} min"
          onclick={() => phone.jump(minutes)}
        />{/each}
    </div>
    <Key
      title="Begin again"
      does="forgets what was tapped in the rehearsal"
      onclick={() => phone.startAgain()}
    />
  </section>
{:else}
  <p><strong>{phone.waiting} kept here, not sent.</strong> {sentWords}</p>
  {#if phone.sent === 'signed out'}<Key title="Sign in" href="/sign-in?to=/field" />{/if}
  <Key title="Send now" icon={RefreshCw} onclick={() => phone.sync()} />
{/if}
{#if phone.refused.length > 0}
  <section class="grid gap-2" aria-label="Refused">
    <h2 class="text-rosehip">The server did not take</h2>
    {#each phone.refused as one (one.id)}
      <div class="border-l-[6px] border-rosehip pl-3">
        <p><strong>{wordsOf(phone, one.event)}</strong><br />{one.problem}</p>
        <Key title="Keep it as a remark" onclick={() => phone.remarkInstead(one)} />
      </div>
    {/each}
  </section>
{/if}
{#each phone.pictures as { id, problem } (id)}
  {#if problem}<div class="border-l-[6px] border-rosehip pl-3">
      <p><strong>A picture was not taken.</strong> {problem}</p>
      <Key title="Give it up" onclick={() => phone.dropPicture(id)} />
    </div>{/if}
{/each}
<label class="grid gap-1 font-strong"
  >Who holds this phone<select class="select" bind:value={phone.by}
    >{#each actors as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
  ></label
>
<Key title="All entries as a file" does="to bring in at a desk" icon={Download} onclick={saveFile} />
<Key title="All walks on this phone" href="/field" />
