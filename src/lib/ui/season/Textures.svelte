<script lang="ts">
  /** The textures of a season strip, in moss where a stage is worth a stop and in grey elsewhere. */
  interface Props {
    id: string;
  }
  let { id }: Props = $props();
  const colours = [
    { name: 'moss', ink: 'var(--color-moss)' },
    { name: 'grey', ink: 'var(--ink-3)' }
  ];
</script>

<svg width="0" height="0" class="absolute" aria-hidden="true">
  <defs>
    {#each colours as { name, ink } (name)}
      <pattern id="{id}-leaf-{name}" width="3.4" height="10" patternUnits="userSpaceOnUse"
        ><path d="M1.2 0V10" stroke={ink} stroke-width="2" /></pattern
      >
      <pattern id="{id}-bud-{name}" width="7" height="5" patternUnits="userSpaceOnUse"
        ><path d="M0.5 1.2h4M4 3.7h3M0 3.7h1" stroke={ink} stroke-width="1.3" /></pattern
      >
      <pattern id="{id}-flower-{name}" width="7.2" height="7.2" patternUnits="userSpaceOnUse"
        ><circle cx="1.8" cy="1.8" r="1.6" fill={ink} /><circle
          cx="5.4"
          cy="5.4"
          r="1.6"
          fill={ink}
        /></pattern
      >
      <pattern
        id="{id}-fruit-{name}"
        width="4.6"
        height="10"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(35)"><path d="M1 0V10" stroke={ink} stroke-width="1.9" /></pattern
      >
      <pattern id="{id}-winter-{name}" width="9" height="9" patternUnits="userSpaceOnUse"
        ><path d="M2 0V9" stroke={ink} stroke-width="1" /></pattern
      >
    {/each}
    <pattern
      id="{id}-untold"
      width="5"
      height="10"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(35)"
      ><path d="M1 0V10" stroke="var(--color-rosehip)" stroke-width="1.7" /></pattern
    >
  </defs>
</svg>
