<script lang="ts">
  import { phoneArms } from '$lib/ui/navigation';

  let { data } = $props();
  const themes = [
    { value: 'day', label: 'Day', does: 'warm paper' },
    { value: 'dusk', label: 'Dusk', does: 'dark' },
    { value: 'sun', label: 'Sun', does: 'black on white, large targets, for the field' }
  ];
  const more = $derived(data.viewer ? phoneArms(data.viewer.role).more : []);
</script>

<svelte:head><title>You · Good Trail</title></svelte:head>
<h1>{data.viewer?.name}</h1>
<p class="text-ink-2">{data.viewer?.role} at {data.viewer?.school}</p>

{#if more.length > 0}
  <section class="mt-6 lg:hidden">
    <h2>More places</h2>
    <ul class="mt-2 list-none p-0">
      {#each more as arm (arm.href)}<li class="border-b border-rule">
          <a href={arm.href} class="flex min-h-12 items-center">{arm.label}</a>
        </li>{/each}
    </ul>
  </section>
{/if}

<section class="mt-6">
  <h2>Look</h2>
  <form method="POST" action="?/theme" class="mt-2 flex flex-wrap gap-3">
    {#each themes as theme (theme.value)}
      <button
        name="theme"
        value={theme.value}
        aria-pressed={data.theme === theme.value}
        class={['btn', data.theme === theme.value ? 'btn-neutral' : 'btn-line']}
        >{theme.label}: {theme.does}</button
      >
    {/each}
  </form>
</section>

<section class="mt-8">
  <h2>Leave this device</h2>
  <form method="POST" action="/sign-out" class="mt-2 flex flex-wrap gap-3">
    <button class="btn btn-line">Sign out here</button>
    <button name="everywhere" value="yes" class="btn btn-line">Sign out on all devices</button>
  </form>
</section>

<section class="mt-8 max-w-prose scroll-mt-4" id="keys">
  <h2>Keys</h2>
  <p class="note mt-1 text-ink-2">
    <kbd class="kbd kbd-sm">/</kbd> searches everything, <kbd class="kbd kbd-sm">?</kbd> comes here.
    <kbd class="kbd kbd-sm">g</kbd> and then a letter goes to a place: t today, w walks, s species, p practice{data
      .viewer?.role === 'learner'
      ? ', r progress'
      : ', g ground, e people, c school'}. In drills <kbd class="kbd kbd-sm">1</kbd>–<kbd class="kbd kbd-sm"
      >9</kbd
    >
    choose and <kbd class="kbd kbd-sm">Enter</kbd> confirms.
  </p>
</section>
