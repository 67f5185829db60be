<script lang="ts">
  import Phone from '@lucide/svelte/icons/phone-call';
  import { illness } from '$core/walk';
  import type { EmergencyHelp } from '$lib/server/walk/emergency';

  /** One tap from every page of a walk: whom to call, where help gets to, what to do first. */
  interface Props {
    readonly help: EmergencyHelp;
  }
  let { help }: Props = $props();
</script>

<details
  class="no-print mt-2 w-full border-2 border-rosehip sm:absolute sm:right-0 sm:top-0 sm:mt-0 sm:w-auto"
  name="emergency"
>
  <summary
    class="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3 px-3 font-strong text-rosehip sm:min-h-9"
  >
    <Phone size={18} aria-hidden="true" />In an emergency
    {#if help.numbers[0]}<span class="ml-auto tabular-nums sm:ml-3">{help.numbers[0].number}</span>{/if}
  </summary>
  <div
    class="grid gap-x-8 gap-y-3 px-3 py-3 sm:absolute sm:-right-0.5 sm:top-full sm:z-[1200] sm:w-[620px] sm:max-w-[90vw] sm:grid-cols-2 sm:border-2 sm:border-rosehip sm:bg-base-100"
  >
    <div>
      {#each help.numbers as { label, number }, i (i)}<p class="flex flex-wrap items-baseline gap-x-2">
          <span class="text-ink-2">{label}</span><a
            href="tel:{number.replace(/[^+0-9]/g, '')}"
            class="py-1 text-[20px] font-strong text-ink underline underline-offset-4">{number}</a
          >
        </p>{:else}<p class="font-strong text-rosehip">No emergency numbers are written down yet.</p>{/each}
      {#if help.signal}<p class="note mt-1 text-ink-2">Signal: {help.signal}</p>{/if}
    </div>
    <div>
      <p class="note text-ink-2">An ambulance gets to</p>
      {#each help.access as line, i (i)}<p class="font-strong">{line}</p>{:else}<p>
          Not described yet.
        </p>{/each}
      {#if help.meeting}<p class="note mt-1 text-ink-2">The group meets at {help.meeting}</p>{/if}
    </div>
    <p class="note sm:col-span-2">{illness.eaten}</p>
    <p class="note sm:col-span-2">{illness.sap} {illness.eye}</p>
  </div>
</details>
