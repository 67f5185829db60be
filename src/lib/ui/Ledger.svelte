<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import Eye from '@lucide/svelte/icons/eye';
  import OctagonX from '@lucide/svelte/icons/octagon-x';
  import type { Check as Row } from '$core/walk';

  interface Props {
    checks: readonly Row[];
    walkId: string;
    siteId: string;
  }
  let { checks, walkId, siteId }: Props = $props();
  const urgent = $derived(checks.filter(({ state }) => state !== 'pass'));
  const passed = $derived(checks.filter(({ state }) => state === 'pass'));
  const count = (state: Row['state']) => checks.filter((check) => check.state === state).length;
  const places = $derived({
    site: `/ground/${siteId}#details`,
    school: '/school',
    people: '/people',
    plan: `/walks/${walkId}#stops`,
    day: `/walks/${walkId}/day`
  });
</script>

<section aria-label="Checks">
  <h2>Checks</h2>
  <p class="note text-ink-2">
    {count('stop')}
    {count('stop') === 1 ? 'stop' : 'stops'}, {count('look')} to look at, {passed.length} passed
  </p>
  <div class={['mb-3 mt-2 h-[3px]', count('stop') > 0 ? 'bg-rosehip' : 'bg-moss']}></div>
  {#each urgent as check (check.key)}
    <div class="note mb-3 border-b border-rule pb-3">
      <p class={['flex gap-2 font-[650]', check.state === 'stop' ? 'text-rosehip' : 'text-ochre']}>
        {#if check.state === 'stop'}<OctagonX
            size={17}
            class="mt-px shrink-0"
            aria-hidden="true"
          />{:else}<Eye size={17} class="mt-px shrink-0" aria-hidden="true" />{/if}
        {check.title}
      </p>
      <p class="text-ink-2">{check.detail}</p>
      {#if check.mend}<a class="link-line" href={places[check.mend.at]}>{check.mend.label}</a>{/if}
    </div>
  {/each}
  <details class="note">
    <summary class="cursor-pointer font-[650] text-moss"
      ><Check size={17} class="mr-1 inline" aria-hidden="true" />{passed.length} passed</summary
    >
    <ul class="mt-2 grid list-none gap-1 p-0">
      {#each passed as check (check.key)}<li>
          <strong>{check.title}:</strong> <span class="text-ink-2">{check.detail}</span>
        </li>{/each}
    </ul>
  </details>
</section>
