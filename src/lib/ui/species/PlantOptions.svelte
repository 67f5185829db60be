<script lang="ts">
  import type { Taxon } from '$core/knowledge';
  import { stageWord } from '$core/words';

  /** Every plant at each of its stages, as options of a select: the value is taxon~stage. */
  interface Props {
    choices: readonly {
      readonly slug: string;
      readonly group: Taxon['group'];
      readonly name: string;
      readonly stages: readonly string[];
    }[];
  }
  let { choices }: Props = $props();
</script>

{#each choices as choice (choice.slug)}
  {#each choice.stages as stage (stage)}<option value="{choice.slug}~{stage}"
      >{choice.name}, {stageWord(choice.group, stage)}</option
    >{/each}
{/each}
