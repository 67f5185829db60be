<script lang="ts">
  import type { Snippet } from 'svelte';

  /** One of several that may be chosen together; what is chosen is filled. */
  interface Props {
    isOn: boolean;
    isDanger?: boolean;
    disabled?: boolean;
    onclick: () => void;
    children: Snippet;
  }
  let { isOn, isDanger = false, disabled = false, onclick, children }: Props = $props();
</script>

<button
  type="button"
  aria-pressed={isOn}
  {disabled}
  class={[
    'min-h-[56px] w-full cursor-pointer rounded-[4px] border-[3px] px-3 py-1 text-left text-[17px] leading-6',
    isDanger ? 'border-rosehip' : 'border-ink',
    isOn ? (isDanger ? 'bg-rosehip text-paper' : 'bg-ink text-paper') : isDanger && 'text-rosehip'
  ]}
  {onclick}>{@render children()}</button
>
