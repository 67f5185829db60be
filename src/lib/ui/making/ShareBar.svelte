<script lang="ts">
  /** Shares of a whole as one bar: what is there in ink, what is on the way lighter. */
  interface Props {
    /** 0–1 of the whole; what is more is cut off. */
    share: number;
    coming?: number;
    label: string;
  }
  let { share, coming = 0, label }: Props = $props();
  const there = $derived(Math.min(1, Math.max(0, share)) * 200);
  const next = $derived(Math.min(200 - there, Math.max(0, coming) * 200));
</script>

<svg
  viewBox="0 0 200 8"
  preserveAspectRatio="none"
  class="block h-3 w-full border border-ink"
  role="img"
  aria-label={label}
>
  <rect width={there} height="8" class="fill-ink" />
  <rect x={there} width={next} height="8" class="fill-ink-3" />
</svg>
