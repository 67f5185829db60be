<script lang="ts">
  import { counted, localMoment } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import CopyText from '$lib/ui/people/CopyText.svelte';
  import AfterNav from '$lib/ui/walk/AfterNav.svelte';

  let { data, form } = $props();
  const answered = $derived(data.people.filter(({ wellbeing }) => wellbeing?.answer).length);
  const notWell = $derived(data.people.filter(({ wellbeing }) => wellbeing?.answer === 'not well'));
  const at = (moment: Date | number) => localMoment(new Date(moment), data.timeZone);
  const linkWords = (link: string) =>
    `After ${data.walk.name}: please say here whether you are well. ${link}`;
</script>

<svelte:head><title>How people are after {data.walk.name} · Good Trail</title></svelte:head>
<AfterNav walkId={data.walk.id} leads={data.leads} />
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form?.done}<Notice kind="done"
    >{form.done}</Notice
  >{/if}

<div class="grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="grid content-start gap-7">
    {#each notWell as one (one.id)}
      <section class="border-l-[6px] border-rosehip pl-4" aria-label="{one.name} is not well">
        <h2>{one.name} is not well</h2>
        {#if one.wellbeing?.words}<p class="mt-1">“{one.wellbeing.words}”</p>{/if}
        {#if one.tasted.length > 0}<p class="mt-1">
            Tasted on the walk: <strong>{one.tasted.join(', ')}</strong>.
          </p>{/if}
        <p class="mt-1">
          Call first: emergency numbers stand at the top, under <em>In an emergency</em>. Then say what was
          eaten or touched, how much and when, and what is felt; keep what is left of it. What each plant of
          this walk does stands in
          <a href="/walks/{data.walk.id}/brief#ill">the brief, under <em>If somebody feels ill</em></a>.
        </p>
        {#if one.telephone || one.call}<p class="mt-1">
            {[one.telephone && `Telephone ${one.telephone}`, one.call].filter(Boolean).join('; ')}
          </p>{/if}
        {#if one.wellbeing?.seenBy}<p class="note mt-1 text-ink-2">
            {one.wellbeing.seenBy} sees to it.
          </p>{:else}
          <form method="POST" action="?/seen" class="mt-2" use:enhance>
            <input type="hidden" name="person" value={one.id} />
            <button class="btn btn-primary">I see to it</button>
          </form>{/if}
      </section>
    {/each}

    <section>
      <div class="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2>How are they?</h2>
        <p class="note text-ink-2">{answered} of {data.people.length} heard of</p>
      </div>
      {#if data.people.length === 0}<p class="mt-2 max-w-[60ch] text-ink-2">
          Nobody was ticked off as here. Whoever came is asked once the walk is recorded, on a phone or by
          typing in its paper sheet.
        </p>{:else}
        <ul class="m-0 mt-2 list-none border-t border-ink p-0">
          {#each data.people as one (one.id)}
            <li
              class="grid gap-x-5 gap-y-2 border-b border-rule py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_250px]"
            >
              <div>
                <strong>{one.name}</strong>{one.isMinor ? ', under 18' : ''}{#if one.tasted.length > 0}<br
                  /><span class="note text-ink-2">tasted {one.tasted.join(', ')}</span
                  >{/if}{#if one.isMinor}<br /><span class="note"
                    >{one.call ?? 'no number of a guardian'}</span
                  >{:else if one.telephone}<br /><span class="note text-ink-2">{one.telephone}</span>{/if}
              </div>
              <div>
                {#if one.wellbeing?.answer}<strong
                    class={one.wellbeing.answer === 'not well' ? 'text-rosehip' : ''}
                    >{one.wellbeing.answer}</strong
                  >{#if one.wellbeing.words && one.wellbeing.answer !== 'not well'}: {one.wellbeing
                      .words}{/if}<br /><span class="note text-ink-2"
                    >{one.wellbeing.answeredAt ? at(one.wellbeing.answeredAt) : ''}{one.wellbeing.writtenBy
                      ? `, written by ${one.wellbeing.writtenBy}`
                      : ', by the link'}</span
                  >{:else if one.wellbeing}<span class="text-ink-2"
                    >asked {at(one.wellbeing.askedAt)}, no answer yet</span
                  >{:else}<span class="text-ink-2">{one.isMinor ? 'call the guardian' : 'not asked'}</span
                  >{/if}{#if !one.isMinor && data.hasHappened}<form method="POST" action="?/link" use:enhance>
                    <input type="hidden" name="person" value={one.id} /><button
                      class="note cursor-pointer text-moss underline underline-offset-4"
                      >A link to pass on</button
                    >
                  </form>{/if}
              </div>
              <div>
                <form method="POST" action="?/note" class="flex flex-wrap items-end gap-2" use:enhance>
                  <input type="hidden" name="person" value={one.id} />
                  <select name="answer" class="select w-[120px]" aria-label="How {one.name} is" required
                    ><option value="">how?</option><option>well</option><option>not well</option><option
                      >not reached</option
                    ></select
                  ><input
                    name="words"
                    class="input min-w-0 flex-1"
                    maxlength="500"
                    placeholder="in words"
                    aria-label="What {one.name} said"
                  /><button class="btn btn-line btn-sm">Note</button>
                </form>
              </div>
            </li>
          {/each}
        </ul>
      {/if}
      {#each form?.links ?? [] as one (one.link)}
        <div class="mt-3 border border-rule p-3">
          <p class="font-strong">For {one.name}; it is shown once</p>
          <p class="note mt-1 break-all">{linkWords(one.link)}</p>
          <CopyText text={linkWords(one.link)} label="Copy it" />
        </div>
      {/each}
    </section>

    <section>
      <h2>Incidents</h2>
      {#each data.incidents as one (one.id)}
        <article class="mt-3 border-t border-rule pt-3">
          <h3>
            <span class="inline-block first-letter:uppercase">{one.kind}</span>: {one.person}, {at(one.at)}
          </h3>
          <p class="mt-1">
            {#if one.plant}With <a href="/species/{one.plant.slug}">{one.plant.name}</a>.{/if}
            {one.done.length > 0 ? `Done: ${one.done.join('; ')}.` : 'Nothing was noted as done.'}
            {one.note}
          </p>
          {#if one.eaten}<p class="note mt-1">
              Eaten: {one.eaten.what}, {one.eaten.amount}, {one.eaten.when}. {one.eaten.symptoms}
              {one.eaten.sample ? `Sample: ${one.eaten.sample}.` : ''}
            </p>{/if}
          {#each one.entries as entry, nth (nth)}<p class="note mt-1 border-l-[3px] border-rule pl-3">
              {at(entry.on)}, {entry.by}: {entry.words}{entry.told
                ? ` Told: ${entry.told}.`
                : ''}{entry.isDone ? ' Done.' : ''}
            </p>{/each}
          <details class="mt-2" open={one.entries.length === 0}>
            <summary class="note cursor-pointer font-strong text-moss">What became of it</summary>
            <form method="POST" action="?/incident" class="mt-2 grid max-w-[560px] gap-3" use:enhance>
              <input type="hidden" name="event" value={one.id} />
              <Field
                label="What was done since, and what it changes in kit, place or plan"
                name="words"
                rows={2}
                maxlength={1000}
              />
              <Field label="Who was told" name="told" maxlength={300} />
              <Tick label="That is done" name="isDone" />
              <button class="btn btn-line justify-self-start">Write it down</button>
            </form>
          </details>
        </article>
      {:else}<p class="mt-1 text-ink-2">None was recorded.</p>{/each}
    </section>
  </div>

  <aside class="note grid content-start gap-5 lg:border-l lg:border-rule lg:pl-6">
    <section>
      <h3>The next day</h3>
      <p class="mt-1 text-ink-2">
        Some plants harm after hours or days. Each gets a link that needs no password; it is good for two
        weeks. Whoever is under 18 is asked for by a call to their guardian.
      </p>
      <form method="POST" action="?/ask" class="mt-2" use:enhance>
        <button class="btn btn-primary" disabled={!data.hasHappened || data.people.length === 0}
          >Ask everybody who came</button
        >
      </form>
      <p class="mt-2">
        {counted(data.people.filter(({ hasAddress }) => hasAddress).length, 'person', 'people')} of this walk have
        an address: their messages wait in <a href="/people/outbox">the outbox</a>. The others get a link to
        pass on.
      </p>
    </section>
    <section>
      <h3>How long it is kept</h3>
      <p class="mt-1 text-ink-2">
        Answers, tastings and the words of incidents go by themselves, after the days that stand under
        <a href="/school">School</a>.
      </p>
    </section>
  </aside>
</div>
