<script lang="ts" generics="T extends string">
  import { shortcutPlace } from '$lib/ui/shortcut';
  import type Leaf from '@lucide/svelte/icons/leaf';

  interface Props {
    legend: string;
    options: readonly {
      readonly value: T;
      readonly title: string;
      readonly does?: string;
      readonly icon?: typeof Leaf;
    }[];
    value: T | undefined;
  }
  let { legend, options, value = $bindable() }: Props = $props();

  function onkeydown(event: KeyboardEvent) {
    value = options[shortcutPlace(event) ?? -1]?.value ?? value;
  }
</script>

<svelte:window {onkeydown} />
<fieldset class="grid gap-2">
  <legend class="mb-1 font-strong">{legend}</legend>
  {#each options as option, i (option.value)}
    {@const Icon = option.icon}
    <button
      type="button"
      aria-pressed={value === option.value}
      onclick={() => (value = option.value)}
      class={[
        'flex min-h-[48px] cursor-pointer items-center gap-3 rounded-[3px] border-[1.5px] px-3 py-1 text-left',
        value === option.value ? 'border-ink bg-ink text-base-200' : 'border-rule-strong'
      ]}
    >
      {#if Icon}<Icon size={19} class="shrink-0" aria-hidden="true" />{/if}<span class="flex-1 leading-5"
        ><strong class={option.does ? '' : 'font-[550]'}>{option.title}</strong>{#if option.does}<br /><span
            class="fine">{option.does}</span
          >{/if}</span
      ><kbd class="fine hidden rounded border border-current px-1.5 lg:inline">{i + 1}</kbd>
    </button>
  {/each}
</fieldset>
