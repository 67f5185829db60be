<script lang="ts">
  import { type Preparation, isCraft, itemRow, preservingWays } from '$core/knowledge';
  import Line from './Line.svelte';

  /** How a part is prepared in one way; or why no method is taught. */
  let {
    value,
    ways,
    parts
  }: { value: Partial<Preparation>; ways: readonly Preparation['way'][]; parts: readonly string[] } =
    $props();
  const own: Readonly<Record<string, string>> = $derived(
    value.way ? itemRow('preparations', value as Preparation) : {}
  );
  let chosen = $state<Preparation['way']>();
  const way = $derived(chosen ?? value.way ?? ways[0]!);
  let taughtChoice = $state<boolean>();
  const isTaught = $derived(taughtChoice ?? value.refused === undefined);
  /** Lists are typed one a line. */
  const asLines = (text: string | undefined) => (text ?? '').split(' | ').join('\n');
</script>

<label class="mt-2 block"
  ><span class="note text-ink-2">Part</span><select
    name="part"
    class="select"
    value={own['part'] ?? parts[0]}
  >
    {#each parts as part (part)}<option>{part}</option>{/each}
  </select></label
>
<label class="mt-2 block"
  ><span class="note text-ink-2">Way</span><select
    name="way"
    class="select"
    value={way}
    onchange={(event) => (chosen = event.currentTarget.value as Preparation['way'])}
  >
    {#each ways as one (one)}<option>{one}</option>{/each}
  </select></label
>
<label class="mt-2 flex min-h-10 items-center gap-3"
  ><input
    type="checkbox"
    class="checkbox border-rule-strong"
    checked={!isTaught}
    onchange={(event) => (taughtChoice = !event.currentTarget.checked)}
  />No method is taught</label
>
{#if isTaught}
  {@render lines(
    'steps',
    'Steps, one a line: what: how | minutes | done when',
    own['steps'] ?? '',
    'Steam: lid on | 2–3 | every leaf lies flat'
  )}
  <Line name="cutOff" label="What is cut off or not eaten" value={own['cutOff']} />
  <Line name="leftOver" label="Where that goes" value={own['leftOver']} />
  <Line name="rinses" label="In how many waters it is washed" value={own['rinses'] ?? '2'} />
  <Line name="washing" label="Washing, in words" value={own['washing']} />
  <label class="mt-2 block"
    ><span class="note text-ink-2">Heat</span><select
      name="heat"
      class="select"
      value={own['heat'] ?? 'needed'}
      ><option>needed</option><option>a matter of taste</option><option>not used</option></select
    ></label
  >
  <Line name="why" label="What heat does, or why there is none" value={own['why']} />
  <Line name="tool" label="Tools" value={own['tool']} />
  <Line
    name="cleaned"
    label="Left of a gram gathered when it is cleaned: least, mostly, most"
    value={own['cleaned']}
  />
  <Line
    name="ready"
    label="Left of a gram cleaned when it is ready: least, mostly, most"
    value={own['ready']}
  />
  {#if !isCraft(way)}
    <Line name="portionGrams" label="Grams of a portion, for a grown person" value={own['portionGrams']} />
    <label class="mt-2 block"
      ><span class="note text-ink-2">Weighed when</span><select
        name="portionOf"
        class="select"
        value={own['portionOf'] ?? 'ready'}><option>ready</option><option>cleaned</option></select
      ></label
    >
    <Line name="portionsADay" label="At most so many a day" value={own['portionsADay'] ?? '1'} />
    <Line name="daysAWeek" label="At most so many days a week, where it matters" value={own['daysAWeek']} />
    <Line
      name="cupMillilitres"
      label="Millilitres of a cup, where it is drunk"
      value={own['cupMillilitres']}
    />
  {/if}
  {@render lines('notFor', 'Who may not, one a line', asLines(own['notFor']), '')}
  {@render lines('wrong', 'What goes wrong, one a line: sign: cause', own['wrong'] ?? '', '')}
  {@render lines('contains', 'What else goes into it, one allergen a line', asLines(own['contains']), '')}
  <Line name="keepingHow" label="Keeping: how" value={own['keepingHow']} />
  <Line name="keepingDays" label="Keeping: days, only as a source gives them" value={own['keepingDays']} />
  <Line name="keepingSource" label="Keeping: the source and where in it" value={own['keepingSource']} />
  {@render lines(
    'sources',
    preservingWays.includes(way) ? 'Sources: two at least, one a line' : 'Sources, one a line',
    asLines(own['sources']),
    ''
  )}
{:else}
  {@render lines('refused', 'Why no method is taught', own['refused'] ?? '', '')}
{/if}
<Line name="basis" label="What it rests on" value={own['basis']} />

{#snippet lines(name: string, label: string, text: string, placeholder: string)}
  <label class="mt-2 block"
    ><span class="note text-ink-2">{label}</span><textarea {name} class="textarea" rows="3" {placeholder}
      >{text}</textarea
    ></label
  >
{/snippet}
