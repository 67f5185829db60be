<script lang="ts">
  import PhoneIcon from '@lucide/svelte/icons/phone';
  import type { EmergencyNumber } from '$core/walk';

  /** Whom to call, the first above all. */
  let { numbers }: { numbers: readonly EmergencyNumber[] } = $props();
</script>

<div class="grid gap-2">
  {#each numbers as { label, number }, i (i)}
    <a
      href="tel:{number.replaceAll(/[^+0-9]/g, '')}"
      class={[
        'flex min-h-[64px] items-center gap-3 rounded-[4px] border-[3px] px-4 no-underline',
        i === 0 ? 'border-rosehip bg-rosehip text-paper' : 'border-ink'
      ]}
      ><PhoneIcon size={28} class="shrink-0" aria-hidden="true" /><span class="leading-6"
        ><strong class="text-[20px]">{number}</strong><br />{label}</span
      ></a
    >
  {/each}
</div>
