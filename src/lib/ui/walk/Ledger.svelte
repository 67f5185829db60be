<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Eye from '@lucide/svelte/icons/eye';
  import OctagonX from '@lucide/svelte/icons/octagon-x';
  import PenLine from '@lucide/svelte/icons/pen-line';
  import type { Check as Row } from '$core/walk';
  import { dayAndMonth } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';

  interface LiftEntry {
    id: string;
    said: string;
    reason: string;
    by: string;
    on: string;
    takenBack: { by: string; on: string; reason: string } | undefined;
  }
  interface Props {
    checks: readonly Row[];
    walkId: string;
    siteId: string;
    /** With their history, where the viewer may lift stops. */
    lifts?: readonly LiftEntry[] | undefined;
    revision?: number;
  }
  let { checks, walkId, siteId, lifts, revision }: Props = $props();
  const urgent = $derived(checks.filter(({ state }) => state !== 'pass'));
  const passed = $derived(checks.filter(({ state }) => state === 'pass'));
  const count = (state: Row['state']) => checks.filter((check) => check.state === state).length;
  let lifting = $state<string>();

  const placeOf = ({ at, id }: NonNullable<Row['mend']>): string =>
    ({
      site: `/ground/${siteId}#details`,
      school: '/school',
      people: '/people',
      plan: `/walks/${walkId}${id ? `#at-${id}` : '#stops'}`,
      show: `/walks/${walkId}#at-${id}`,
      day: `/walks/${walkId}/day`,
      group: `/walks/${walkId}/group`,
      kit: `/walks/${walkId}/kit`,
      patch: `/ground/${siteId}/patches/${id}`,
      confirm: `/species/confirm/${id}?walk=${walkId}`
    })[at];
</script>

<section aria-label="Checks" aria-live="polite" aria-atomic="false">
  <h2>Checks</h2>
  <p class="note text-ink-2">
    {count('stop')}
    {count('stop') === 1 ? 'stop' : 'stops'}, {count('look')} to look at, {passed.length} passed
  </p>
  <div class={['mb-3 mt-2 h-[3px]', count('stop') > 0 ? 'bg-rosehip' : 'bg-moss']}></div>
  {#each urgent as check (check.key)}
    <div class="note mb-3 border-b border-rule pb-3">
      <p class={['flex gap-2 font-strong', check.state === 'stop' ? 'text-rosehip' : 'text-ochre']}>
        {#if check.state === 'stop'}<OctagonX
            size={17}
            class="mt-px shrink-0"
            aria-hidden="true"
          />{:else if check.lifted}<PenLine size={17} class="mt-px shrink-0" aria-hidden="true" />{:else}<Eye
            size={17}
            class="mt-px shrink-0"
            aria-hidden="true"
          />{/if}
        {check.title}
      </p>
      <p class="text-ink-2">{check.detail}</p>
      {#if check.lifted}<p>
          “{check.lifted.reason}”
          <span class="text-ink-2">{check.lifted.by}, {dayAndMonth(check.lifted.on)}</span>
        </p>{/if}
      {#if check.mend || (lifts && check.mayLift && check.state === 'stop')}
        <div class="flex flex-wrap gap-x-4 gap-y-1">
          {#if check.mend?.at === 'show' && lifts}
            <form
              method="POST"
              action="/walks/{walkId}?/changeTaxon"
              use:enhance={() =>
                async ({ update }) =>
                  update({ reset: false })}
            >
              <input type="hidden" name="id" value={check.mend.id} />
              <input type="hidden" name="role" value="show" />
              <input type="hidden" name="revision" value={revision} />
              <button class="link-line min-h-6 cursor-pointer text-left">{check.mend.label}</button>
            </form>
          {:else if check.mend}<a class="link-line" href={placeOf(check.mend)}>{check.mend.label}</a>{/if}
          {#if lifts && check.mayLift && check.state === 'stop'}<button
              type="button"
              class="link-line min-h-6 cursor-pointer"
              aria-expanded={lifting === check.key}
              onclick={() => (lifting = lifting === check.key ? undefined : check.key)}>Lift …</button
            >{/if}
        </div>
      {/if}
      {#if lifting === check.key}
        <form
          method="POST"
          action="/walks/{walkId}?/lift"
          class="mt-2 grid gap-2"
          use:enhance={() =>
            async ({ result, update }) => {
              await update({ reset: false });
              if (result.type === 'success') lifting = undefined;
            }}
        >
          <input type="hidden" name="key" value={check.key} />
          <input type="hidden" name="revision" value={revision} />
          <label class="font-strong" for="reason-{check.key}">Why does it not hold the walk back?</label>
          <textarea id="reason-{check.key}" name="reason" class="textarea py-1" rows="3" maxlength="600"
          ></textarea>
          <p class="fine text-ink-2">Kept for ever with your name. It holds for these figures only.</p>
          <button class="btn btn-line btn-sm justify-self-start">Lift this stop</button>
        </form>
      {/if}
    </div>
  {/each}
  <details class="note">
    <summary class="cursor-pointer font-strong text-moss"
      ><Check size={17} class="mr-1 inline" aria-hidden="true" />{passed.length} passed</summary
    >
    <ul class="mt-2 grid list-none gap-1 p-0">
      {#each passed as check (check.key)}<li>
          <strong>{check.title}:</strong> <span class="text-ink-2">{check.detail}</span>
        </li>{/each}
    </ul>
  </details>
  {#if lifts && lifts.length > 0}
    <details class="note mt-2">
      <summary class="cursor-pointer font-strong text-moss">{lifts.length} lifted, history</summary>
      <ul class="mt-2 grid list-none gap-2 p-0">
        {#each lifts as lift (lift.id)}
          <li class="border-b border-rule pb-2">
            {lift.said}<br />
            “{lift.reason}” <span class="text-ink-2">{lift.by}, {dayAndMonth(lift.on)}</span>
            {#if lift.takenBack}<br /><span class="text-ink-2"
                >Taken back by {lift.takenBack.by}, {dayAndMonth(lift.takenBack.on)}.</span
              >{:else}
              <form method="POST" action="/walks/{walkId}?/takeLiftBack" use:enhance>
                <input type="hidden" name="id" value={lift.id} />
                <button class="link-line min-h-6 cursor-pointer">Take it back</button>
              </form>
            {/if}
          </li>
        {/each}
      </ul>
    </details>
  {/if}
</section>
