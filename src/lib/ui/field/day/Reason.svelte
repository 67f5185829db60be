<script lang="ts">
  /** A reason in a few words: the usual ones by one tap, or written. */
  interface Props {
    label: string;
    usual?: readonly string[];
    value: string;
  }
  let { label, usual = [], value = $bindable() }: Props = $props();
  const id = $props.id();
</script>

<div class="grid gap-2">
  <label for={id} class="font-strong">{label}</label>
  {#if usual.length > 0}
    <div class="flex flex-wrap gap-2">
      {#each usual as words, nth (nth)}
        <button
          type="button"
          aria-pressed={value === words}
          class={[
            'min-h-[56px] cursor-pointer rounded-[4px] border-[3px] border-ink px-3 text-[16px]',
            value === words && 'bg-ink text-paper'
          ]}
          onclick={() => (value = value === words ? '' : words)}>{words}</button
        >
      {/each}
    </div>
  {/if}
  <textarea {id} class="textarea py-2 text-[17px]" rows="2" maxlength="300" bind:value></textarea>
</div>
