<script lang="ts">
  import Camera from '@lucide/svelte/icons/camera';
  import LocateFixed from '@lucide/svelte/icons/locate-fixed';
  import Sprout from '@lucide/svelte/icons/sprout';
  import MapPin from '@lucide/svelte/icons/map-pin';
  import { type Abundance, abundances, entriesOf, entryInWords } from '$core/evidence';
  import {
    type Stage,
    findTaxa,
    isDangerous,
    severityWords,
    stageNames,
    worstSeverity
  } from '$core/knowledge';
  import { stageWord } from '$core/words';
  import type { Phone } from '../phone.svelte';
  import { madeSmall } from '../pictures';
  import { whereIAm } from '../where-i-am';
  import PlantInLibrary from '../drawing/PlantInLibrary.svelte';
  import Choice from './Choice.svelte';
  import Key from './Key.svelte';
  import Stepper from './Stepper.svelte';

  /** What is that? A plant beside the path: looked up, looked at closer, noted. */
  let { phone }: { phone: Phone } = $props();
  let typed = $state('');
  let seen = $state<string[]>([]);
  let words = $state('');
  let slug = $state('');
  let weeks = $state(2);
  let stage = $state<Stage>();
  let amount = $state<Abundance>();
  let place = $state<{ longitude: number; latitude: number }>();
  let placeWords = $state('');
  let picture = $state.raw<Blob>();
  let pictureUrl = $state('');
  $effect(() => {
    pictureUrl = '';
    if (!picture) return;
    const reader = new FileReader();
    reader.onload = () => (pictureUrl = String(reader.result));
    reader.readAsDataURL(picture);
    return () => reader.abort();
  });
  async function photograph({ currentTarget: field }: Event & { currentTarget: HTMLInputElement }) {
    const [file] = field.files ?? [];
    if (file) picture = await madeSmall(file);
    field.value = '';
  }
  const found = $derived(
    typed.trim().length > 1 ? findTaxa(phone.library, { words: typed }).slice(0, 6) : []
  );
  const states = $derived.by(() => {
    const wanted = words.trim().toLowerCase();
    if (wanted.length < 2) return [];
    return phone.library.characters
      .flatMap((character) =>
        entriesOf(character).map(({ entry, label }) => ({ entry, label: `${character.name}: ${label}` }))
      )
      .filter(({ label }) => label.toLowerCase().includes(wanted))
      .slice(0, 8);
  });
  const look = $derived(seen.length > 0 ? phone.look(seen) : undefined);
  /** The likeliest, and whatever dangerous may be it, however unlikely. */
  const suspects = $derived(
    (look?.suspects ?? [])
      .filter(
        ({ taxon, probability }, i) =>
          (i < 4 && probability >= 0.02) || (isDangerous(taxon) && probability >= 0.004)
      )
      .slice(0, 9)
  );
  const percent = (p: number) => (p < 0.015 ? 'about 1 % or less' : `about ${Math.round(p * 100)} %`);
  const labelOf = (entry: string) => {
    const { name, label } = entryInWords(phone.library, entry);
    return `${name}: ${label}`;
  };
  const known = $derived(phone.library.taxa.get(slug));
  const stages = $derived(stageNames.filter((one) => known?.stages.has(one)));
  function lookAt(taxon: string) {
    slug = taxon;
    typed = '';
    stage = amount = undefined;
  }
  /** A plant that was opened from further down the screen is read from its name. */
  const toItsTop = (section: HTMLElement) => section.scrollIntoView({ block: 'start' });
  async function locate() {
    placeWords = 'Looking for the place …';
    place = undefined;
    const here = await whereIAm();
    if ('problem' in here) placeWords = here.problem;
    else {
      place = { longitude: here.longitude, latitude: here.latitude };
      placeWords = `Within ${Math.round(here.accuracy)} m.`;
    }
  }
  async function keepUnknown() {
    const name = suspects[0] ? `perhaps ${phone.nameOf(suspects[0].taxon.slug)}` : 'a plant nobody knew';
    if (
      await phone.tap(
        'unknown plant',
        { name, seen: seen.slice(0, 60), note: '', ...(place && { place }) },
        picture
      )
    ) {
      seen = [];
      picture = undefined;
    }
  }
  async function keepPatch() {
    if (!slug || !amount) return;
    // Where it was a while ago is another place.
    await locate();
    if (place && (await phone.tap('new patch', { taxon: slug, amount, place, note: '' }, picture))) {
      slug = '';
      picture = undefined;
    }
  }
  async function keepReady() {
    if (!slug || !stage) return;
    const patch = phone.pack.patches.find((one) => one.taxon === slug)?.id;
    if (
      await phone.tap(
        'nearly ready',
        {
          taxon: slug,
          stage,
          weeks,
          note: '',
          ...(patch && { patch }),
          ...(place && { place })
        },
        picture
      )
    ) {
      slug = '';
      picture = undefined;
    }
  }
</script>

<h1>What is that?</h1>
<label class="grid gap-1 font-strong">A name<input class="input text-[18px]" bind:value={typed} /></label>
{#each found as taxon (taxon.slug)}
  <Key
    title={phone.nameOf(taxon.slug)}
    does="{taxon.name}; {severityWords[worstSeverity(taxon)]}"
    look={isDangerous(taxon) ? 'danger' : 'open'}
    onclick={() => lookAt(taxon.slug)}
  />
{/each}
{#if known}
  {#key slug}<section
      class="grid scroll-mt-[100px] gap-3 border-[3px] border-ink p-3"
      aria-label={phone.nameOf(slug)}
      {@attach toItsTop}
    >
      <PlantInLibrary pack={phone.pack} library={phone.library} {slug} />
      <h3 class="flex items-center gap-2 text-[19px]"><Sprout size={24} aria-hidden="true" />Nearly ready</h3>
      <Choice
        legend="Which stage is coming?"
        options={stages.map((value) => ({ value, label: stageWord(known.group, value) }))}
        bind:value={stage}
      />
      <Stepper label="Weeks to go" less="A week less" more="A week more" most={26} bind:value={weeks} />
      <Key title="Keep it" look={stage ? 'next' : 'shut'} onclick={keepReady} />
      <h3 class="flex items-center gap-2 text-[19px]"><MapPin size={24} aria-hidden="true" />A new patch</h3>
      <Choice
        legend="How much stands there?"
        options={abundances.map((value) => ({ value, label: value }))}
        bind:value={amount}
      />
      <Key
        title="Keep this place as a patch"
        does={placeWords || 'the phone says where it is'}
        look={amount ? 'next' : 'shut'}
        onclick={keepPatch}
      />
      <Key title="Close" onclick={() => (slug = '')} />
    </section>{/key}
{/if}

<h2>What do you see?</h2>
<label class="grid gap-1 font-strong"
  >A sign, such as “white” or “umbel”<input class="input text-[18px]" bind:value={words} /></label
>
<div class="grid gap-2">
  {#each states as { entry, label } (entry)}
    <Key
      title={label}
      onclick={() => {
        seen = [...seen.filter((one) => one.split('~')[0] !== entry.split('~')[0]), entry];
        words = '';
      }}
    />
  {/each}
</div>
{#if seen.length > 0}
  <ul class="m-0 grid list-none gap-1 p-0">
    {#each seen as entry (entry)}<li class="flex items-center justify-between gap-3 border-b border-ink">
        <span>{labelOf(entry)}</span><button
          type="button"
          class="min-h-[56px] cursor-pointer underline"
          onclick={() => (seen = seen.filter((one) => one !== entry))}>take back</button
        >
      </li>{/each}
  </ul>
  {#if look}
    <p class="text-[19px] font-strong">
      {look.verdict === 'leave it'
        ? 'Leave it.'
        : look.verdict === 'contradicted'
          ? 'Something does not fit.'
          : 'Open: look on, and leave it.'}
    </p>
    <ul class="m-0 grid list-none gap-1 p-0">
      {#each suspects as { taxon, probability } (taxon.slug)}<li
          class={isDangerous(taxon) ? 'font-strong text-rosehip' : ''}
        >
          <button
            type="button"
            class="min-h-[56px] cursor-pointer text-left underline"
            onclick={() => lookAt(taxon.slug)}>{phone.nameOf(taxon.slug)}</button
          >, {percent(probability)}{isDangerous(taxon) ? ', dangerous' : ''}
        </li>{/each}
      <li>something not on this list, {percent(look.other)}</li>
    </ul>
    {#if look.next[0]}<p>
        Look next at: {look.next[0].character.name.toLowerCase()}. {look.next[0].character.look}
      </p>{/if}
  {/if}
  <Key title="Keep it as a find" does="what was seen goes with it" look="next" onclick={keepUnknown} />
{/if}
<label
  class="flex min-h-[64px] cursor-pointer focus-within:outline-[3px] items-center gap-3 rounded-[4px] border-[3px] border-ink px-4 py-2"
  >{#if pictureUrl}<img src={pictureUrl} alt="What goes along" class="h-14 w-14 object-cover" />{:else}<Camera
      size={28}
      class="shrink-0"
      aria-hidden="true"
    />{/if}<span class="min-w-0 flex-1 leading-6"
    ><strong class="text-[19px]">{picture ? 'Another picture' : 'A picture'}</strong><br /><span
      class="text-[16px]"
      >laid on plain ground, with a coin beside it; goes with what is kept next; no people in it</span
    ></span
  ><input type="file" accept="image/*" capture="environment" class="sr-only" onchange={photograph} /></label
>
{#if picture}<Key title="Without the picture" onclick={() => (picture = undefined)} />{/if}
<Key
  title="This place"
  does={placeWords || 'by the phone, for what is kept next'}
  icon={LocateFixed}
  onclick={locate}
/>
