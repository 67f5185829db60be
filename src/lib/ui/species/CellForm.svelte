<script lang="ts">
  import type { Snippet } from 'svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  /** A cell of a taxon with its words; opened, a form to correct it. */
  interface Props {
    title: string;
    words: string;
    path: string;
    /** Hash of the value that the editor sees; empty where there is none. */
    seen: string;
    isOwn?: boolean;
    /** Belongs to a list: an item may be taken away. */
    list?: string;
    result: { form?: string; problem?: string; said?: string; current?: string } | null | undefined;
    children: Snippet;
    /** A new entry rather than a correction. */
    isNew?: boolean;
  }
  let { title, words, path, seen, isOwn = false, list, result, children, isNew = false }: Props = $props();
  const form = $derived(isNew ? `new ${list}` : path);
  const mine = $derived(result?.form === form ? result : undefined);
  // After a conflict the editor has seen what stands there now.
  const known = $derived(mine?.current ?? seen);
</script>

<details class="border-b border-rule" open={Boolean(mine?.problem)}>
  <summary
    class="grid min-h-10 cursor-pointer list-none grid-cols-[minmax(0,11rem)_minmax(0,1fr)] items-baseline gap-x-4 py-2 max-sm:grid-cols-1"
  >
    <span class="font-strong">{title}</span>
    <span class={words === 'not known' ? 'text-ink-3 italic' : ''}
      >{words}{#if isOwn}<span class="fine block text-tide">corrected by your school</span>{/if}</span
    >
  </summary>
  {#if mine?.problem}<Notice kind="problem">{mine.problem}</Notice>{/if}
  <form
    method="POST"
    action="?/save"
    use:enhance={() =>
      ({ update }) =>
        update({ reset: isNew })}
    class="pb-3"
  >
    <input type="hidden" name="form" value={form} />
    <input type="hidden" name="path" value={path} />
    <input type="hidden" name="seen" value={known} />
    {#if list}<input type="hidden" name="list" value={list} />{/if}
    {@render children()}
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <label class="w-full max-w-[340px]"
        ><span class="note text-ink-2">Why (kept in the history)</span><input
          name="reason"
          class="input"
          maxlength="300"
        /></label
      >
      <button class="btn btn-primary">{isNew ? 'Add' : 'Save'}</button>
      {#if list && !isNew}<button class="btn btn-line" formaction="?/remove">Take away</button>{/if}
      {#if isOwn && !isNew}<button class="btn btn-line" formaction="?/withdraw">Back to the release</button
        >{/if}
    </div>
  </form>
</details>
