<script lang="ts">
  import {
    type AnswerKind,
    type SpotShape,
    answerKinds,
    inUnits,
    letterOf,
    mostOptions
  } from '$core/learning';
  import Places from '$lib/ui/drill/Places.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';

  /** The form of a question of the school's own. Places are in shares of the picture. */
  interface Props {
    filled:
      | {
          readonly title: string;
          readonly asks: string;
          readonly reason: string;
          readonly kind: AnswerKind;
          readonly choose: 'one' | 'all';
          readonly pictureWords: string;
          readonly options: readonly { readonly words: string; readonly isRight: boolean }[];
          readonly places: readonly { readonly shape: SpotShape; readonly isRight: boolean }[];
        }
      | undefined;
    /** The picture that it has. */
    picture: { readonly address: string; readonly width: number; readonly height: number } | undefined;
  }
  let { filled, picture }: Props = $props();

  const kindWords: Readonly<Record<AnswerKind, string>> = {
    choice: 'choosing from answers',
    spot: 'pointing at a place on the picture',
    order: 'putting in order',
    typed: 'typing'
  };
  const usualLines = 4;

  // What is typed here is the form's own from now on.
  /* svelte-ignore state_referenced_locally */
  const start = filled;
  const [yes, no] = [true, false];
  const padded = (lines: { words: string; isRight: boolean }[]) => [
    ...lines,
    ...Array.from({ length: Math.max(0, usualLines - lines.length) }, () => ({ words: '', isRight: no }))
  ];
  let kind = $state<AnswerKind>(start?.kind ?? 'choice');
  let choose = $state<'one' | 'all'>(start?.choose ?? 'one');
  let lines = $state(padded((start?.options ?? []).map((one) => ({ ...one }))));
  let places = $state((start?.places ?? []).map((one) => ({ ...one })));
  let radius = $state(0.06);
  /** A picture that was chosen and not sent yet. */
  let chosen = $state<{ address: string; width: number; height: number }>();
  let isWithout = $state(no);
  const shown = $derived(chosen ?? (isWithout ? undefined : picture));
  /** The height of the picture for a width of 620: places are drawn in these units. */
  const wide = 620;
  const high = $derived(shown ? (wide * shown.height) / shown.width : 0);
  const drawn = $derived(
    places.map(({ shape }, id) => ({ id, words: letterOf(id), shape: inUnits(shape, wide, high) }))
  );

  async function choosePicture(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    if (!file) return void (chosen = undefined);
    const address = await new Promise<string>((done) => {
      const reader = new FileReader();
      reader.onload = () => done(String(reader.result));
      reader.readAsDataURL(file);
    });
    const image = new Image();
    image.onload = () => (chosen = { address, width: image.naturalWidth, height: image.naturalHeight });
    // What the browser cannot show may still be read by the server: it says so if not.
    image.onerror = () => (chosen = undefined);
    image.src = address;
  }

  function setPlace(event: MouseEvent & { currentTarget: SVGSVGElement }) {
    const matrix = event.currentTarget.getScreenCTM();
    if (kind !== 'spot' || !matrix || places.length >= mostOptions) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    places.push({
      shape: { shape: 'circle', x: at.x / wide, y: at.y / high, r: radius },
      isRight: places.length === 0 ? yes : no
    });
  }
  const say = (i: number, isRight: boolean, all: { isRight: boolean }[]) =>
    all.forEach(
      (one, k) => (one.isRight = k === i ? isRight : choose === 'one' && isRight ? no : one.isRight)
    );
</script>

{#snippet howMany()}
  <label
    ><span class="note font-strong">What counts as right</span><select
      name="choose"
      class="select"
      bind:value={choose}
      ><option value="one">one answer is chosen</option><option value="all"
        >all that are right are chosen, and no other</option
      ></select
    ></label
  >
{/snippet}

<form
  method="POST"
  enctype="multipart/form-data"
  use:enhance={() =>
    ({ update }) =>
      update({ reset: false })}
  class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
>
  <div class="grid content-start gap-4">
    <label
      ><span class="note font-strong">Title, for your own lists</span><input
        name="title"
        class="input"
        maxlength="120"
        required
        value={start?.title ?? ''}
      /></label
    >
    <label
      ><span class="note font-strong">What is asked</span><textarea
        name="asks"
        class="textarea"
        rows="4"
        maxlength="1500"
        required>{start?.asks ?? ''}</textarea
      ></label
    >
    <label
      ><span class="note font-strong">It is answered by</span><select
        name="kind"
        class="select"
        bind:value={kind}
        >{#each answerKinds as one (one)}<option value={one}>{kindWords[one]}</option>{/each}</select
      ></label
    >
    {#if kind === 'choice' || kind === 'spot'}{@render howMany()}{/if}
    {#if kind === 'spot'}
      <input
        type="hidden"
        name="places"
        value={JSON.stringify(places.map(({ shape, isRight }) => ({ shape, isRight })))}
      />
      <fieldset class="grid gap-2">
        <legend class="note font-strong">Places, by tapping on the picture; tick what is right</legend>
        {#each places as place, i (i)}
          <div class="flex items-center gap-3">
            <span class="disc">{letterOf(i)}</span>
            <label class="flex min-h-10 flex-1 items-center gap-2"
              ><input
                type="checkbox"
                class="checkbox"
                checked={place.isRight}
                onchange={(event) => say(i, event.currentTarget.checked, places)}
              />right</label
            >
            <button
              type="button"
              class="btn btn-line btn-sm btn-square"
              aria-label="Take place {letterOf(i)} out"
              onclick={() => places.splice(i, 1)}><Trash2 size={16} aria-hidden="true" /></button
            >
          </div>
        {:else}<p class="note text-ink-2">
            None yet. {shown ? 'Tap on the picture where something may be chosen.' : 'Add the picture first.'}
          </p>{/each}
        <label class="flex items-center gap-3"
          ><span class="note">How large the next one is</span><input
            type="range"
            class="range flex-1"
            min="0.02"
            max="0.2"
            step="0.01"
            bind:value={radius}
          /></label
        >
      </fieldset>
    {:else}
      <fieldset class="grid gap-2">
        <legend class="note font-strong"
          >{kind === 'choice'
            ? 'Answers; tick what is right. They are shown in an order of chance'
            : kind === 'order'
              ? 'In the right order: they are shown in an order of chance'
              : 'Every spelling that is right'}</legend
        >
        {#each lines as line, i (i)}
          <div class="flex items-center gap-3">
            <span class="disc">{kind === 'order' ? i + 1 : letterOf(i)}</span>
            <input
              name="option"
              class="input flex-1"
              maxlength="200"
              aria-label="Answer {letterOf(i)}"
              bind:value={line.words}
            />
            {#if kind === 'choice'}<label class="flex min-h-10 items-center gap-2"
                ><input
                  type="checkbox"
                  name="right"
                  value={i}
                  class="checkbox"
                  checked={line.isRight}
                  onchange={(event) => say(i, event.currentTarget.checked, lines)}
                />right</label
              >{/if}
          </div>
        {/each}
        {#if lines.length < mostOptions}<button
            type="button"
            class="btn btn-line btn-sm justify-self-start"
            onclick={() => lines.push({ words: '', isRight: no })}
            ><Plus size={16} aria-hidden="true" />One more</button
          >{/if}
      </fieldset>
    {/if}
    <label
      ><span class="note font-strong">The reason, told once it was answered</span><textarea
        name="reason"
        class="textarea"
        rows="3"
        maxlength="1500">{start?.reason ?? ''}</textarea
      ></label
    >
  </div>
  <div class="grid content-start gap-4">
    <label
      ><span class="note font-strong">Picture{kind === 'spot' ? '' : ', if there is one'}</span><input
        type="file"
        name="picture"
        accept="image/*,.heic"
        class="file-input w-full"
        onchange={choosePicture}
      /></label
    >
    {#if shown}
      <!-- The list of places beside it serves keyboards: it holds what was set. -->
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
      <svg
        viewBox="0 0 {wide} {high}"
        class={['plate w-full', kind === 'spot' ? 'cursor-crosshair' : '']}
        role="img"
        aria-label="The picture of this question"
        onclick={setPlace}
      >
        <image href={shown.address} width={wide} height={high} />
        {#if kind === 'spot'}<Places
            places={drawn}
            chosen={places.flatMap(({ isRight }, i) => (isRight ? [i] : []))}
            width={wide}
          />{/if}
      </svg>
      <label
        ><span class="note font-strong">What it shows, for those who do not see it</span><input
          name="pictureWords"
          class="input"
          maxlength="300"
          value={start?.pictureWords ?? ''}
        /></label
      >
      <p class="note text-ink-2">
        Do not give the answer away in it. Only pictures that the school may use; the camera’s note of place
        and time is taken out.
      </p>
      {#if picture && !chosen}<label class="flex min-h-10 items-center gap-2"
          ><input type="checkbox" class="checkbox" name="withoutPicture" bind:checked={isWithout} />Without a
          picture</label
        >{/if}
    {/if}
    <p class="note border-t border-rule pt-3 text-ink-2">
      What you ask here is your own: it is not held against the library, counts for no pair of plants, and
      says of no plant that it is safe.
    </p>
    <button class="btn btn-primary justify-self-start">Keep the question</button>
  </div>
</form>
