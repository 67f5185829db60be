<script lang="ts" generics="T extends string | boolean">
  /**
   * One of a few, by one tap; what is chosen is filled. With `onchoose` it shows what was kept, which may be another:
   * a rule may have refused what was tapped.
   */
  interface Props {
    legend: string;
    options: readonly { readonly value: T; readonly label: string }[];
    value: T | undefined;
    onchoose?: (value: T) => void;
    isLegendShown?: boolean;
  }
  let { legend, options, value = $bindable(), onchoose, isLegendShown = true }: Props = $props();
</script>

<fieldset>
  <legend class={isLegendShown ? 'mb-1 font-strong' : 'sr-only'}>{legend}</legend>
  <div class="flex flex-wrap gap-2">
    {#each options as option (option.value)}
      <button
        type="button"
        aria-pressed={value === option.value}
        class={[
          'min-h-[56px] grow cursor-pointer rounded-[4px] border-[3px] border-ink px-3 text-[17px] font-strong',
          value === option.value && 'bg-ink text-paper'
        ]}
        onclick={() => (onchoose ? onchoose(option.value) : (value = option.value))}>{option.label}</button
      >
    {/each}
  </div>
</fieldset>
