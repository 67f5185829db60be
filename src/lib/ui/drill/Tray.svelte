<script lang="ts">
  import { palette } from '$lib/palette';
  import Check from '@lucide/svelte/icons/check';
  import { onDestroy, onMount } from 'svelte';
  import type { OpenTray } from '$core/learning';
  import Notice from '$lib/ui/Notice.svelte';
  import Frame from './Frame.svelte';
  import Marks from './Marks.svelte';
  import Pickable from './Pickable.svelte';
  import Picture from './Picture.svelte';
  import type { KindProps } from './kind';
  import { askFor } from './wish';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenTray> = $props();

  // The tray is uncovered, and taken away again; the server keeps how far it went.
  // svelte-ignore state_referenced_locally
  let grown = $state(question);
  let picked = $state<number[]>([]);
  let left = $state(0);
  let problem = $state('');
  let ticking: ReturnType<typeof setInterval> | undefined;
  const isSwap = $derived(question.mode === 'what was swapped');

  async function step(wish: 'look' | 'answer') {
    clearInterval(ticking);
    problem = '';
    const result = await askFor<OpenTray>(questionId, wish);
    if ('problem' in result) problem = result.problem;
    else grown = result.question;
    if (grown.phase === 'look') count();
  }

  function count() {
    const until = Date.now() + 1000 * question.seconds;
    left = question.seconds;
    ticking = setInterval(() => {
      left = Math.max(0, Math.ceil((until - Date.now()) / 1000));
      if (left === 0) void step('answer');
    }, 250);
  }
  // A tray that was uncovered when the page was left is not shown again: the answer is asked for.
  onMount(() => {
    if (grown.phase === 'look') void step('answer');
  });
  onDestroy(() => clearInterval(ticking));

  $effect(() => {
    pending = {
      given:
        grown.phase === 'answer' && (!isSwap || picked.length === 1)
          ? { drill: 'tray', picked: [...picked] }
          : undefined,
      label:
        grown.phase !== 'answer'
          ? 'Look first'
          : isSwap
            ? picked.length === 1
              ? 'This one was swapped'
              : 'Choose the one that was swapped'
            : picked.length === 0
              ? 'None of these were there'
              : picked.length === 1
                ? 'This one was there'
                : `These ${picked.length} were there`
    };
  });

  const toggle = (id: number) => {
    if (isSwap) picked = picked.includes(id) ? [] : [id];
    else picked = picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id];
  };
</script>

<Frame {feedback} {confirm} {after} canConfirm={grown.phase === 'answer'}>
  {#snippet statement()}
    {#if grown.phase === 'ready'}{question.count} plants lie under the cloth. You have {question.seconds} seconds
      to look.
    {:else if grown.phase === 'look'}Look at all of them: {left} s left.
    {:else if isSwap}Fresh plants of the same kinds, but one was put in another’s place. Which?
    {:else}Fresh plants. Which kinds were on the tray?{/if}
  {/snippet}
  {#snippet picture()}
    {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
    {#if grown.picture}
      {#key grown.picture.name}
        <Picture
          {questionId}
          holdsControls={!feedback}
          picture={grown.picture}
          class="plate max-h-[calc(100vh-240px)] min-h-[260px] w-full"
          label={grown.phase === 'look' ? 'The tray' : 'The second look'}
        >
          {#if feedback}
            <Marks
              marks={feedback.marks}
              r={50}
              words={isSwap
                ? { missed: 'this one', 'false alarm': 'was there' }
                : { missed: 'was there', 'false alarm': 'was not' }}
            />
          {:else}
            {#each grown.cells as cell (cell.id)}
              {@const isPicked = picked.includes(cell.id)}
              <Pickable {isPicked} label="{cell.id + 1}: {cell.words}" ontoggle={() => toggle(cell.id)}>
                <rect
                  x={cell.x - 72}
                  y={cell.y - 72}
                  width="144"
                  height="144"
                  class="reach"
                  fill="transparent"
                  stroke={isPicked ? palette.ink : 'none'}
                  stroke-width="3.5"
                />
                {#if isPicked}<circle cx={cell.x + 56} cy={cell.y - 56} r="13" fill={palette.ink} /><path
                    d="M{cell.x + 50} {cell.y - 56}l4 5l8-9"
                    fill="none"
                    stroke={palette.paper}
                    stroke-width="3"
                  />{/if}
              </Pickable>
            {/each}
          {/if}
        </Picture>
      {/key}
    {:else}
      <div
        class="plate grid h-[min(420px,60vh)] place-content-center justify-items-center gap-3 text-plate-second"
      >
        <p>The cloth is on.</p>
        <button type="button" class="btn btn-primary" onclick={() => step('look')}
          >Take the cloth off for {question.seconds} s</button
        >
      </div>
    {/if}
  {/snippet}
  {#snippet choices()}
    {#if grown.phase === 'look'}
      <p class="font-serif text-[44px] leading-none font-semibold" aria-live="off">{left} s</p>
      <p class="note text-ink-2">
        Say each plant’s shape to yourself before its name. You will be asked on other plants of the same
        kinds.
      </p>
      <button type="button" class="btn btn-line" onclick={() => step('answer')}
        ><Check size={17} aria-hidden="true" />I have seen enough</button
      >
    {:else if grown.phase === 'answer'}
      <p class="note text-ink-2">
        {isSwap
          ? 'Tap the one that lay not there before.'
          : 'Tap all that were there; half and half is usual.'}
      </p>
    {/if}
  {/snippet}
</Frame>
