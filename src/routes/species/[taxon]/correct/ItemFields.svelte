<script lang="ts">
  import { type PartRules, type Preparation, severityWords } from '$core/knowledge';
  import type { PageData } from './$types';
  import AllowanceFields from './AllowanceFields.svelte';
  import HarvestFields from './HarvestFields.svelte';
  import Line from './Line.svelte';
  import PreparationFields from './PreparationFields.svelte';

  /** The fields of one entry of a list: a name, a harm, a use, the rules of a part, a preparation, a law. */
  let {
    list,
    value,
    choices
  }: { list: string; value: Record<string, unknown>; choices: PageData['choices'] } = $props();
</script>

{#if list === 'names'}
  <Line name="name" label="Name" value={value['name']} />
  <Line name="language" label="Language, two letters" value={value['language'] ?? 'en'} />
  <Line name="region" label="Region" value={value['region']} />
  <Line name="warning" label="Warning, where it also means something else" value={value['warning']} />
{:else if list === 'hazards'}
  {@render choice('route', 'Route', choices.routes, value['route'] ?? 'eaten')}
  {@render choice(
    'severity',
    'Severity',
    severityWords.map((label, i) => ({ value: String(i), label: `${i}, ${label}` })),
    value['severity'] ?? 1
  )}
  <Line name="effect" label="Effect" value={value['effect']} />
  <Line name="principle" label="Principle, or “not established”" value={value['principle']} />
  <Line name="onset" label="Onset" value={value['onset']} />
  <Line name="parts" label="Parts" value={value['parts']} />
  <label class="mt-2 flex min-h-10 items-center gap-3"
    ><input
      type="checkbox"
      name="fromTheGround"
      checked={Boolean(value['fromTheGround'])}
      class="checkbox border-rule-strong"
    />Comes from where it grows, not from the plant</label
  >
{:else if list === 'uses'}
  {@render choice('kind', 'Kind', choices.kinds, value['kind'] ?? 'food')}
  <Line name="part" label="Part" value={value['part']} />
  <fieldset class="mt-2">
    <legend class="note text-ink-2">Stages</legend>
    <div class="flex flex-wrap gap-x-5">
      {#each choices.stages as stage (stage)}<label class="flex min-h-10 items-center gap-2"
          ><input
            type="checkbox"
            name="stages"
            value={stage}
            checked={((value['stages'] as string[] | undefined) ?? []).includes(stage)}
            class="checkbox border-rule-strong"
          />{stage}</label
        >{/each}
    </div>
  </fieldset>
  <Line name="preparation" label="Preparation" value={value['preparation']} />
  <Line name="conditions" label="Conditions" value={value['conditions']} />
{:else if list === 'parts'}
  {@const own = value as Partial<PartRules>}
  <Line name="part" label="Part, as its use names it" value={own.part} />
  <Line name="basis" label="Source, or what it rests on" value={own.basis} />
  <Line
    name="pieceGrams"
    label="Grams of a fresh piece: least, mostly, most; of the mean of twenty"
    value={own.grams?.piece.join(' ')}
  />
  <Line
    name="handfulGrams"
    label="Grams of a handful: least, mostly, most"
    value={own.grams?.handful?.join(' ')}
  />
  <p class="note mt-2 font-strong">How it is taken, if otherwise than the rest</p>
  <HarvestFields value={own.harvest} prefix="harvest-" />
  <p class="note mt-2 font-strong">An allowance of its own: then it is counted apart from the rest</p>
  <AllowanceFields value={own.allowance} prefix="allowance-" />
{:else if list === 'preparations'}
  <PreparationFields value={value as Partial<Preparation>} ways={choices.ways} parts={choices.usedParts} />
{:else}
  <Line name="region" label="Region" value={value['region']} />
  <Line name="status" label="Status" value={value['status']} />
{/if}

{#snippet choice(
  name: string,
  label: string,
  options: readonly (string | { value: string; label: string })[],
  value: unknown
)}
  <label class="mt-2 block"
    ><span class="note text-ink-2">{label}</span><select {name} class="select" value={String(value ?? '')}>
      {#each options as option (typeof option === 'string' ? option : option.value)}<option
          value={typeof option === 'string' ? option : option.value}
          >{typeof option === 'string' ? option.replaceAll('-', ' ') : option.label}</option
        >{/each}
    </select></label
  >
{/snippet}
