<script lang="ts">
  import FileDown from '@lucide/svelte/icons/file-down';
  import FileUp from '@lucide/svelte/icons/file-up';
  import Image from '@lucide/svelte/icons/image';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import { counted, dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import Notice from '$lib/ui/Notice.svelte';

  let { data, form } = $props();
  const kindWords = {
    choice: 'choosing',
    spot: 'a place on its picture',
    order: 'putting in order',
    typed: 'typing'
  } as const;
  let sought = $state('');
  const listed = $derived(
    data.questions.filter(({ name, asks }) =>
      `${name} ${asks}`.toLowerCase().includes(sought.trim().toLowerCase())
    )
  );
  const taken = $derived(form && 'taken' in form ? form.taken : undefined);
</script>

<svelte:head><title>Questions of our own · Good Trail</title></svelte:head>
<p class="note"><a href="/quizzes">Quizzes</a></p>
<h1>Questions of our own</h1>
<p class="max-w-prose text-ink-2">
  What the drawn drills do not ask: your ground, your rules, your photographs. A quiz takes them in by a tick.
</p>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if taken}
  <Notice kind={taken.added > 0 ? 'done' : 'problem'}
    >{taken.added === 0 ? 'None came in.' : `${counted(taken.added, 'question')} came in.`}
    {taken.left.length > 0 ? `${taken.left.length} stayed outside:` : ''}</Notice
  >
  {#if taken.left.length > 0}<ul class="note mt-1 max-w-prose">
      {#each taken.left as one, i (i)}<li><strong>{one.what}</strong>: {one.why}</li>{/each}
    </ul>{/if}
{/if}
<div class="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_300px]">
  <div>
    <div class="flex flex-wrap items-center gap-4">
      <a href="/quizzes/questions/new" class="btn btn-primary"
        ><Plus size={17} aria-hidden="true" />Write one</a
      >
      {#if data.questions.length > 5}<label class="flex items-center gap-2"
          ><span class="note">Find</span><input type="search" class="input" bind:value={sought} /></label
        >{/if}
    </div>
    <ul class="m-0 mt-4 list-none p-0">
      {#each listed as one (one.id)}
        <li class="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-rule py-3">
          <div class="min-w-[240px] flex-1">
            <h2>
              <a href="/quizzes/questions/{one.id}" class="underline decoration-rule underline-offset-4"
                >{one.name}</a
              >
            </h2>
            <p class="line-clamp-2">{one.asks}</p>
            <p class="note text-ink-2">
              {#if one.hasPicture}<Image
                  size={15}
                  class="mr-1 inline"
                  aria-label="with a picture"
                />{/if}{kindWords[one.kind]}{one.right ? ` · right: ${one.right}` : ''} · {one.madeBy}, {dayAndMonth(
                one.changedOn
              )}
            </p>
          </div>
          <form method="POST" action="?/remove" use:enhance>
            <input type="hidden" name="id" value={one.id} />
            <button class="btn btn-line btn-sm btn-square" aria-label="Take out: {one.name}"
              ><Trash2 size={16} aria-hidden="true" /></button
            >
          </form>
        </li>
      {:else}<li class="text-ink-2">
          {data.questions.length === 0
            ? 'None yet. Write the first one, or bring some from another program.'
            : 'None with these words.'}
        </li>{/each}
    </ul>
  </div>
  <aside class="grid content-start gap-6 lg:border-l lg:border-rule lg:pl-6">
    <form
      method="POST"
      action="?/takeIn"
      enctype="multipart/form-data"
      use:enhance
      class="grid content-start gap-3"
    >
      <h2>From another program</h2>
      <p class="note text-ink-2">
        A package or an item of IMS QTI 3.0 (choice, hot spot, order, text entry), or a table as it is written
        below. What cannot be asked here stays outside, with the reason.
      </p>
      <input
        type="file"
        name="file"
        accept=".zip,.xml,.csv"
        class="file-input"
        aria-label="File with questions"
      />
      <button class="btn btn-line"><FileUp size={17} aria-hidden="true" />Bring them in</button>
    </form>
    {#if data.questions.length > 0}
      <section class="grid gap-2">
        <h2>To another program</h2>
        <p class="note text-ink-2">With what is right in it: not for those who are to answer.</p>
        <a href="/quizzes/questions/package" class="btn btn-line" data-sveltekit-reload
          ><FileDown size={17} aria-hidden="true" />QTI 3.0 package</a
        >
        <a href="/quizzes/questions/table" class="btn btn-line" data-sveltekit-reload
          ><FileDown size={17} aria-hidden="true" />Table (CSV)</a
        >
      </section>
    {/if}
  </aside>
</div>
