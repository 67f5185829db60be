<script lang="ts">
  import Textures from './Textures.svelte';

  const id = $props.id();
  const stages = [
    ['leaf', 'shoot, leaf'],
    ['bud', 'bud'],
    ['flower', 'flower'],
    ['fruit', 'fruit, seed'],
    ['winter', 'winter']
  ] as const;
</script>

<div class="fine">
  <Textures {id} />
  <p class="text-ink-2">
    The fuller the band, the likelier the stage. Green is worth a stop; it speaks of the stage, not of safety.
  </p>
  <div class="mt-2 grid grid-cols-2 gap-x-5 gap-y-1.5">
    {#each stages as [texture, label] (texture)}
      <span class="flex items-center gap-2.5"
        ><svg width="40" height="17" aria-hidden="true"
          ><rect
            width="40"
            height="17"
            fill="url(#{id}-{texture}-{texture === 'leaf' ? 'moss' : 'grey'})"
          /></svg
        >{label}</span
      >
    {/each}
    <span class="flex items-center gap-2.5"
      ><svg width="40" height="17" aria-hidden="true"
        ><path d="M0 8.5H40" stroke="currentColor" stroke-width="3" /></svg
      >lookalike is up</span
    >
    <span class="flex items-center gap-2.5"
      ><svg width="40" height="17" aria-hidden="true"
        ><rect
          x="0.6"
          y="2"
          width="38.8"
          height="12"
          fill="url(#{id}-untold)"
          stroke="var(--color-rosehip)"
          stroke-width="1.2"
        /></svg
      >cannot be told apart</span
    >
    <span class="flex items-center gap-2.5"
      ><svg width="40" height="17" aria-hidden="true"
        ><path d="M12 3V14" stroke="currentColor" stroke-width="2.6" /><circle
          cx="27"
          cy="8.5"
          r="3.4"
          fill="none"
          stroke="currentColor"
          stroke-width="1.8"
        /></svg
      >seen; not yet, or over</span
    >
  </div>
</div>
