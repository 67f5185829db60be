<script lang="ts">
  import GitMerge from '@lucide/svelte/icons/git-merge';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { counted, dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
</script>

<svelte:head><title>Changes · Good Trail</title></svelte:head>
<h1>Changes{data.taxon ? ` of ${data.taxon.name}` : ''}</h1>
<p class="max-w-prose text-ink-2">
  What your school has corrected in “{data.release}”: {counted(data.version, 'change')} so far. The release itself
  stays as it is, and an upgrade keeps your corrections.
  {#if data.taxon}<a href="/species/changes">All changes</a>{/if}
</p>
{#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{:else if form?.said}<Notice kind="done"
    >{form.said}</Notice
  >{/if}

{#if data.newer}
  <section class="mt-4 border-l-[3px] border-tide pl-3">
    <p>
      <strong>A newer release is here: “{data.newer.name}”.</strong>
      {counted(data.newer.changed, 'cell differs', 'cells differ')} from yours. Your corrections are kept{data
        .newer.toDecide > 0
        ? `; ${data.newer.toDecide} of them will need a decision`
        : ''}. Confirmations lapse where the words that they confirmed have changed.
    </p>
    <form method="POST" action="?/upgrade" use:enhance class="mt-2">
      <input type="hidden" name="hash" value={data.newer.hash} /><button class="btn btn-line"
        >Use the new release</button
      >
    </form>
  </section>
{/if}
{#if data.review.length > 0}
  <section class="mt-5">
    <h2 class="flex items-center gap-2 text-ochre">
      <GitMerge size={19} aria-hidden="true" />To be decided: the release changed under your correction
    </h2>
    {#each data.review as one (one.taxon + one.path)}
      <div class="border-b border-rule py-3">
        <p>
          {#if one.taxon}<a href="/species/{one.taxon}" class="font-strong">{one.name}</a>{:else}<span
              class="font-strong">{one.name}</span
            >{/if}, {one.cell}
        </p>
        <dl class="note mt-1 grid grid-cols-[120px_minmax(0,1fr)] gap-x-3">
          <dt class="text-ink-2">yours</dt>
          <dd>{one.own}</dd>
          <dt class="text-ink-2">the release</dt>
          <dd>{one.base}</dd>
          <dt class="text-ink-2">until then</dt>
          <dd>{one.held}, the stricter</dd>
        </dl>
        <div class="mt-2 flex gap-3">
          {#if one.mayKeep}<form method="POST" action="?/keep" use:enhance>
              <input type="hidden" name="taxon" value={one.taxon} /><input
                type="hidden"
                name="path"
                value={one.path}
              /><button class="btn btn-line">Keep yours</button>
            </form>{/if}
          <form method="POST" action="?/take" use:enhance>
            <input type="hidden" name="taxon" value={one.taxon} /><input
              type="hidden"
              name="path"
              value={one.path}
            /><button class="btn btn-line">Take the release’s</button>
          </form>
        </div>
      </div>
    {/each}
  </section>
{/if}

<WideTable label="Changes">
  <table class="ruled mt-5">
    <thead
      ><tr
        ><th scope="col" class="w-[52px]">no.</th><th scope="col">cell</th><th scope="col">before</th><th
          scope="col">after</th
        ><th scope="col">by</th><th scope="col"><span class="sr-only">undo</span></th></tr
      ></thead
    >
    <tbody>
      {#each data.changes as change (change.id)}<tr>
          <td class="text-ink-2">{change.version}</td>
          <td
            >{#if change.isThere}<a
                href="/species/{change.taxon}"
                class="font-strong underline decoration-rule underline-offset-4">{change.name}</a
              >{:else}<strong>{change.name}</strong>{/if}<span class="note block text-ink-2"
              >{change.cell}</span
            >{#if change.reason}<span class="fine block text-ink-2">{change.reason}</span>{/if}</td
          >
          <td class="note text-ink-2">{change.before}</td>
          <td class="note">{change.after}</td>
          <td class="note">{change.by}<span class="block text-ink-2">{dayAndMonth(change.on)}</span></td>
          <td
            >{#if change.isLatest}<form method="POST" action="?/undo" use:enhance>
                <input type="hidden" name="id" value={change.id} /><button
                  class="link-line note min-h-10"
                  aria-label="Undo change {change.version}">Undo</button
                >
              </form>{/if}</td
          >
        </tr>{:else}<tr
          ><td colspan="6" class="text-ink-2"
            >Nothing was corrected yet. Open a taxon and choose “Correct”.</td
          ></tr
        >{/each}
    </tbody>
  </table>
</WideTable>
