<script lang="ts">
  /** Places of the glossary to tick. */
  interface Props {
    legend: string;
    habitats: readonly { readonly slug: string; readonly label: string }[];
    ticked: string[];
    problems?: readonly string[] | undefined;
  }
  let { legend, habitats, ticked = $bindable(), problems }: Props = $props();
</script>

<fieldset class="sm:col-span-2">
  <legend class="note font-strong">{legend}</legend>
  <div class="grid sm:grid-cols-3">
    {#each habitats as one (one.slug)}<label class="flex min-h-10 items-center gap-3"
        ><input
          type="checkbox"
          name="habitats"
          value={one.slug}
          bind:group={ticked}
          class="checkbox border-rule-strong"
        />{one.label}</label
      >{/each}
  </div>
  {#if problems}<p class="fine font-strong text-rosehip">{problems.join(' ')}</p>{/if}
</fieldset>
