<script lang="ts">
  import type { Company, LearnedPace } from '$core/route';

  /** What is believed of a group's pace before a walk and with it: the middle and the 80 % range, on one scale. */
  interface Props {
    before: LearnedPace;
    after: LearnedPace;
    company: Company;
    rule: string;
  }
  let { before, after, company, rule }: Props = $props();
  /** On the flat, by Naismith’s 5 km/h. */
  const kilometres = (factor: number) => 5 / factor;
  const [low, high] = [0.8, 4];
  const x = (factor: number) => 6 + 88 * Math.min(1, Math.max(0, (kilometres(factor) - low) / (high - low)));
  const rows = $derived([
    {
      label: before.legs > 0 ? `before, from ${before.legs} legs` : 'before, as usual',
      pace: before,
      tone: 'text-ink-2'
    },
    { label: `with this walk, ${after.legs} legs`, pace: after, tone: 'text-moss' }
  ]);
</script>

<div class="mt-3 grid gap-2">
  <p class="note text-ink-2">
    {company === 'adults' ? 'Groups of adults' : 'Groups with children'} on the flat, by {rule}: kilometres an
    hour, with the range that holds four times of five.
  </p>
  {#each rows as { label, pace, tone } (label)}
    <div class="grid grid-cols-[150px_minmax(0,1fr)_120px] items-center gap-3">
      <span class="note">{label}</span>
      <svg
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        height="18"
        class={['w-full', tone]}
        aria-hidden="true"
      >
        <line x1="6" x2="94" y1="5" y2="5" stroke="var(--rule)" stroke-width="0.6" />
        <rect
          x={x(pace.high)}
          width={Math.max(0.5, x(pace.low) - x(pace.high))}
          y="3"
          height="4"
          fill="currentColor"
          opacity="0.35"
        />
        <rect x={x(pace.factor) - 0.5} width="1" y="1" height="8" fill="currentColor" />
      </svg>
      <span class="note"
        ><strong>{kilometres(pace.factor).toFixed(1)}</strong> ({kilometres(pace.high).toFixed(
          1
        )}–{kilometres(pace.low).toFixed(1)})</span
      >
    </div>
  {/each}
</div>
