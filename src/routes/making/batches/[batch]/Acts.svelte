<script lang="ts">
  import { turnedOut, weighedWhen } from '$core/making';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** All that can be done with a batch, each a form that unfolds. */
  interface Props {
    batch: PageData['batch'];
    allergens: readonly string[];
    /** What the method brings along. */
    contains: readonly string[];
    form: { readonly kind?: string; readonly typed?: Record<string, string> } | undefined;
  }
  let { batch, allergens, contains, form }: Props = $props();
  const isDry = $derived(batch.way === 'dry');
  const typed = (kind: string, name: string, usual = '') =>
    form?.kind === kind ? (form.typed?.[name] ?? usual) : usual;
  const done = $derived(new Set(batch.events.map(({ kind }) => kind)));
  /** The one that comes next lies open. */
  const opened = $derived(
    form?.kind ||
      (batch.isDoubtful
        ? 'thrown away'
        : !done.has('pieces checked')
          ? 'pieces checked'
          : !done.has('packed')
            ? batch.next?.includes('eigh')
              ? 'weighed'
              : batch.next?.startsWith('Turn')
                ? 'looked at'
                : 'packed'
            : batch.next?.startsWith('Say')
              ? 'result'
              : '')
  );
  const acts = $derived(
    [
      { kind: 'pieces checked', title: 'Look at every piece again' },
      { kind: 'weighed', title: 'Weigh' },
      ...(isDry ? [{ kind: 'turned', title: 'Turned it' }] : []),
      { kind: 'looked at', title: isDry ? 'Brittle, or not yet' : 'Look at it' },
      { kind: 'packed', title: 'Pack' },
      { kind: 'taken out', title: 'Take some out' },
      { kind: 'result', title: 'How it turned out' },
      { kind: 'thrown away', title: 'Throw it away' }
    ].filter(({ kind }) => batch.state !== 'thrown away' || kind === 'result')
  );
</script>

<div class="border-t border-ink">
  {#each acts as { kind, title } (kind)}
    <details class="border-b border-rule" open={opened === kind}>
      <summary class="unfolds !min-h-11 !py-2.5">{title}</summary>
      <form method="POST" action="?/act" use:enhance class="grid gap-3 pb-4">
        <input type="hidden" name="kind" value={kind} />
        {#if kind === 'pieces checked'}
          {@render number(
            'pieces',
            'Pieces that were looked at',
            typed(kind, 'pieces', String(batch.pieces))
          )}
          {@render tick('isInDoubt', 'One of them is in doubt: the whole of it goes')}
          {@render line('note', 'Remark', typed(kind, 'note'))}
        {:else if kind === 'weighed'}
          <label class="grid gap-1"
            ><span class="note text-ink-2">When</span><select
              name="when"
              class="select"
              value={typed(
                kind,
                'when',
                batch.events.some((one) => one.kind === 'weighed' && one.body.when === 'cleaned')
                  ? 'ready'
                  : batch.events.some((one) => one.kind === 'weighed')
                    ? 'cleaned'
                    : 'gathered'
              )}
              >{#each weighedWhen.filter((when) => isDry || when !== 'drying') as when (when)}<option
                  >{when}</option
                >{/each}</select
            ></label
          >
          {@render number('grams', 'Grams', typed(kind, 'grams'), 'any')}
        {:else if kind === 'turned'}
          {@render line('note', 'Remark', typed(kind, 'note'))}
        {:else if kind === 'looked at'}
          {@render tick('isReady', isDry ? 'Brittle: it snaps and crumbles' : 'It is ready')}
          {@render tick('hasMould', 'Mould: the whole of it goes')}
          {@render line('note', 'Remark', typed(kind, 'note'))}
        {:else if kind === 'packed'}
          <div class="grid grid-cols-[90px_minmax(0,1fr)] gap-3">
            {@render number('vessels', 'How many', typed(kind, 'vessels', '1'))}
            {@render line('vessel', 'Jar, bag, tin', typed(kind, 'vessel', 'jar'))}
          </div>
          {@render number('gramsEach', 'Grams in each', typed(kind, 'gramsEach'), 'any')}
          {@render line('place', 'Where it stands', typed(kind, 'place'))}
          {@render line('meantFor', 'Meant for', typed(kind, 'meantFor'))}
          {#if !batch.isCraft}<fieldset>
              <legend class="note text-ink-2"
                >What else went in{contains.length > 0 ? `, besides ${contains.join(', ')}` : ''}</legend
              >
              <div class="grid grid-cols-2 gap-x-3">
                {#each allergens.filter((one) => !contains.includes(one)) as one (one)}<label
                    class="note flex min-h-8 items-center gap-2"
                    ><input
                      type="checkbox"
                      name="contains"
                      value={one}
                      class="checkbox checkbox-sm border-rule-strong"
                    />{one}</label
                  >{/each}
              </div>
            </fieldset>{/if}
        {:else if kind === 'taken out'}
          {@render number('grams', 'Grams', typed(kind, 'grams'), 'any')}
          {@render line('what', 'For what', typed(kind, 'what'))}
        {:else if kind === 'result'}
          <label class="grid gap-1"
            ><span class="note text-ink-2">It turned out</span><select
              name="how"
              class="select"
              value={typed(kind, 'how', 'well')}
              >{#each turnedOut as how (how)}<option>{how}</option>{/each}</select
            ></label
          >
          {@render line('words', 'In words', typed(kind, 'words'))}
          {@render line('otherwise', 'What to do otherwise', typed(kind, 'otherwise'))}
        {:else}
          {@render line('because', 'Why', typed(kind, 'because'))}
        {/if}
        <button class={['btn justify-self-start', kind === 'thrown away' ? 'btn-line' : 'btn-primary']}
          >{kind === 'thrown away' ? 'Throw all of it away' : 'Keep'}</button
        >
      </form>
    </details>
  {/each}
</div>

{#snippet line(name: string, label: string, value: string)}
  <label class="grid gap-1"
    ><span class="note text-ink-2">{label}</span><input {name} class="input" {value} maxlength="500" /></label
  >
{/snippet}
{#snippet number(name: string, label: string, value: string, step = '1')}
  <label class="grid gap-1"
    ><span class="note text-ink-2">{label}</span><input
      {name}
      type="number"
      {step}
      min="0"
      class="input"
      {value}
    /></label
  >
{/snippet}
{#snippet tick(name: string, label: string)}
  <label class="flex min-h-11 items-center gap-3"
    ><input type="checkbox" {name} class="checkbox border-rule-strong" />{label}</label
  >
{/snippet}
