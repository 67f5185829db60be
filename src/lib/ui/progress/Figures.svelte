<script lang="ts">
  import { written } from '$core/learning';
  import WideTable from '$lib/ui/WideTable.svelte';

  /** Measures of pairs for who asks for them; the tables say the same in words. */
  interface Props {
    rows: readonly {
      readonly name: string;
      readonly stage: string;
      readonly discrimination: number | undefined;
      readonly criterion: number | undefined;
    }[];
  }
  let { rows }: Props = $props();
  const number = (value: number | undefined) => (value === undefined ? '—' : written(value, 1));
</script>

<details>
  <summary class="cursor-pointer font-strong text-moss">The figures</summary>
  <WideTable label="Figures of the pairs">
    <table class="ruled mt-2">
      <thead
        ><tr
          ><th scope="col">pair</th><th scope="col">stage</th><th scope="col" class="!text-right">d′</th><th
            scope="col"
            class="!text-right">c</th
          ></tr
        ></thead
      >
      <tbody>
        {#each rows as row, nth (nth)}<tr
            ><td>{row.name}</td><td>{row.stage}</td><td class="!text-right">{number(row.discrimination)}</td
            ><td class="!text-right">{number(row.criterion)}</td></tr
          >{/each}
      </tbody>
    </table>
  </WideTable>
  <p class="fine mt-2 max-w-prose text-ink-2">
    d′ is how far apart a pair is kept: 0 is guessing, 1 is about seven answers in ten right, 2 about five in
    six. c above 0 leans towards gathering, below 0 towards leaving. ‘Up to’ in the tables is the upper end of
    the one-sided 95 % Wilson interval: few answers say little.
  </p>
</details>
