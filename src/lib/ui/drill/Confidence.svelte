<script lang="ts">
  import { shortcut } from '$lib/ui/shortcut';
  import Check from '@lucide/svelte/icons/check';
  import { type Confidence, confidences } from '$core/learning';

  interface Props {
    value: Confidence | undefined;
    /** Keys that choose, where they are free. */
    keys?: readonly string[];
  }
  let { value = $bindable(), keys = [] }: Props = $props();

  function onkeydown(event: KeyboardEvent) {
    value = confidences[keys.indexOf(shortcut(event) ?? '')] ?? value;
  }
</script>

<svelte:window {onkeydown} />
<!-- Three marks along a line: what is said is compared with what comes of it. -->
<fieldset>
  <legend class="mb-1 font-strong">How sure?</legend>
  <div class="relative grid grid-cols-3">
    <span
      class="absolute top-[13px] right-[16.6%] left-[16.6%] h-0 border-t-[1.5px] border-ink"
      aria-hidden="true"
    ></span>
    {#each confidences as one, i (one)}
      <label class="relative grid min-h-11 cursor-pointer justify-items-center gap-1">
        <input type="radio" name="confidence" value={one} bind:group={value} class="peer sr-only" />
        <span
          class={[
            'mt-[3px] grid h-[21px] w-[21px] place-items-center rounded-full border-2 border-ink outline-offset-2 peer-focus-visible:outline-[3px] peer-focus-visible:outline-ink',
            value === one ? 'bg-ink text-plate' : 'bg-paper'
          ]}
          >{#if value === one}<Check size={13} strokeWidth={3} aria-hidden="true" />{/if}</span
        >
        <span class={['note whitespace-nowrap', value === one ? 'font-strong' : '']}
          >{one}{#if keys[i]}<kbd class="fine ml-1 hidden text-ink-3 lg:inline">{keys[i]}</kbd>{/if}</span
        >
      </label>
    {/each}
  </div>
</fieldset>
