<script lang="ts">
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import X from '@lucide/svelte/icons/x';
  import { concernKeys, concerns } from '$core/walk';
  import Notice from '$lib/ui/Notice.svelte';
  import { dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';

  let { data, form } = $props();
  /** What was chosen and not kept stays chosen. */
  const chosen = $derived(
    (form && 'typed' in form
      ? (form.typed as { leaderId: string; others: string[] } | undefined)
      : undefined) ?? {
      leaderId: data.leaderId,
      others: data.otherLeaders
    }
  );
</script>

<svelte:head><title>Group of {data.walk.name} · Good Trail</title></svelte:head>
<PlanNav walkId={data.walk.id} leads={data.leads} />
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
<div class="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="min-w-0">
    <section>
      <h2>{data.walk.cohortName ?? 'No group yet'}</h2>
      <p class="note text-ink-2">
        Level {data.level}. <a href="/people">People and groups</a> ·
        <a href="/walks/{data.walk.id}/day">another group, another level</a>
      </p>
      {#if data.members.length > 0}
        <table class="ruled compact mt-2">
          <thead
            ><tr
              ><th scope="col">name</th><th scope="col">comes as</th><th scope="col">guardian’s consent</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.members as member (member.id)}
              <tr
                ><td><strong>{member.name}</strong></td><td
                  >{member.role === 'guest' ? 'guest, on paper' : member.role}{member.isMinor
                    ? ', under 18'
                    : ''}</td
                ><td class="text-ink-2"
                  >{#if !member.isMinor}not needed{:else if member.guardianConsentOn}{member.guardianName},
                    {dayAndMonth(member.guardianConsentOn)}{:else}<strong class="text-rosehip">missing</strong
                    >{/if}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      {:else}<p class="mt-2 text-ink-2">Nobody is in it yet.</p>{/if}
    </section>

    <section class="mt-8">
      <h2 class="flex items-center gap-2">
        <EyeOff size={18} aria-hidden="true" />Health notes, for leaders only
      </h2>
      {#if data.mayReadHealth}
        <p class="note text-ink-2">
          They stand in no brief and no drill, and are deleted {data.healthDays} days after the walk. Each look
          is logged. A match is a reason to ask; where nothing matches, nothing is shown to be harmless. A clinician
          decides.
        </p>
        <ul class="m-0 mt-2 list-none p-0">
          {#each data.notes as note (note.id)}
            <li class="grid gap-x-6 border-b border-rule py-2 sm:grid-cols-[150px_minmax(0,1fr)_28px]">
              <strong>{note.person}</strong>
              <div>
                <p>
                  {note.label}{#if note.words}<span class="text-ink-2">: “{note.words}”</span>{/if}
                </p>
                {#each note.matches as match (match.taxon)}
                  <p class="note text-ochre"><strong>{match.name}</strong>: {match.why}</p>
                {:else}<p class="note text-ink-2">No taxon of this walk is known to speak to it.</p>{/each}
                <p class="fine text-ink-2">kept until {dayAndMonth(note.keepUntil)}</p>
              </div>
              <form method="POST" action="?/removeNote" use:enhance>
                <input type="hidden" name="id" value={note.id} />
                <button
                  class="cursor-pointer p-1"
                  aria-label="Delete this note on {note.person}"
                  onclick={(event) => {
                    if (!confirm(`Delete this note on ${note.person} for good?`)) event.preventDefault();
                  }}><X size={16} /></button
                >
              </form>
            </li>
          {:else}<li class="py-2 text-ink-2">
              None. Ask each person before the walk: allergies, medicines, pregnancy, what else leaders should
              know.
            </li>{/each}
        </ul>
        {#if data.members.length > 0}
          <form
            method="POST"
            action="?/addNote"
            class="mt-3 grid gap-3 bg-shade px-3 py-3 sm:grid-cols-2"
            use:enhance={() =>
              async ({ result, update }) =>
                update({ reset: result.type === 'success' })}
          >
            <div class="grid gap-1">
              <label class="note font-strong" for="note-person">Who</label>
              <select id="note-person" name="personId" class="select" required
                ><option value="">Choose somebody</option>{#each data.members as member (member.id)}<option
                    value={member.id}>{member.name}</option
                  >{/each}</select
              >
            </div>
            <div class="grid gap-1">
              <label class="note font-strong" for="note-concern">What about</label>
              <select id="note-concern" name="concern" class="select" required
                ><option value="">Choose what it is about</option>{#each concernKeys as key (key)}<option
                    value={key}>{concerns[key].label}</option
                  >{/each}</select
              >
            </div>
            <div class="grid gap-1 sm:col-span-2">
              <label class="note font-strong" for="note-words">In their words, no more than needed</label>
              <input id="note-words" name="words" class="input" maxlength="500" />
            </div>
            <button class="btn btn-line justify-self-start">Keep this note</button>
          </form>
        {/if}
        {#if data.access.length > 0}
          <details class="note mt-3">
            <summary class="cursor-pointer font-strong text-moss">Who has looked</summary>
            <ul class="mt-1 list-none p-0">
              {#each data.access as look, nth (nth)}<li>
                  {look.name}, {dayAndMonth(look.on)}{look.times > 1 ? `, ${look.times} times` : ''}
                </li>{/each}
            </ul>
          </details>
        {/if}
      {:else}
        <p class="note text-ink-2">You see them for walks that you lead along.</p>
      {/if}
    </section>
  </div>

  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-7">
    <section>
      <h2>Leaders</h2>
      {#if data.leads}
        <form
          method="POST"
          action="?/leaders"
          use:enhance={() =>
            async ({ update }) =>
              update({ reset: false })}
        >
          <input type="hidden" name="revision" value={data.walk.revision} />
          <label class="mt-1 block font-strong" for="leader">Leads</label>
          <select id="leader" name="leaderId" class="select mt-1" value={chosen.leaderId}
            >{#each data.candidates.filter(({ role }) => role !== 'assistant') as one (one.value)}<option
                value={one.value}>{one.name}</option
              >{/each}</select
          >
          <fieldset class="mt-2">
            <legend class="font-strong">Lead along</legend>
            {#each data.candidates.filter(({ value }) => value !== chosen.leaderId) as one (one.value)}
              <label class="flex min-h-9 items-center gap-3"
                ><input
                  type="checkbox"
                  name="other"
                  value={one.value}
                  checked={chosen.others.includes(one.value)}
                  class="checkbox border-rule-strong"
                />{one.name}, {one.role}</label
              >
            {/each}
          </fieldset>
          <button class="btn btn-line btn-sm mt-2">Keep the leaders</button>
        </form>
      {:else}<p>
          {data.walk.leaderName}{data.walk.otherLeaders.map(({ name }) => `, ${name}`).join('')}
        </p>{/if}
    </section>
    <section>
      <h2>Checks of the group</h2>
      {#each data.groupChecks as check (check.key)}
        <p class="mt-1">
          <strong class={check.state === 'stop' ? 'text-rosehip' : check.state === 'look' ? 'text-ochre' : ''}
            >{check.title}:</strong
          > <span class="text-ink-2">{check.detail}</span>
        </p>
      {/each}
    </section>
    {#if data.loads.length > 0}
      <section>
        <h2>What adds up over the day</h2>
        {#each data.loads as load (load.key)}<p class="mt-1">
            <strong class={load.state === 'look' ? 'text-ochre' : ''}>{load.title}:</strong>
            <span class="text-ink-2">{load.detail}</span>
          </p>{/each}
      </section>
    {/if}
  </aside>
</div>
