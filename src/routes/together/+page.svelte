<script lang="ts">
  import { counted, dayAndMonth } from '$core/words';
  import Field from '$lib/ui/form/Field.svelte';
  import TaxonField from '$lib/ui/form/TaxonField.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  let on = $state(data.walk);
  const stands = {
    joining: 'not begun',
    asked: 'under way',
    divided: 'under way',
    told: 'under way',
    closed: 'over'
  } as const;
</script>

<svelte:head><title>Rounds with a group · Good Trail</title></svelte:head>
<p class="note"><a href="/practice">Practice</a></p>
<h1>Rounds with a group</h1>
<p class="max-w-prose text-ink-2">
  One specimen after the other on a large screen. Two people at a phone talk, then answer; you see how many
  have answered, and how the room divides when you ask for it. Nobody needs an account.
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <ul class="m-0 list-none p-0">
    {#each data.rounds as round (round.id)}
      <li class="flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule py-3">
        <div class="min-w-[240px] flex-1">
          <h2>
            <a href="/together/{round.id}" class="underline decoration-rule underline-offset-4"
              >{round.name}</a
            >
          </h2>
          <p class="note text-ink-2">
            {round.walkName ? `for ${round.walkName} · ` : ''}{counted(round.length, 'specimen')} · {counted(
              round.phones,
              'phone'
            )} · {dayAndMonth(round.startedAt.toISOString().slice(0, 10))}
          </p>
        </div>
        <span class="note text-ink-2"
          >{stands[round.phase]}{round.phase !== 'closed' && round.position > 0
            ? `, specimen ${round.position}`
            : ''}</span
        >
      </li>
    {:else}
      <li class="border-t border-rule py-3 text-ink-2">
        No round yet. Open the first one on the right, on the computer that the projector hangs on.
      </li>
    {/each}
  </ul>
  <form method="POST" use:enhance class="grid content-start gap-3 lg:border-l lg:border-rule lg:pl-6">
    <h2>A new round</h2>
    <Field label="Name, as it stands on the screen" name="name" maxlength={120} required />
    <Field
      label="On the pairs of"
      name="walk"
      options={[
        { value: 'now', label: 'what is up now, the worst first' },
        { value: 'year', label: 'the whole year, the worst first' },
        ...data.walks
      ]}
      bind:value={on}
    />
    {#if on === 'now' || on === 'year'}
      <TaxonField label="Only with this plant" name="taxon" choices={data.choice.taxa} />
      <Field
        label="Only of this family"
        name="family"
        options={[{ value: '', label: 'any' }, ...data.choice.families]}
        value=""
      />
    {/if}
    <Field
      label="Specimens"
      name="length"
      type="number"
      min={data.least}
      max={data.most}
      value="8"
      hint="About three minutes each, with talking."
    />
    <button class="btn btn-primary">Open the screen</button>
    <p class="fine text-ink-2">
      What a pair of people answers together says nothing of one of them alone: it does not count in anybody’s
      progress.
    </p>
  </form>
</div>
