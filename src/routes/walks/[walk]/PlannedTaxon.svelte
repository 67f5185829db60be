<script lang="ts">
  import CalendarClock from '@lucide/svelte/icons/calendar-clock';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import MessageSquarePlus from '@lucide/svelte/icons/message-square-plus';
  import Skull from '@lucide/svelte/icons/skull';
  import X from '@lucide/svelte/icons/x';
  import { handlings, roles } from '$core/walk';
  import Field from '$lib/ui/form/Field.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import { counted, dayAndMonth, inTenAtLeast } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import type { PageData } from './$types';

  /** One taxon of the plan: its role, and what the engine says of it on the walk's date. */
  interface Props {
    one: PageData['taxa'][number];
    kind: 'walk' | 'class';
    mayEdit: boolean;
    revision: number;
  }
  let { one, kind, mayEdit, revision }: Props = $props();
  const isTaught = $derived(one.role === 'gather' || one.role === 'show');
  // What is left out needs its reason before the change is sent.
  let chosen = $state<string>();
  let isOpen = $state(false);
  let remarking = $state<string>();
  const needsReason = $derived(chosen === 'leave out' && one.role !== 'leave out');
  const facts = $derived(
    [
      one.stage ? `${one.stage}, ${Math.round(one.chance * 100)} % likely` : 'not up on this date',
      [one.part, one.portion].filter(Boolean).join(', '),
      one.piecesEach ? `${one.piecesEach} each reserved` : '',
      one.specimens ? `${one.specimens.count} brought, ${one.specimens.handling}` : '',
      isTaught ? `${counted(one.sources, 'source')}${one.sources < 2 ? ': a draft' : ''}` : '',
      one.reason
    ]
      .filter(Boolean)
      .join(' · ')
  );
  const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
</script>

<section id="at-{one.id}" class={['scroll-mt-6 border-b border-rule', isTaught ? 'py-4' : 'py-2']}>
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h3 class="!text-[18px]">
      <a href="/species/{one.slug}" class="underline decoration-rule underline-offset-4">{one.title}</a>
    </h3>
    <i>{one.scientific}</i>
    {#if one.label !== one.name}<span>at {one.stopName}</span>{/if}
    <RoleMark role={one.role} />
    <span class="note text-ink-2">{facts}</span>
    {#if mayEdit}
      <form
        method="POST"
        action="?/changeTaxon"
        class="note ml-auto flex items-center gap-2 max-sm:flex-wrap"
        use:enhance={() =>
          async ({ update }) => {
            await update({ reset: false });
            chosen = undefined;
          }}
      >
        <input type="hidden" name="id" value={one.id} />
        <input type="hidden" name="revision" value={revision} />
        <label class="sr-only" for="role-{one.id}">Role of {one.title}</label>
        <select
          id="role-{one.id}"
          name="role"
          class="select h-9 min-h-0 !w-auto text-[14px]"
          value={one.role}
          onchange={(event) => {
            chosen = event.currentTarget.value;
            if (chosen !== 'leave out') event.currentTarget.form?.requestSubmit();
          }}
          >{#each roles as role (role)}<option value={role}>{role}</option>{/each}</select
        >
        {#if needsReason}
          <label class="sr-only" for="reason-{one.id}">Why {one.title} is left out</label>
          <input
            id="reason-{one.id}"
            name="reason"
            class="input h-9 min-h-0 !w-52 text-[14px]"
            placeholder="Why is it left out?"
            maxlength="300"
          />
          <button class="btn btn-line btn-sm">Leave it out</button>
        {/if}
        <button
          type="button"
          class="link-line min-h-6 cursor-pointer"
          aria-expanded={isOpen}
          aria-label="Details of {one.title}"
          onclick={() => (isOpen = !isOpen)}>Details</button
        >
        <button
          formaction="?/removeTaxon"
          class="cursor-pointer p-1"
          aria-label="Take {one.title} off this walk"
          onclick={(event) => {
            if (!confirm(`Take ${one.title} off this walk?`)) event.preventDefault();
          }}><X size={16} /></button
        >
      </form>
    {/if}
  </div>
  {#if isOpen}
    <form
      method="POST"
      action="?/changeTaxon"
      class="mt-2 grid gap-3 bg-shade px-3 py-3 sm:grid-cols-3"
      use:enhance={() =>
        async ({ result, update }) => {
          await update({ reset: false });
          if (result.type === 'success') isOpen = false;
        }}
    >
      <input type="hidden" name="id" value={one.id} />
      <input type="hidden" name="role" value={one.role} />
      <input type="hidden" name="revision" value={revision} />
      {#if one.role === 'gather'}
        <Field label="Part" name="part" options={asOptions(one.parts)} value={one.part} />
        <Field
          label="Portion"
          name="portion"
          value={one.portion}
          maxlength={60}
          placeholder="6 leaves each"
        />
        <Field
          label="Pieces for each person"
          name="piecesEach"
          type="number"
          value={one.piecesEach ?? ''}
          hint="Reserved of the patch’s allowance."
        />
      {:else}<input type="hidden" name="portion" value={one.portion} />{/if}
      {#if kind === 'class'}
        <Field label="Specimens brought" name="specimens" type="number" value={one.specimens?.count ?? ''} />
        <Field label="They lie" name="handling" options={asOptions(handlings)} value={one.handling} />
      {/if}
      <div class="sm:col-span-3">
        <Field label="Remark" name="reason" value={one.reason} maxlength={300} />
      </div>
      <button class="btn btn-primary btn-sm justify-self-start">Keep these details</button>
    </form>
  {/if}
  {#if one.proposal}<p class="note mt-1 text-ochre">
      <strong>Proposed: {one.proposal.role}</strong>, since {one.proposal.why}.
    </p>{/if}
  {#if isTaught}
    {#if one.separable && one.set.length > 0}
      <p class="mt-2 flex gap-2">
        <ListChecks size={18} class="mt-1 shrink-0 text-moss" aria-hidden="true" /><span
          >Separating set: {#each one.set as name, i (i)}<strong>{name}</strong>{i < one.set.length - 1
              ? ' + '
              : ''}{/each}.
          <span class="text-ink-2"
            >A beginner gets all of it right on about {inTenAtLeast(one.onTarget)} true plants.</span
          ></span
        >
      </p>
    {:else if one.separable}
      <p class="mt-2 text-ink-2">
        No dangerous lookalike is described at this stage. That says nothing of what stands here: look at
        every piece.
      </p>
    {:else if one.stage}
      <p class="mt-2 flex gap-2">
        <CalendarClock size={18} class="mt-1 shrink-0 text-rosehip" aria-hidden="true" /><span
          ><strong class="text-rosehip">Not at this stage:</strong> what can be seen on the piece does not
          tell it from {one.open.join(', ')}. {one.firstDate
            ? `First from ${dayAndMonth(one.firstDate)}.`
            : 'Not within a year.'}</span
        >
      </p>
    {/if}
    {#if one.lookalikes.length > 0}
      <ul class="mt-2 grid list-none gap-x-8 gap-y-1 p-0 sm:grid-cols-2">
        {#each one.lookalikes as other (other.slug)}
          <li class="note flex items-baseline gap-2">
            <Skull size={15} class="self-center text-rosehip" aria-hidden="true" /><span
              ><strong>{other.name}</strong>, {other.stages.join(' and ')}
              <span class="text-ink-2">· rated {other.rating} of 25{other.separable ? '' : ' · '}</span
              >{#if !other.separable}<strong class="text-rosehip">not separable</strong>{/if}
              {#if mayEdit}<button
                  type="button"
                  class="cursor-pointer p-1 text-ink-2"
                  aria-expanded={remarking === other.slug}
                  aria-label="Remark on {other.name} for {one.title}"
                  onclick={() => (remarking = remarking === other.slug ? undefined : other.slug)}
                  ><MessageSquarePlus size={15} /></button
                >{/if}
              {#if remarking === other.slug}
                <form
                  method="POST"
                  action="?/remark"
                  class="flex flex-wrap gap-2 py-1"
                  use:enhance={() =>
                    async ({ result, update }) => {
                      await update({ reset: false });
                      if (result.type === 'success') remarking = undefined;
                    }}
                >
                  <input type="hidden" name="target" value={one.slug} />
                  <input type="hidden" name="lookalike" value={other.slug} />
                  <input type="hidden" name="revision" value={revision} />
                  <label class="sr-only" for="remark-{one.id}-{other.slug}">Remark, goes into the brief</label
                  >
                  <input
                    id="remark-{one.id}-{other.slug}"
                    name="words"
                    class="input h-9 min-h-0 text-[14px]"
                    maxlength="300"
                    placeholder="Goes into the brief"
                    value={other.remark}
                  />
                  <button class="btn btn-line btn-sm">Keep the remark</button>
                </form>
              {:else if other.remark}<span class="block text-ink-2">“{other.remark}”</span>{/if}</span
            >
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
</section>
