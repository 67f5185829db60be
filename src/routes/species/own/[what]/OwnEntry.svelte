<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';
  import SubPages from '$lib/ui/SubPages.svelte';
  import Habitats from '../Habitats.svelte';
  import { ownKinds } from '../kinds';

  import type { ActionData, PageData } from './$types';

  interface Props {
    data: PageData;
    answer: ActionData;
  }
  let { data, answer }: Props = $props();
  const filled = superForm(() => data.form as never);
  const values = filled.form as unknown as import('svelte/store').Writable<Record<string, string[]>>;
  const { errors } = filled;
  const wrong = $derived(($errors as { _errors?: string[] })._errors);
  const words = {
    pair: {
      title: 'A pair of your own',
      about:
        'Two plants of this region of which one is taken for the other on your ground. It counts in plans, briefs, drills and rounds like those of the starter library, and what its popular test looks at never decides it.'
    },
    animal: {
      title: 'An animal of your own',
      about:
        'It is met in this region: in plans, kits and briefs on ground where it lives, with what is done at once. First aid is to be checked by somebody who is trained in it.'
    },
    family: {
      title: 'A family of your own',
      about: 'For plants whose family the library lacks. It holds in all regions.'
    },
    state: {
      title: 'A state of your own',
      about:
        'Another answer to a question of the glossary. It holds in all regions, separates once plants are described with it, and is not drawn.'
    }
  } as const;
  const months = 'January February March April May June July August September October November December'
    .split(' ')
    .map((label, i) => ({ value: String(i + 1), label }));
  const numbers = ['1', '2', '3', '4', '5'].map((value) => ({ value, label: value }));
  const choose = { value: '', label: 'choose one' };
  const no = { value: '', label: '–' };
  /** What an entry is about stays as it is when it is changed. */
  const only = (name: string, options: readonly { value: string; label: string }[]) =>
    data.changing
      ? options.filter(({ value }) => value === ($values[name] as unknown as string))
      : [choose, ...options];
</script>

<svelte:head><title>{words[data.what].title} · Good Trail</title></svelte:head>
<h1>{words[data.what].title}</h1>
<SubPages label="What to add" links={ownKinds} />
<p class="max-w-prose text-ink-2">{words[data.what].about}</p>

{#if data.own.length > 0}
  <h2 class="mt-4">Your own so far</h2>
  <ul class="mt-2 grid max-w-[820px] gap-2">
    {#each data.own as one (one.path)}
      <li class="flex items-start justify-between gap-4 border-b border-rule py-2">
        <span>{one.words}</span>
        <span class="flex shrink-0 gap-2">
          <a class="btn btn-sm" href="?change={encodeURIComponent(one.path)}">Change</a>
          <form method="POST" action="?/remove">
            <input type="hidden" name="path" value={one.path} />
            <button class="btn btn-sm">Take away</button>
          </form>
        </span>
      </li>
    {/each}
  </ul>
  <p class="fine text-ink-2">
    Each step stands under <a href="/species/changes">Changes</a> and is undone there.
  </p>
{/if}
{#if answer && 'problem' in answer}<p class="mt-2 font-strong text-rosehip">{answer.problem}</p>{/if}

{#if data.changing}<h2 class="mt-6">Change it</h2>{/if}
<Form
  of={filled as never}
  action="?/save{data.changing ? `&change=${encodeURIComponent(data.changing.path)}` : ''}"
  class="mt-4 grid max-w-[820px] gap-4 sm:grid-cols-2"
>
  {#if data.changing}
    <input type="hidden" name="path" value={data.changing.path} />
    <input type="hidden" name="seen" value={data.changing.seen} />
  {/if}
  {#if data.what === 'pair'}
    <Field label="Plant that is gathered" name="target" options={only('target', data.taxa)} />
    <Field label="Plant that is taken for it" name="lookalike" options={only('lookalike', data.taxa)} />
    <Field
      label="How they are confused"
      name="kind"
      options={[
        { value: 'mistaken for', label: 'one is mistaken for the other' },
        { value: 'grows among', label: 'one grows among the other' }
      ]}
    />
    <Field label="Hardest in" name="hardestAt" options={data.stages} />
    <Field label="Why" name="why" rows={3} />
    <Field
      label="What people go by"
      name="claim"
      rows={3}
      hint="The popular test, as it is said: “Rub it and smell it.”"
    />
    <Field label="Where that fails" name="fails" rows={3} />
    <div class="grid content-start gap-1">
      <label for="characters" class="note font-strong">What that test looks at</label>
      <select
        id="characters"
        name="characters"
        multiple
        size="6"
        class="select h-auto"
        bind:value={$values['characters']}
      >
        {#each data.characters as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
      </select>
      <p class="fine text-ink-2">None, one or several. They never decide this pair.</p>
    </div>
    <div class="sm:col-span-2">
      <Field
        label="If nothing tells them apart, why"
        name="inseparable"
        rows={2}
        hint="Leave it empty where something does."
      />
    </div>
  {:else if data.what === 'animal'}
    <Field label="Name" name="name" />
    <Field label="Scientific name, if known" name="scientific" />
    <Field label="Met from the first of" name="from" options={months} />
    <Field label="To the end of" name="until" options={months} />
    <Field label="And again from the first of" name="againFrom" options={[no, ...months]} />
    <Field label="To the end of" name="againUntil" options={[no, ...months]} />
    <Field label="How bad at worst (1 to 5)" name="consequence" options={numbers} />
    <Field label="How likely (1 to 5)" name="likelihood" options={numbers} />
    <Field label="How to keep from harm" name="avoid" rows={4} />
    <Field label="What is done at once" name="firstAid" rows={4} hint="One step a line." />
    <Field label="Leaders carry for it" name="leadersCarry" rows={3} hint="One thing a line." />
    <Field
      label="Everyone wears or carries for it"
      name="everyoneCarries"
      rows={3}
      hint="One thing a line. Where it is struck off a walk’s kit, the checks say so."
    />
    <Habitats
      legend="Where it lives (anywhere, where none is ticked)"
      habitats={data.habitats}
      bind:ticked={() => $values['habitats'] ?? [], (ticked) => ($values['habitats'] = ticked)}
    />
  {:else if data.what === 'family'}
    <Field label="Scientific name" name="name" readonly={Boolean(data.changing)} />
    <Field label="English name" name="english" />
    <Field label="What its plants share" name="shares" rows={3} />
    <Field label="What else shows the same" name="alsoShownBy" rows={3} />
    <Field label="How far that can be trusted" name="trust" rows={3} />
    <Field label="What to beware of" name="caution" rows={3} />
    <label class="flex min-h-10 items-center gap-3 sm:col-span-2"
      ><input
        type="checkbox"
        name="cautious"
        bind:checked={() => Boolean($values['cautious']), (on) => ($values['cautious'] = on as never)}
        class="checkbox border-rule-strong"
      />Shown but not gathered by beginners, under the cautious policy</label
    >
  {:else}
    <Field label="Character" name="character" options={only('character', data.characters)} />
    <Field label="In a few words" name="label" hint="As an answer: “winged”, “of fennel”." />
    <div class="sm:col-span-2"><Field label="What is seen" name="definition" rows={2} /></div>
  {/if}
  {#if wrong?.length}<p class="fine font-strong text-rosehip sm:col-span-2">{wrong.join(' ')}</p>{/if}
  <span class="flex items-center gap-4 sm:col-span-2">
    <button class="btn btn-primary">{data.changing ? 'Save it' : 'Add it'}</button>
    {#if data.changing}<a href="/species/own/{data.what}">Leave it as it was</a>{/if}
  </span>
</Form>
