<script lang="ts">
  /** A number by two keys. */
  interface Props {
    label: string;
    /** What the keys say to who hears them. */
    less: string;
    more: string;
    value: number;
    least?: number;
    most?: number;
    step?: number;
    onmore?: () => void;
  }
  let {
    label,
    less,
    more,
    value = $bindable(),
    least = 0,
    most = Infinity,
    step = 1,
    onmore
  }: Props = $props();
  const look = 'btn btn-line min-w-[64px] text-[22px]';
</script>

<div class="flex items-center gap-3">
  <span class="flex-1 font-strong">{label}</span>
  <button type="button" class={look} aria-label={less} onclick={() => (value = Math.max(least, value - step))}
    >−</button
  >
  <strong class="min-w-[48px] text-center text-[26px]">{value}</strong>
  <button
    type="button"
    class={look}
    aria-label={more}
    onclick={() => {
      value = Math.min(most, value + step);
      onmore?.();
    }}>+</button
  >
</div>
