<script lang="ts">
  import { palette } from '$lib/palette';
  import X from '@lucide/svelte/icons/x';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const problem = $derived(form && 'problem' in form ? String(form.problem) : '');
  let character = $state('');
  let x = $state<number>();
  let y = $state<number>();
  let isSure = $state(false);

  /** A tap is one way; the two numbers below it serve keyboards. */
  function point(event: MouseEvent) {
    if (!data.mayMark) return;
    const svg = event.currentTarget as SVGSVGElement;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    const [across, down] = [at.x / data.photo.width, at.y / data.photo.height];
    // The picture may be narrower than its frame.
    if (Math.min(across, down) < 0 || Math.max(across, down) > 1) return;
    x = Math.round(across * 1000) / 1000;
    y = Math.round(down * 1000) / 1000;
  }
  const clear =
    () =>
    async ({ update }: { update: (options?: { reset?: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      x = y = undefined;
    };
  const size = $derived(Math.max(data.photo.width, data.photo.height));
</script>

{#snippet disc(at: { x: number; y: number }, label: string, isNew: boolean)}
  <circle
    cx={at.x * data.photo.width}
    cy={at.y * data.photo.height}
    r={size / 46}
    fill={isNew ? 'none' : palette.ink}
    stroke={palette.paper}
    stroke-width={size / 220}
    stroke-dasharray={isNew ? `${size / 120} ${size / 160}` : undefined}
  />
  <text
    x={at.x * data.photo.width}
    y={at.y * data.photo.height + size / 110}
    text-anchor="middle"
    font-size={size / 38}
    font-weight="700"
    fill={palette.paper}>{label}</text
  >
{/snippet}

<svelte:head><title>A photograph of {data.name} · Good Trail</title></svelte:head>
<p class="note">
  <a href="/species/{data.slug}">{data.name}</a>,
  <a href="/species/{data.slug}/photographs">its photographs</a>
</p>
<h1>{data.name} in {data.photo.stage}</h1>
{#if problem}<Notice kind="problem">{problem}</Notice>{/if}
<div class="mt-3 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_300px]">
  <figure class="m-0">
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
    <svg
      viewBox="0 0 {data.photo.width} {data.photo.height}"
      class={[
        'block max-h-[72vh] w-full border border-rule bg-shade',
        data.mayMark ? 'cursor-crosshair' : ''
      ]}
      role="img"
      aria-label="{data.photo.words}{data.marks.length > 0
        ? `. Marked: ${data.marks.map(({ number, name }) => `${number} ${name}`).join(', ')}`
        : ''}"
      onclick={point}
    >
      <image href="/photographs/{data.photo.id}" width={data.photo.width} height={data.photo.height} />
      {#each data.marks as mark (mark.number)}{@render disc(mark, String(mark.number), false)}{/each}
      {#if x !== undefined && y !== undefined}{@render disc({ x, y }, '', true)}{/if}
    </svg>
    <figcaption class="fine mt-1 text-ink-2">{data.photo.words} Photograph: {data.photo.credit}</figcaption>
  </figure>
  <div>
    <h2>What it shows</h2>
    {#if data.marks.length > 0}
      <ol class="mt-1 list-none p-0">
        {#each data.marks as mark (mark.number)}
          <li class="flex items-center gap-2 border-b border-rule py-1.5">
            <span class="disc">{mark.number}</span><span class="grow">{mark.name}</span>
            {#if data.mayMark}<form method="POST" action="?/unmark" use:enhance>
                <input type="hidden" name="number" value={mark.number} />
                <button
                  class="grid size-9 place-items-center"
                  aria-label="Remove mark {mark.number}, {mark.name}"
                  ><X size={17} aria-hidden="true" /></button
                >
              </form>{/if}
          </li>
        {/each}
      </ol>
    {:else}<p class="text-ink-2">Nothing is marked on it yet.</p>{/if}
    {#if data.mayMark}
      <form method="POST" action="?/mark" class="mt-4 grid gap-2" use:enhance={clear}>
        <label
          ><span class="note font-strong">Mark a character</span><select
            name="character"
            class="select"
            bind:value={character}
            required
            ><option value="">choose one</option>{#each data.characters as one (one.slug)}<option
                value={one.slug}>{one.name}</option
              >{/each}</select
          ></label
        >
        <p class="fine text-ink-2">
          Point at its place in the picture, or enter how far it lies from the upper left corner.
        </p>
        <div class="grid grid-cols-2 gap-3">
          <label
            ><span class="note">across, 0 to 1</span><input
              type="number"
              name="x"
              min="0"
              max="1"
              step="0.001"
              required
              class="input"
              bind:value={x}
            /></label
          >
          <label
            ><span class="note">down, 0 to 1</span><input
              type="number"
              name="y"
              min="0"
              max="1"
              step="0.001"
              required
              class="input"
              bind:value={y}
            /></label
          >
        </div>
        <div><button class="btn btn-line">Mark it</button></div>
      </form>
      <form method="POST" action="?/remove" class="mt-6 border-t border-rule pt-3">
        <label class="note flex items-center gap-2"
          ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={isSure} />It is to be removed for
          good</label
        >
        <button class="btn btn-line mt-2" disabled={!isSure}>Remove the photograph</button>
      </form>
    {/if}
  </div>
</div>
