<script lang="ts">
  /** The two fields by which taxa are found everywhere. */
  interface Props {
    label: string;
    query: { readonly words: string; readonly family: string };
    families: readonly { readonly name: string; readonly english: string }[];
    apply: (after?: number) => void;
  }
  let { label, query, families, apply }: Props = $props();
</script>

<label class="col-span-2 lg:col-span-1"
  ><span class="note font-strong">{label}</span><input
    type="search"
    name="words"
    class="input"
    value={query.words}
    oninput={() => apply(250)}
  /></label
>
<label
  ><span class="note font-strong">Family</span><select
    name="family"
    class="select"
    value={query.family}
    onchange={() => apply()}
    ><option value="">any</option>{#each families as one, nth (nth)}<option value={one.name}
        >{one.english}</option
      >{/each}</select
  ></label
>
