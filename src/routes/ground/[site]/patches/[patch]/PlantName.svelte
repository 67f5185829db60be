<script lang="ts">
  import { enhance as plainEnhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { longDate } from '$core/words';
  import Relied from './Relied.svelte';
  import type { ActionData, PageData } from './$types';

  /** What a patch was taken for before, and that it is another plant. */
  let { data, form }: { data: PageData; form: ActionData } = $props();
</script>

<section class="border-t border-rule pt-4">
  <h2>Its name</h2>
  {#each data.renamings as one, i (i)}
    <div class="mt-1 border-l-4 border-ochre pl-3">
      <p>
        Until {longDate(one.on)} it was taken for <strong>{one.oldName}</strong>; it is
        <strong>{one.newName}</strong>: {one.reason} ({one.renamedBy}).
      </p>
      <Relied relied={one.relied} />
    </div>
  {/each}
  {#if form && 'rename' in form && form.rename && 'problem' in form.rename}<Notice kind="problem"
      >{form.rename.problem}</Notice
    >{/if}
  {#if form && 'rename' in form && form.rename && 'done' in form.rename}<Notice kind="done"
      >{form.rename.done}</Notice
    >{/if}
  {#if data.mayEdit}
    <details class="mt-2">
      <summary class="cursor-pointer">It is another plant</summary>
      <Relied relied={data.relied} />
      <form method="POST" action="?/rename" use:plainEnhance class="mt-2 grid gap-2">
        <label
          ><span class="font-strong">It is</span><select name="taxon" class="select">
            {#each data.taxa as one (one.value)}<option
                value={one.value}
                selected={one.value === data.patch.taxon}>{one.label}</option
              >{/each}
          </select></label
        >
        <label
          ><span class="font-strong">What showed it</span><input
            name="reason"
            class="input"
            maxlength="300"
          /></label
        >
        <button class="btn btn-line justify-self-start">Rename it</button>
      </form>
    </details>
  {/if}
</section>
