<script lang="ts">
  import { fieldsAround } from './fields';

  /** Habitats to be ticked, those of a site or of one patch, in the form around them. */
  interface Props {
    readonly legend: string;
    /** What ticking them does. */
    readonly note: string;
    readonly habitats: readonly string[];
  }
  let { legend, note, habitats }: Props = $props();
  const { form } = fieldsAround('habitats')!;
</script>

<fieldset class="@container">
  <legend class="note font-strong">{legend}</legend>
  <p class="fine text-ink-2">{note}</p>
  <div class="mt-1 grid grid-cols-2 gap-x-4 @md:grid-cols-3">
    {#each habitats as habitat (habitat)}<label class="note flex min-h-9 items-center gap-2"
        ><input
          type="checkbox"
          class="checkbox"
          name="habitats"
          value={habitat}
          bind:group={$form.habitats as string[]}
        />{habitat}</label
      >{/each}
  </div>
</fieldset>
