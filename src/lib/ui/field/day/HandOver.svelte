<script lang="ts">
  import {
    type Handover,
    type PackPatch,
    handoverCode,
    mostInCode,
    nextNumber,
    readHandover
  } from '$core/field';
  import type { Phone } from '../phone.svelte';
  import Key from './Key.svelte';

  /** A share goes to another phone by a code, and one comes from another. */
  interface Props {
    phone: Phone;
    patch: PackPatch;
    part: string;
    /** What this phone may still count. */
    room: number | undefined;
  }
  let { phone, patch, part, room }: Props = $props();
  const { day, pack } = $derived(phone);
  let typed = $state('');
  let codeProblem = $state('');
  let give = $state(5);
  let to = $state(0);
  let code = $state('');

  async function handOver() {
    const number = nextNumber(pack.phone, day.events);
    if (number === undefined) phone.said = 'This phone has made a hundred codes, as many as there are.';
    if (number === undefined || !to) return;
    const given = { patch: patch.id, part, pieces: give, number };
    if (await phone.tap('handed over', { ...given, to }))
      code = handoverCode(pack, { ...given, from: pack.phone, to });
  }
  /** What was typed, as a code of this walk for this phone. */
  function readTyped(): Handover | undefined {
    const read = readHandover(pack, typed, day.events);
    codeProblem = typeof read === 'string' ? read : '';
    return typeof read === 'string' ? undefined : read;
  }
  async function takeOver() {
    const read = readTyped();
    if (!read) return;
    const { to: _, ...given } = read;
    if (await phone.tap('taken over', given)) typed = '';
  }
  /** A code that is not needed goes back to its giver, once both phones have had network. */
  async function giveUp() {
    const read = readTyped();
    if (read && (await phone.tap('code given up', { from: read.from, number: read.number }))) typed = '';
  }
</script>

<details class="border-t-[3px] border-ink">
  <summary class="unfolds">Hand a share over, or take one over</summary>
  <div class="grid gap-3 pb-3">
    <div class="flex flex-wrap items-end gap-3">
      <label class="grid flex-1 gap-1 font-strong"
        >Pieces<input
          type="number"
          class="input"
          min="1"
          max={Math.min(mostInCode, room ?? 0)}
          bind:value={give}
        /></label
      >
      <label class="grid flex-1 gap-1 font-strong"
        >To phone<select class="select" bind:value={to}
          ><option value={0}>choose</option
          >{#each Array.from({ length: pack.phones }, (_, i) => i + 1).filter((one) => one !== pack.phone) as one (one)}<option
              value={one}>{one}</option
            >{/each}</select
        ></label
      >
    </div>
    <Key
      title="Hand over"
      does="this phone’s share falls at once"
      look={to && give > 0 ? 'next' : 'shut'}
      onclick={handOver}
    />
    {#if code}<p class="text-center">
        Type on phone {to}:<br /><strong class="text-[28px] tracking-wide">{code}</strong>
      </p>{/if}
    <label class="grid gap-1 font-strong"
      >A code from another phone<input
        class="input text-[20px]"
        inputmode="numeric"
        autocomplete="off"
        maxlength="20"
        bind:value={typed}
      /></label
    >
    {#if codeProblem}<p role="alert" class="font-strong text-rosehip">{codeProblem}</p>{/if}
    <Key title="Take over" look={typed ? 'next' : 'shut'} onclick={takeOver} />
    <Key
      title="Give it up"
      does="its pieces go back to the phone that made it"
      look={typed ? 'open' : 'shut'}
      onclick={giveUp}
    />
  </div>
</details>
