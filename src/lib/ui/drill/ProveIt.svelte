<script lang="ts">
  import { shortcut, shortcutPlace } from '$lib/ui/shortcut';
  import { nameWithin } from '$core/knowledge';
  import Check from '@lucide/svelte/icons/check';
  import Eye from '@lucide/svelte/icons/eye';
  import Hand from '@lucide/svelte/icons/hand';
  import Scissors from '@lucide/svelte/icons/scissors';
  import type { Confidence as Level, Decision, LookKey, OpenProveIt } from '$core/learning';
  import { stageWord } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import Confidence from './Confidence.svelte';
  import Picture from './Picture.svelte';
  import Truth from './Truth.svelte';
  import type { KindProps } from './kind';
  import { lookIcons } from './look-icons';
  import { askFor } from './wish';

  let {
    questionId,
    question,
    feedback,
    pending = $bindable(),
    confirm,
    after
  }: KindProps<OpenProveIt> = $props();

  // The question grows as looks are asked for; the server keeps what was asked.
  // svelte-ignore state_referenced_locally
  let grown = $state(question);
  let decision = $state<Decision>();
  let confidence = $state<Level>();
  let problem = $state('');
  let asking = $state<LookKey>();

  const seen = $derived(
    grown.asked.flatMap((key, i) => {
      const look = grown.looks.find((one) => one.key === key);
      return look ? [{ ...look, letter: String.fromCharCode(97 + i) }] : [];
    })
  );
  const letterOf = (key: LookKey) => seen.find((one) => one.key === key)?.letter ?? '';
  const spent = $derived(seen.reduce((sum, { seconds }) => sum + seconds, 0));
  const everything = $derived(grown.looks.reduce((sum, { seconds }) => sum + seconds, 0));
  const verbal = $derived(seen.filter((one) => !one.seen?.picture));
  const drawn = $derived(grown.looks.filter(({ seen: found }) => !found || found.picture));
  const far = $derived(grown.looks.find(({ key }) => key === 'far'));
  const near = $derived(drawn.filter(({ key }) => key !== 'far'));
  /** Steps along the line of time. */
  const steps = $derived(
    seen.map((one, i) => ({
      ...one,
      from: seen.slice(0, i).reduce((sum, { seconds }) => sum + seconds, 0)
    }))
  );

  const gathers = $derived(question.wanted.gathers);
  const options = $derived([
    {
      value: 'gather',
      title: gathers ? 'Gather' : 'Yes, it is',
      icon: gathers ? Scissors : Check,
      key: String(grown.looks.length + 1)
    },
    { value: 'leave', title: 'Leave it', icon: Hand, key: String((grown.looks.length + 2) % 10) },
    { value: 'look further', title: 'Look further', icon: Eye, key: 'f' }
  ] as const);

  $effect(() => {
    const title = options.find(({ value }) => value === decision)?.title;
    pending = {
      given: decision && confidence ? { drill: 'prove it', decision, confidence } : undefined,
      label: !title ? 'Choose first' : !confidence ? 'Say how sure you are' : `${title}, ${confidence}`
    };
  });

  async function ask(key: LookKey) {
    if (asking || feedback || grown.asked.includes(key)) return;
    asking = key;
    problem = '';
    const result = await askFor<OpenProveIt>(questionId, key);
    if ('problem' in result) problem = result.problem;
    else grown = result.question;
    asking = undefined;
  }

  function onkeydown(event: KeyboardEvent) {
    if (feedback) return;
    const look = grown.looks[shortcutPlace(event) ?? -1];
    const option = options.find(({ key }) => key === shortcut(event));
    if (look) void ask(look.key);
    else if (option) decision = option.value;
  }
</script>

<svelte:window {onkeydown} />

{#snippet cell(look: OpenProveIt['looks'][number], isLarge: boolean)}
  {@const Icon = lookIcons[look.key]}
  <div class={['relative min-h-0 min-w-0', isLarge ? 'row-span-2' : '']}>
    {#if look.seen?.picture}
      <figure class="m-0 flex h-full flex-col">
        <Picture
          {questionId}
          picture={look.seen.picture}
          label="{look.label}: {look.seen.picture.isPhotograph ? 'a photograph' : 'drawn'}"
          class="min-h-0 w-full flex-1"
        />
        <figcaption class="text-center font-serif text-[13px] leading-4 text-plate-second">
          <i>{letterOf(look.key)}</i><span class="ml-1.5 max-sm:sr-only">{look.label.toLowerCase()}</span>
        </figcaption>
      </figure>
    {:else}
      <button
        type="button"
        class="look-corners grid h-full w-full cursor-pointer place-content-center justify-items-center gap-1 p-1 text-[13px] leading-4 text-plate-second disabled:cursor-default"
        tabindex="-1"
        aria-hidden="true"
        disabled={feedback !== undefined}
        onclick={() => ask(look.key)}
        ><Icon size={19} /><span>{look.label.toLowerCase()}, {look.seconds} s</span></button
      >
    {/if}
  </div>
{/snippet}

<p class="mt-1 font-serif text-[18px] leading-6 lg:text-[22px] lg:leading-8">
  {#if feedback?.truth}<Truth truth={feedback.truth} />{#if gathers}
      You came for {nameWithin(question.wanted.name)}.{/if}{:else}{gathers ? 'You came for' : 'Is it'}
    {nameWithin(question.wanted.name)}, <i>{question.wanted.scientific}</i>, in {stageWord(
      question.wanted.group,
      question.wanted.stage
    )}{!gathers ? '?' : gathers === question.wanted.stage ? '.' : `: ${gathers}.`} Ask, then decide.{/if}
</p>
<div class="mt-3 grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_260px]">
  <div>
    <div
      class={[
        'plate grid grid-cols-[1.25fr_1fr_1fr] gap-2 p-3',
        feedback?.outcome === 'dangerous gather'
          ? 'h-[300px]'
          : 'h-[min(66vw,330px)] lg:h-[min(430px,calc(100vh-370px))] lg:min-h-[300px]'
      ]}
    >
      {#if far}{@render cell(far, true)}{/if}
      <div
        class={[
          'col-span-2 row-span-2 grid min-h-0 auto-rows-fr gap-2',
          near.length > 4 ? 'grid-cols-2 sm:grid-cols-3' : 'grid-cols-2'
        ]}
      >
        {#each near as look (look.key)}{@render cell(look, false)}{/each}
      </div>
    </div>
    {#if verbal.length > 0}
      <ul class="m-0 mt-2 flex list-none flex-wrap gap-x-6 gap-y-1 p-0" aria-live="polite">
        {#each verbal as one (one.key)}
          <li>
            <i class="font-serif">{one.letter}</i>
            <span class="text-ink-2">{one.label}:</span>
            <strong>{one.seen?.words.join(' ')}</strong>{#if one.key === 'smell'}
              <span class="fine ml-1.5 text-ink-2"
                >Scent clings to fingers and neighbours: it never stands alone.</span
              >{/if}
          </li>
        {/each}
      </ul>
    {/if}
    <svg
      viewBox="0 0 744 42"
      class="mt-2 w-full"
      role="img"
      aria-label="{spent} of {everything} seconds spent"
    >
      <line
        x1="6"
        x2="734"
        y1="12"
        y2="12"
        stroke="var(--rule-strong)"
        stroke-width="2"
        stroke-dasharray="1.5 6"
      />
      <line x1="734" x2="734" y1="6" y2="18" stroke="var(--rule-strong)" stroke-width="1.5" />
      {#each steps as step (step.key)}
        {@const from = 6 + (728 * step.from) / everything}
        {@const to = 6 + (728 * (step.from + step.seconds)) / everything}
        <line
          x1={from}
          x2={to}
          y1="12"
          y2="12"
          stroke="currentColor"
          stroke-width="4.5"
          stroke-linecap="round"
        />
        <line x1={to} x2={to} y1="5" y2="19" stroke="currentColor" stroke-width="1.8" />
        {#if to - from > 34}<text
            class="max-sm:hidden"
            x={(from + to) / 2}
            y="34"
            text-anchor="middle"
            font-size="13"
            fill="var(--ink-2)"
            ><tspan font-style="italic" font-family="Literata Variable">{step.letter}</tspan>
            {step.seconds} s</text
          >{/if}
      {/each}
      <circle
        cx={6 + (728 * spent) / everything}
        cy="12"
        r="6"
        fill="var(--color-base-100)"
        stroke="currentColor"
        stroke-width="2.6"
      />
    </svg>
    <p class="note -mt-2 flex justify-between">
      <strong>{spent} s spent</strong><span class="text-ink-2">everything: {everything} s</span>
    </p>
    {#if !feedback}
      <div class="mt-2 lg:hidden">{@render wishes()}</div>
      <div class="mt-3 grid gap-x-7 gap-y-3 sm:grid-cols-[minmax(0,1fr)_230px]">
        <fieldset>
          <legend class="mb-1 font-strong">Decide</legend>
          <div class="grid grid-cols-3 lg:grid-cols-[1fr_1fr_1.35fr]">
            {#each options as option (option.value)}
              {@const Icon = option.icon}
              <button
                type="button"
                aria-pressed={decision === option.value}
                onclick={() => (decision = option.value)}
                class={[
                  'flex min-h-[54px] cursor-pointer flex-col items-center justify-center gap-x-3 border-y-[1.5px] border-r-[1.5px] border-ink px-1 font-strong first:rounded-l-[3px] first:border-l-[1.5px] last:rounded-r-[3px] lg:flex-row',
                  decision === option.value ? 'bg-ink text-plate' : ''
                ]}
                ><Icon size={19} aria-hidden="true" /><span>{option.title}</span><kbd
                  class="fine hidden rounded border border-current px-1.5 font-normal lg:inline"
                  >{option.key}</kbd
                ></button
              >
            {/each}
          </div>
        </fieldset>
        <Confidence bind:value={confidence} />
      </div>
      <div class="mt-3 grid lg:hidden">{@render confirm()}</div>
    {/if}
  </div>
  <div class={['lg:flex lg:flex-col lg:border-l lg:border-rule lg:pl-6', feedback ? '' : 'max-lg:hidden']}>
    {#if feedback}
      <div class="grid gap-4">{@render after()}</div>
    {:else}
      {@render wishes()}
      <p class="note mt-3 text-ink-2">
        {gathers
          ? 'A wrong ‘gather’ is the error that counts.'
          : 'Nothing of it is gathered at this stage: say whether it is the plant. A wrong ‘yes’ is the error that counts.'}
        Time is counted after that.
      </p>
      <div class="mt-auto grid pt-5">{@render confirm()}</div>
    {/if}
  </div>
</div>

{#snippet wishes()}
  {#if problem}<Notice kind="problem">{problem}</Notice>{/if}
  <h2 class="max-lg:sr-only">Ask for a view</h2>
  <ul class="m-0 list-none border-t border-rule p-0 max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-4">
    {#each grown.looks as look, i (look.key)}
      {@const Icon = lookIcons[look.key]}
      {@const isSeen = look.seen !== undefined}
      <li class="border-b border-rule">
        <button
          type="button"
          disabled={isSeen || asking !== undefined}
          onclick={() => ask(look.key)}
          class={[
            'flex min-h-11 w-full items-center gap-3 text-left',
            isSeen ? 'text-ink-2' : 'cursor-pointer font-strong text-moss'
          ]}
          >{#if isSeen}<Check size={18} class="shrink-0" aria-hidden="true" />{:else}<Icon
              size={18}
              class="shrink-0"
              aria-hidden="true"
            />{/if}<span class={['flex-1 leading-5', isSeen ? '' : 'underline underline-offset-4']}
            >{look.label}</span
          ><span class="note font-normal whitespace-nowrap text-ink-2"
            >{isSeen ? 'seen' : `${look.seconds} s`}</span
          >
          {#if isSeen}<i class="hidden w-6 text-center font-serif lg:inline">{letterOf(look.key)}</i
            >{:else}<kbd
              class="fine hidden w-6 rounded border border-rule-strong text-center font-normal text-ink-2 lg:inline"
              >{i + 1}</kbd
            >{/if}</button
        >
      </li>
    {/each}
  </ul>
{/snippet}
