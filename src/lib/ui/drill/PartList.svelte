<script lang="ts">
  interface Props {
    parts: readonly { readonly id: number; readonly label: string }[];
    part: number | undefined;
    onchoose: (id: number) => void;
  }
  let { parts, part, onchoose }: Props = $props();
</script>

<!-- For keyboards and readers: what a tap on the picture does for others. -->
<details class="note">
  <summary class="min-h-8 cursor-pointer">Choose the part from a list</summary>
  <div class="mt-2 flex flex-wrap gap-2">
    {#each parts as one (one.id)}<button
        type="button"
        aria-pressed={part === one.id}
        onclick={() => onchoose(one.id)}
        class={[
          'min-h-9 cursor-pointer rounded-[3px] border px-2',
          part === one.id ? 'border-ink bg-ink text-base-200' : 'border-rule-strong'
        ]}>{one.label}</button
      >{/each}
  </div>
</details>
