<script lang="ts">
  import { page } from '$app/state';
  import Check from '@lucide/svelte/icons/check';
  import CircleDashed from '@lucide/svelte/icons/circle-dashed';
  import Eye from '@lucide/svelte/icons/eye';
  import OctagonX from '@lucide/svelte/icons/octagon-x';

  /** The walk's navigation and its progress at once. */
  export interface TrailPart {
    label: string;
    href: string;
    state: 'done' | 'open' | 'look' | 'stop';
    /** Pages that belong to it. */
    also?: readonly string[];
  }
  interface Props {
    parts: readonly TrailPart[];
  }
  let { parts }: Props = $props();
  const heights = [26, 22, 12, 24, 28, 18, 24];
  const x = (i: number) => (parts.length === 1 ? 500 : 60 + (880 * i) / (parts.length - 1));
  const line = $derived(
    parts
      .map((_, i) =>
        i === 0
          ? `M0 ${heights[0]! + 4}Q30 ${heights[0]} ${x(0)} ${heights[0]}`
          : `C${x(i) - 70} ${heights[i - 1]} ${x(i) - 110} ${heights[i]} ${x(i)} ${heights[i]}`
      )
      .join('') + `Q980 ${heights[parts.length - 1]} 1000 22`
  );
  const isHere = ({ href, also }: TrailPart) =>
    page.url.pathname === href || Boolean(also?.includes(page.url.pathname));
  /** On a phone the line is longer than the screen: where one stands is in its middle. */
  const toHere = (list: HTMLElement) => {
    void page.url.pathname;
    const here = list.querySelector<HTMLElement>('[aria-current]');
    if (here) list.scrollLeft = here.offsetLeft - (list.clientWidth - here.offsetWidth) / 2;
  };
  const tones = { done: 'text-moss', open: 'text-ink-2', look: 'text-ochre', stop: 'text-rosehip' };
</script>

<nav aria-label="Parts of this walk" class="no-print relative mb-5 mt-1">
  <svg
    viewBox="0 0 1000 50"
    preserveAspectRatio="none"
    class="absolute inset-x-0 top-[18px] hidden h-[44px] w-full md:block"
    aria-hidden="true"
  >
    {#each [10, 16, 5] as shift, i (i)}<path
        d={line}
        transform="translate(0 {shift})"
        fill="none"
        stroke="var(--rule)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />{/each}
    <path d={line} fill="none" stroke="currentColor" stroke-width="2" vector-effect="non-scaling-stroke" />
  </svg>
  <span class="absolute inset-x-8 top-[35px] h-[2px] bg-ink md:hidden" aria-hidden="true"></span>
  <ol
    {@attach toHere}
    class="relative m-0 flex list-none gap-1 overflow-x-auto p-0 md:justify-between md:overflow-visible"
  >
    {#each parts as part (part.href)}
      <li class="flex-1 text-center">
        <a
          href={part.href}
          aria-current={isHere(part) ? 'step' : undefined}
          class="inline-grid min-h-11 min-w-[62px] justify-items-center no-underline"
        >
          <span
            class={[
              'font-serif leading-5 whitespace-nowrap',
              isHere(part) ? 'text-[17px] font-bold' : 'text-[15px]'
            ]}>{part.label}</span
          >
          <span
            class={[
              'my-[3px] grid h-[24px] w-[24px] place-items-center rounded-full border-[1.5px] border-current',
              isHere(part) ? 'bg-ink text-base-200' : ['bg-paper', tones[part.state]]
            ]}
          >
            {#if part.state === 'done'}<Check
                size={14}
                aria-hidden="true"
              />{:else if part.state === 'look'}<Eye
                size={14}
                aria-hidden="true"
              />{:else if part.state === 'stop'}<OctagonX size={14} aria-hidden="true" />{:else}<CircleDashed
                size={14}
                aria-hidden="true"
              />{/if}
          </span>
          <span class={['fine', tones[part.state], part.state === 'open' ? '' : 'font-strong']}
            >{part.state}</span
          >
        </a>
      </li>
    {/each}
  </ol>
</nav>
