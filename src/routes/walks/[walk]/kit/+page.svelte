<script lang="ts">
  import ShieldCheck from '@lucide/svelte/icons/shield-check';
  import Notice from '$lib/ui/Notice.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import PlanNav from '$lib/ui/walk/PlanNav.svelte';

  let { data, form } = $props();
  const packed = $derived(data.items.filter(({ step }) => step === 'packed').length);
  const carried = $derived(data.items.filter(({ step }) => step !== 'struck').length);
  /** What was typed and not kept stays in its fields. */
  const typedOf = (kind: string) =>
    form && 'typed' in form ? form.typed?.find((one) => one.kind === kind) : undefined;
  /** What stands in grey is written in, decided by the leader; what was written stays. */
  function takeUsual(event: MouseEvent & { currentTarget: HTMLButtonElement }) {
    for (const field of event.currentTarget.form?.querySelectorAll('input') ?? [])
      if (field.type === 'text' && field.value === '')
        field.value = field.placeholder || data.walk.leaderName;
  }
  const decidesAt = (kind: string) =>
    kind === 'lightning' ? 'on the spot, and the evening before' : 'the evening before';
</script>

<svelte:head><title>Kit of {data.walk.name} · Good Trail</title></svelte:head>
<PlanNav walkId={data.walk.id} leads={data.leads} />
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
{#snippet act(item: (typeof data.items)[number], to: string, words: string, label: string)}
  <form
    method="POST"
    action="?/change"
    use:enhance={() =>
      async ({ update }) =>
        update({ reset: false })}
  >
    <input type="hidden" name="item" value={item.key} />
    <input type="hidden" name="isOwn" value={item.isOwn} />
    <input type="hidden" name="from" value={item.step} />
    <button name="to" value={to} class="link-line note min-h-6 cursor-pointer" aria-label={label}
      >{words}</button
    >
  </form>
{/snippet}
<div class="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
  <section>
    <h2>Kit</h2>
    <p class="note text-ink-2">
      Proposed from taxa, hazards, site and season; {packed} of {carried} packed.
    </p>
    {#each ['leaders', 'everyone'] as const as who (who)}
      <h3 class="mt-4">{who === 'leaders' ? 'Leaders carry' : 'Everybody brings'}</h3>
      <ul class="m-0 list-none p-0">
        {#each data.items.filter(({ carriedBy }) => carriedBy === who) as item (item.key)}
          <li
            class="grid grid-cols-[28px_minmax(0,1fr)_auto] items-start gap-x-2 border-b border-rule py-[7px]"
          >
            <form
              method="POST"
              action="?/change"
              use:enhance={() =>
                async ({ update }) =>
                  update({ reset: false })}
            >
              <input type="hidden" name="item" value={item.key} />
              <input type="hidden" name="isOwn" value={item.isOwn} />
              <input type="hidden" name="from" value={item.step} />
              <input type="hidden" name="to" value={item.step === 'packed' ? 'unpacked' : 'packed'} />
              <input
                type="checkbox"
                class="checkbox border-rule-strong"
                aria-label="{item.label}, packed"
                checked={item.step === 'packed'}
                disabled={item.step === 'struck'}
                onchange={(event) => event.currentTarget.form?.requestSubmit()}
              />
            </form>
            <span class={item.step === 'struck' ? 'text-ink-3 line-through' : ''}
              >{item.label}{#if item.protects}<ShieldCheck
                  size={15}
                  class="ml-1 inline text-moss"
                  aria-label="protects"
                />{/if}<span class="note block text-ink-2">{item.why}</span></span
            >
            {#if data.leads}{#if item.isOwn}{@render act(
                  item,
                  'removed',
                  'remove',
                  `Remove ${item.label}`
                )}{:else if item.step === 'struck'}{@render act(
                  item,
                  'unpacked',
                  'put back',
                  `Put ${item.label} back`
                )}{:else}{@render act(item, 'struck', 'strike off', `Strike ${item.label} off`)}{/if}{/if}
          </li>
        {/each}
      </ul>
    {/each}
    <form method="POST" action="?/add" use:enhance class="mt-3 flex gap-2">
      <label class="sr-only" for="own-item">Something else to pack</label>
      <input id="own-item" name="item" class="input" placeholder="Something else to pack" maxlength="200" />
      <button class="btn btn-line">Add</button>
    </form>
  </section>

  <section>
    <h2>What calls it off</h2>
    <p class="note text-ink-2">
      For each kind of weather that matters on this ground in this month: from when on, who decides, and when.
      The limits that stand here in grey are common practice, no source.
    </p>
    <form
      method="POST"
      action="?/weather"
      use:enhance={() =>
        async ({ update }) =>
          update({ reset: false })}
      class="mt-3 grid gap-5"
    >
      <input type="hidden" name="revision" value={data.walk.revision} />
      <datalist id="leaders"
        >{#each data.leaderNames as name, nth (nth)}<option value={name}></option>{/each}</datalist
      >
      {#each data.weather as one (one.kind)}
        {@const typed = typedOf(one.kind)}
        <fieldset class="grid gap-2 border-b border-rule pb-4">
          <legend class="font-strong"
            >{one.kind}{#if !one.applies}<span class="note font-[400] text-ink-2">
                (no longer asked for)</span
              >{/if}</legend
          >
          <label class="sr-only" for="limit-{one.kind}">Limit for {one.kind}</label>
          <input
            id="limit-{one.kind}"
            name="limit {one.kind}"
            class="input"
            maxlength="160"
            placeholder={one.usual}
            value={typed?.limit ?? one.limit}
          />
          <div class="grid gap-2 sm:grid-cols-2">
            <div>
              <label class="fine text-ink-2" for="decides-{one.kind}">Who decides</label>
              <input
                id="decides-{one.kind}"
                name="decides {one.kind}"
                class="input"
                list="leaders"
                maxlength="120"
                value={typed?.decides ?? one.decides}
              />
            </div>
            <div>
              <label class="fine text-ink-2" for="when-{one.kind}">When</label>
              <input
                id="when-{one.kind}"
                name="when {one.kind}"
                class="input"
                maxlength="80"
                placeholder={decidesAt(one.kind)}
                value={typed?.when ?? one.when}
              />
            </div>
          </div>
        </fieldset>
      {:else}<p class="text-ink-2">Indoors no weather is asked for.</p>{/each}
      {#if data.leads && data.weather.length > 0}<div class="flex flex-wrap gap-3">
          <button class="btn btn-primary">Keep the limits</button>
          <button type="button" class="btn btn-line" onclick={takeUsual}
            >Fill what is empty with the usual</button
          >
        </div>{/if}
    </form>
  </section>
</div>
