<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import FileDown from '@lucide/svelte/icons/file-down';
  import RefreshCw from '@lucide/svelte/icons/refresh-cw';
  import Skull from '@lucide/svelte/icons/skull';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import {
    composedDrills,
    drillWords,
    fewestSittings,
    pairDrills,
    weakDiscrimination,
    written
  } from '$core/learning';
  import { counted, dayAndMonth } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import Told from '$lib/ui/people/Told.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const { quiz, mine, teaching } = $derived(data);
  let drill = $state<(typeof composedDrills)[number]>('side by side');
  const onPair = $derived(pairDrills.some((one) => one === drill));
  const isTwice = $derived(quiz.kind === 'before and after');
  const canChange = $derived(teaching?.makes === true && quiz.sittings === 0);
  const points = (share: number) => `${share >= 0 ? '+' : '−'}${Math.abs(Math.round(100 * share))}`;
  const interval = ([low, high]: readonly [number, number]) => `${points(low)} to ${points(high)}`;
  type Result = typeof mine.results.first;
  type Report = NonNullable<typeof teaching>['items'][number];
  const inHundred = (share: number) => Math.round(100 * share);
  let ticked = $state<string[]>([]);
  /** What a question with these figures is worth a second look for. */
  const remark = ({ figures }: Report): string => {
    if (!figures) return '';
    const { share, discrimination } = figures;
    if (discrimination !== undefined && discrimination < 0)
      return 'Those who know more had it wrong more often: read it once more.';
    if (discrimination !== undefined && discrimination < weakDiscrimination)
      return 'It hardly tells those who know more from those who know less.';
    if (share === 1 && (teaching?.over.first ?? 0) >= fewestSittings) return 'Everybody had it right.';
    return '';
  };
</script>

{#snippet outcome(result: Result)}
  {#if result}{result.right} of {quiz.questions}{result.isOver
      ? ''
      : ', not finished'}{#if result.dangerous > 0}
      <span class="ml-2 font-strong whitespace-nowrap text-rosehip"
        ><Skull size={14} class="mr-0.5 inline" aria-label="dangerous gathers:" />{result.dangerous}</span
      >{/if}{:else}<span class="text-ink-3">—</span>{/if}
{/snippet}

{#snippet change(what: string, index: number, label: string, Icon: typeof ArrowUp)}
  <form method="POST" action="?/change" use:enhance>
    <input type="hidden" name="what" value={what} /><input type="hidden" name="index" value={index} />
    <button class="btn btn-line btn-sm btn-square" aria-label="{label}: question {index + 1}"
      ><Icon size={16} aria-hidden="true" /></button
    >
  </form>
{/snippet}

<svelte:head><title>{quiz.name} · Good Trail</title></svelte:head>
<p class="note"><a href="/quizzes">Quizzes</a></p>
<h1>{quiz.name}</h1>
<p class="text-ink-2">
  {quiz.cohortName} · {counted(quiz.questions, 'question')}{quiz.minutes
    ? `, ${quiz.minutes} minutes`
    : ', no time limit'} · {quiz.kind}{quiz.walkName
    ? ` ${quiz.walkName}${quiz.afterFrom ? `, ${dayAndMonth(quiz.afterFrom)}` : ''}`
    : ''}
</p>
{#if form && 'problem' in form}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'told' in form && form.told}<Notice kind="done">It is open to {quiz.cohortName}.</Notice><Told
    news={form.told}
  />{/if}

{#if !teaching}
  <section class="mt-5 max-w-[560px]">
    <table class="ruled">
      <tbody>
        <tr
          ><td>{isTwice ? 'Before the walk' : 'Right'}</td><td class="!text-right"
            >{@render outcome(mine.results.first)}</td
          ></tr
        >
        {#if isTwice}<tr
            ><td>After the walk</td><td class="!text-right">{@render outcome(mine.results.after)}</td></tr
          >{/if}
        {#if mine.results.change}<tr
            ><td>Change, in 100</td><td class="!text-right"
              ><strong>{points(mine.results.change.difference)}</strong>
              <span class="note text-ink-2">({interval(mine.results.change.interval)})</span></td
            ></tr
          >{/if}
      </tbody>
    </table>
    <div class="mt-4 flex flex-wrap gap-3">
      {#if mine.open && quiz.questions > 0}<form method="POST" action="?/sit">
          <button class="btn btn-primary">{mine.isBegun ? 'Go on with it' : 'Begin'}</button>
        </form>{/if}
      {#if mine.mayReview}<a href="/quizzes/{quiz.id}/review" class="btn btn-line">See it explained</a>{/if}
    </div>
    {#if mine.isBegun}<p class="note mt-3 text-ink-2">
        While it runs, your progress is not shown: it would tell how each answer went.
      </p>{/if}
    {#if isTwice && mine.results.first?.isOver && !mine.results.after}<p class="note mt-3 text-ink-2">
        It is explained after the second sitting, so that both ask the same of you.
      </p>{/if}
  </section>
{:else}
  {#if teaching.makes && !quiz.openedAt}<div class="mt-3 flex flex-wrap items-center gap-4">
      <form method="POST" action="?/open" use:enhance>
        <button class="btn btn-primary" disabled={quiz.questions === 0}
          >Open it to {quiz.cohortName} and tell them</button
        >
      </form>
      <span class="note text-ink-2">Until then nobody of the group sees it.</span>
    </div>{/if}
  <div class="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_270px]">
    <div class="grid content-start gap-7">
      {#if quiz.sittings > 0}
        <section aria-labelledby="results">
          <h2 id="results">Results</h2>
          <WideTable label="Results">
            <table class="ruled mt-1">
              <thead
                ><tr
                  ><th scope="col">who</th><th scope="col">{isTwice ? 'before' : 'right'}</th>{#if isTwice}<th
                      scope="col">after</th
                    ><th scope="col">change, in 100</th>{/if}</tr
                ></thead
              >
              <tbody>
                {#each teaching.results.rows as row (row.id)}
                  <tr
                    ><th scope="row" class="!border-rule !text-[15px] !text-ink"
                      >{row.name}{#if teaching.guests.includes(row.id)}<span
                          class="note font-normal text-ink-2">, a guest: on paper</span
                        >{/if}</th
                    ><td>{@render outcome(row.first)}</td>{#if isTwice}<td>{@render outcome(row.after)}</td
                      ><td
                        >{#if row.change}<strong>{points(row.change.difference)}</strong>
                          <span class="note text-ink-2">{interval(row.change.interval)}</span
                          >{:else}—{/if}</td
                      >{/if}</tr
                  >
                {/each}
                {#if teaching.results.mean}
                  <tr
                    ><th scope="row" class="!text-[15px] !text-ink">The group, {teaching.results.changed}</th
                    ><td></td><td></td><td
                      ><strong>{points(teaching.results.mean.mean)}</strong>
                      <span class="note text-ink-2">{interval(teaching.results.mean.interval)}</span></td
                    ></tr
                  >
                {/if}
              </tbody>
            </table>
          </WideTable>
          {#if isTwice}<p class="fine mt-1 max-w-prose text-ink-2">
              Changes with their 95 % intervals: of one person by paired proportions (Newcombe 1998), of the
              group by Student’s t. An interval that holds 0 shows no change yet.
            </p>{/if}
        </section>
      {/if}
      <section aria-labelledby="questions">
        <h2 id="questions">Questions</h2>
        <ol class="m-0 mt-1 list-none p-0">
          {#each teaching.questions as question, i (i)}
            <li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-2">
              <span class="disc">{i + 1}</span>
              <span class="min-w-[220px] flex-1"
                ><strong>{question.title}</strong>: {question.about}<span class="note block text-ink-2"
                  >{question.truth}</span
                ></span
              >
              {#if teaching.over.first > 0}<span class="note text-ink-2"
                  >right: {teaching.rightFirst[i]} of {teaching.over.first}{teaching.over.after > 0
                    ? `, after ${teaching.rightAfter[i]} of ${teaching.over.after}`
                    : ''}</span
                >{/if}
              {#if canChange}<span class="flex gap-1.5"
                  >{@render change('earlier', i, 'Earlier', ArrowUp)}{@render change(
                    'later',
                    i,
                    'Later',
                    ArrowDown
                  )}{@render change('anew', i, 'Draw anew', RefreshCw)}{@render change(
                    'remove',
                    i,
                    'Take out',
                    Trash2
                  )}</span
                >{/if}
            </li>
          {:else}<li class="text-ink-2">None yet: add the first one.</li>{/each}
        </ol>
      </section>
      {#if teaching.over.first > 0}
        <section aria-labelledby="items">
          <h2 id="items">How the questions did{isTwice ? ', before the walk' : ''}</h2>
          <WideTable label="How the questions did">
            <table class="ruled mt-1">
              <thead
                ><tr
                  ><th scope="col">question</th><th scope="col">right, in 100</th><th scope="col">divides</th
                  ><th scope="col">what was answered</th></tr
                ></thead
              >
              <tbody>
                {#each teaching.items as item, i (i)}
                  <tr class="align-top"
                    ><th scope="row" class="!border-rule !text-[15px] !text-ink">{i + 1}</th><td
                      class="whitespace-nowrap"
                      >{#if item.figures}<strong>{inHundred(item.figures.share)}</strong>
                        <span class="note text-ink-2"
                          >{inHundred(item.figures.interval[0])} to {inHundred(
                            item.figures.interval[1]
                          )}</span
                        >{/if}</td
                    ><td class="whitespace-nowrap"
                      >{#if item.figures?.discrimination !== undefined}<strong
                          >{written(item.figures.discrimination, 2)}</strong
                        >
                        <span class="note text-ink-2"
                          >{item.figures.upperLower === undefined
                            ? ''
                            : written(item.figures.upperLower, 2)}</span
                        >{:else}—{/if}</td
                    ><td
                      >{#each item.answers as given, k (k)}<span
                          class={[
                            'mr-3 inline-block',
                            given.outcome === 'right' && 'font-strong',
                            given.outcome === 'dangerous gather' && 'font-strong text-rosehip'
                          ]}
                          >{#if given.outcome === 'dangerous gather'}<Skull
                              size={14}
                              class="mr-0.5 inline"
                              aria-label="a dangerous gather:"
                            />{/if}{given.words}
                          {given.count}</span
                        >{/each}{#if item.unanswered > 0}<span class="note text-ink-2"
                          >no answer {item.unanswered}</span
                        >{/if}{#if remark(item)}<span class="note block text-ink-2">{remark(item)}</span
                        >{/if}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
          </WideTable>
          <p class="fine mt-1 max-w-prose text-ink-2">
            Right with its 95 % interval (Wilson). Divides: the correlation of this question with all the
            others (point-biserial, corrected), and the share right in the upper 27 % less that in the lower;
            from {fewestSittings}
            sittings on, here {teaching.over.first}. What is right stands bold.
          </p>
        </section>
      {/if}
    </div>
    <aside class="grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
      {#if canChange}
        <form method="POST" action="?/change" use:enhance class="grid gap-3">
          <h2>Add a question</h2>
          <input type="hidden" name="what" value="add" />
          <label
            ><span class="note font-strong">Kind</span><select name="drill" class="select" bind:value={drill}
              >{#each composedDrills as one (one)}<option value={one}>{drillWords[one].title}</option
                >{/each}</select
            ></label
          >
          {#if onPair}
            <label
              ><span class="note font-strong">Pair</span><select name="pair" class="select"
                >{#each teaching.pairs as pair, i (i)}<option value={pair.key}>{pair.name}</option
                  >{/each}</select
              ></label
            >
            <label
              ><span class="note font-strong">Shown</span><select name="member" class="select"
                ><option value="by chance">by chance</option><option value="target">the wanted plant</option
                ><option value="lookalike">the dangerous one</option></select
              ></label
            >
          {/if}
          <button class="btn btn-line">Add it</button>
        </form>
        <form
          method="POST"
          action="?/change"
          use:enhance={() =>
            ({ update }) => {
              ticked = [];
              return update();
            }}
          class="grid gap-2"
        >
          <h2>Of your own</h2>
          {#if teaching.own.length > 0}
            <input type="hidden" name="what" value="add own" /><input
              type="hidden"
              name="ids"
              value={ticked.join(' ')}
            />
            <fieldset class="grid max-h-60 overflow-y-auto">
              <legend class="sr-only">Questions of your own</legend>
              {#each teaching.own as one (one.id)}<label class="flex min-h-10 items-center gap-2"
                  ><input
                    type="checkbox"
                    class="checkbox"
                    value={one.id}
                    bind:group={ticked}
                  />{one.name}</label
                >{/each}
            </fieldset>
            <button class="btn btn-line" disabled={ticked.length === 0}>Add what is ticked</button>
          {/if}
          <a class="note" href="/quizzes/questions">Write questions of your own</a>
        </form>
      {:else if quiz.sittings > 0}
        <p class="note text-ink-2">
          Somebody has sat it: its questions stay as they are, the same for everybody.
        </p>
      {/if}
      <section>
        <h2>On paper</h2>
        <p class="note text-ink-2">For those without a screen, with an answer sheet at the end.</p>
        <a href="/quizzes/{quiz.id}/paper" class="btn btn-line mt-2" data-sveltekit-reload
          ><FileDown size={17} aria-hidden="true" />PDF</a
        >
      </section>
      <section>
        <h2>For other programs</h2>
        <p class="note text-ink-2">
          With what is right in it: not for those who are to answer.{teaching.notOut > 0
            ? ` ${teaching.notOut} of ${quiz.questions} ${teaching.notOut === 1 ? 'is' : 'are'} asked here only: ${teaching.notOut === 1 ? 'it needs' : 'they need'} a cloth, a clock or a finger.`
            : ''}
        </p>
        <div class="mt-2 flex flex-wrap gap-2">
          <a href="/quizzes/{quiz.id}/package" class="btn btn-line" data-sveltekit-reload
            ><FileDown size={17} aria-hidden="true" />QTI 3.0</a
          >
          <a href="/quizzes/{quiz.id}/table" class="btn btn-line" data-sveltekit-reload
            ><FileDown size={17} aria-hidden="true" />Table</a
          >
        </div>
      </section>
      {#if canChange}
        <form method="POST" action="?/remove" use:enhance>
          <button class="btn btn-line"><Trash2 size={16} aria-hidden="true" />Delete “{quiz.name}”</button>
        </form>
      {/if}
    </aside>
  </div>
{/if}
