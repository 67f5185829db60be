<script lang="ts">
  import type { TaxonChoice } from '$core/knowledge';
  import { counted, dayAndMonth, longDate, stageWord } from '$core/words';
  import HomeTasks from '$lib/ui/field/HomeTasks.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import TaxonField from '$lib/ui/form/TaxonField.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** What a learner keeps for themselves, and what they have met. */
  type Own = Extract<PageData, { entries: unknown }>;
  interface Typed {
    readonly kind: string;
    readonly task: string;
    readonly taxon: string;
    readonly words: string;
    readonly place: string;
    readonly seenOn: string;
    readonly isShared: boolean;
  }
  interface Props extends Pick<Own, 'entries' | 'tasks' | 'sites' | 'met'> {
    today: string;
    taxa: readonly TaxonChoice[];
    typed: Typed | undefined;
  }
  let { today, entries, tasks, sites, taxa, met, typed }: Props = $props();
  const kinds = [
    { value: 'find', label: 'A find', hint: 'What you saw near home. For yourself, unless you show it.' },
    { value: 'task', label: 'A task', hint: 'What came of it; those who teach read it.' },
    { value: 'question', label: 'A question', hint: 'Those who teach answer it here.' },
    { value: 'wish', label: 'A wish', hint: 'A plant or a topic that you would like to be taught.' }
  ];
  let chosen = $state<string>();
  const kind = $derived(chosen ?? typed?.kind ?? (tasks.length > 0 ? 'task' : 'find'));
  const isSeen = $derived(kind === 'find' || kind === 'task');
  const answered = $derived(new Set(entries.flatMap(({ taskId }) => taskId ?? [])));
  const openTasks = $derived(tasks.filter(({ id }) => !answered.has(id)));
  const kindWords: Readonly<Record<string, string>> = {
    find: 'Find',
    task: 'Task',
    question: 'Question',
    wish: 'Wish'
  };
  const howWords = { seen: 'seen', asked: 'asked on it', 'at home': 'found again at home' };
</script>

<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div class="grid content-start gap-8">
    <section>
      <h2>Write something down</h2>
      <form
        method="POST"
        action="?/add"
        enctype="multipart/form-data"
        class="mt-3 grid max-w-[620px] gap-4"
        use:enhance={() =>
          async ({ update, result }) => {
            await update({ reset: result.type === 'success' });
            if (result.type === 'success') chosen = undefined;
          }}
      >
        <fieldset>
          <legend class="sr-only">What it is</legend>
          <div class="flex flex-wrap gap-2">
            {#each kinds as one (one.value)}<label
                class={[
                  'flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] px-3 font-strong focus-within:outline-2',
                  kind === one.value ? 'border-moss bg-moss text-paper' : 'border-rule-strong'
                ]}
                ><input
                  type="radio"
                  name="kind"
                  value={one.value}
                  checked={kind === one.value}
                  class="sr-only"
                  onchange={() => (chosen = one.value)}
                />{one.label}</label
              >{/each}
          </div>
          <p class="note mt-1 text-ink-2">{kinds.find(({ value }) => value === kind)?.hint}</p>
        </fieldset>
        {#if kind === 'task'}
          {#if openTasks.length > 0}
            <Field
              label="Which task"
              name="task"
              value={typed?.task ?? openTasks[0]!.id}
              options={openTasks.map(({ id, walk, taxa: asked }) => ({
                value: id,
                label: `${asked.map(({ name }) => name).join(', ')}, from ${walk}`
              }))}
            />
          {:else}<p class="text-ink-2">There is no task that you have not answered.</p>{/if}
        {/if}
        {#if isSeen}
          <TaxonField
            label="Which plant you think it is"
            name="taxon"
            choices={taxa}
            value={typed?.taxon ?? ''}
          />
        {/if}
        <Field
          label={isSeen ? 'What you saw: the signs, one by one' : 'In your words'}
          name="words"
          rows={4}
          maxlength={2000}
          value={typed?.words ?? ''}
        />
        {#if isSeen}
          <div class="grid gap-4 sm:grid-cols-2">
            <Field label="Day" name="seenOn" type="date" value={typed?.seenOn ?? today} />
            <Field
              label="About where"
              name="place"
              maxlength={120}
              value={typed?.place ?? ''}
              hint="No nearer than the village: where plants stand is not told."
            />
          </div>
          <label class="note grid gap-1 font-strong"
            >A picture of the whole, and of the sign that decides<input
              type="file"
              name="picture"
              accept="image/*"
              class="file-input"
            /></label
          >
          {#if kind === 'find'}<label class="flex min-h-10 items-center gap-3"
              ><input
                type="checkbox"
                name="isShared"
                class="checkbox border-rule-strong"
                checked={typed?.isShared ?? false}
              />Show it to those who teach</label
            >{/if}
        {:else}<input type="hidden" name="seenOn" value={today} />{/if}
        <button
          class="btn btn-primary justify-self-start"
          disabled={kind === 'task' && openTasks.length === 0}>Keep it</button
        >
      </form>
    </section>

    <section>
      <h2>What stands in it</h2>
      {#each entries as one (one.id)}
        <article
          class={[
            'mt-3 grid gap-x-5 gap-y-2 border-t border-rule pt-3',
            one.hasPicture && 'sm:grid-cols-[130px_minmax(0,1fr)]'
          ]}
        >
          {#if one.hasPicture}<a href="/notebook/{one.id}/picture"
              ><img
                src="/notebook/{one.id}/picture"
                alt="Picture of {one.plant?.name ?? 'what you saw'}"
                loading="lazy"
                class="w-full border border-rule"
              /></a
            >{/if}
          <div>
            <p class="plate-label">
              {kindWords[one.kind]} · {longDate(one.seenOn)}{one.place ? ` · ${one.place}` : ''}
            </p>
            {#if one.plant}<p class="font-strong">
                {one.plant.name} <i class="font-normal text-ink-2">{one.plant.scientific}</i>, as you think
              </p>{/if}
            <p class="max-w-[70ch] whitespace-pre-line">{one.words}</p>
            {#if one.answer}<p class="mt-1 border-l-[3px] border-moss pl-3 whitespace-pre-line">
                <strong>{one.answeredBy}:</strong>
                {one.answer}
              </p>{:else if one.isShared}<p class="note text-ink-2">
                Shown to those who teach; no answer yet.
              </p>{/if}
            <div class="note mt-1 flex gap-5">
              {#if !one.isShared}<form method="POST" action="?/share" use:enhance>
                  <input type="hidden" name="id" value={one.id} /><button
                    class="min-h-10 cursor-pointer text-moss underline underline-offset-4"
                    >Show it to those who teach</button
                  >
                </form>{/if}
              <form method="POST" action="?/remove" use:enhance>
                <input type="hidden" name="id" value={one.id} /><button
                  class="min-h-10 cursor-pointer text-ink-2 underline underline-offset-4">Take it out</button
                >
              </form>
            </div>
          </div>
        </article>
      {:else}<p class="mt-1 text-ink-2">Nothing yet.</p>{/each}
    </section>
  </div>

  <aside class="note grid content-start gap-6 lg:border-l lg:border-rule lg:pl-7">
    {#if openTasks.length > 0}<section>
        <h2>For home</h2>
        <HomeTasks tasks={openTasks} />
      </section>{/if}
    {#if sites.length > 0}<section>
        <h2>What is up</h2>
        <p class="mt-1">
          Your school lets you say what is up at the patches of your walks:
          {#each sites as site, i (site.id)}{i > 0 ? ', ' : ''}<a href="/ground/{site.id}/scout"
              >{site.name}</a
            >{/each}.
        </p>
      </section>{/if}
    <section>
      <h2>What you have met</h2>
      {#if met.length === 0}<p class="mt-1 text-ink-2">
          Plants of the walks that you were on stand here, once they are recorded.
        </p>{:else}<p class="text-ink-2">{counted(met.length, 'plant')}, on walks and at home.</p>
        <ul class="m-0 mt-1 list-none p-0">
          {#each met as one (one.slug)}<li class="border-b border-rule py-1.5">
              <a href="/species/{one.slug}" class={['font-strong', one.isDangerous && 'text-rosehip']}
                >{one.name}</a
              >{#if one.hasCard}, <a href="/making/cards/{one.slug}" class="note">how it is prepared</a
                >{/if}{#each one.times as time, nth (nth)}<span class="block text-ink-2"
                  >{howWords[time.how]}{time.stage ? ` in ${stageWord('plant', time.stage)}` : ''}, {dayAndMonth(
                    time.on
                  )}{time.outcome ? `: ${time.outcome}` : ''}</span
                >{/each}
            </li>{/each}
        </ul>{/if}
    </section>
  </aside>
</div>
