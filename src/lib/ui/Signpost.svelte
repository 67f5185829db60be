<script lang="ts">
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import { page } from '$app/state';
  import CircleUser from '@lucide/svelte/icons/circle-user-round';
  import Search from '@lucide/svelte/icons/search';
  import Signpost from '@lucide/svelte/icons/signpost';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import { armsFor, CalendarIcon, phoneArms } from './navigation';
  import { longDate } from '$core/words';

  interface Props {
    viewer: {
      name: string;
      role: string;
      school: string;
      demoDate: string | undefined;
      mayMoveDate: boolean;
    };
  }
  let { viewer }: Props = $props();
  const arms = $derived(armsFor(viewer.role));
  const isHere = (href: string) => page.url.pathname === href || page.url.pathname.startsWith(`${href}/`);
  let isMoving = $state(false);
</script>

<aside
  class="no-print hidden w-[190px] shrink-0 flex-col border-r border-rule px-3 pb-4 pt-5 lg:sticky lg:top-0 lg:flex lg:h-screen"
>
  <a
    href="/today"
    class="mb-4 flex items-center gap-2 pl-2 font-serif text-[21px] font-semibold no-underline"
  >
    <Signpost size={26} strokeWidth={1.8} aria-hidden="true" /> Good Trail
  </a>
  <nav aria-label="Main" class="relative">
    <span class="absolute bottom-0 left-[19px] top-0 w-[2px] bg-ink" aria-hidden="true"></span>
    <ul class="relative m-0 list-none p-0">
      {#each arms as arm (arm.href)}
        {@const Icon = arm.icon}
        <li class="py-[3px]">
          <a
            href={arm.href}
            aria-current={isHere(arm.href) ? 'page' : undefined}
            class={[
              'arm flex h-[40px] items-center gap-3 pl-[10px] pr-6 no-underline',
              isHere(arm.href) ? 'here bg-moss font-strong text-base-200' : 'hover:underline'
            ]}
          >
            <span class={['grid h-[22px] w-[20px] place-items-center', isHere(arm.href) ? '' : 'bg-paper']}
              ><Icon size={18} strokeWidth={1.8} aria-hidden="true" /></span
            >
            {arm.label}
          </a>
        </li>
      {/each}
    </ul>
  </nav>
  <div class="fine mt-auto grid gap-3 pl-2 text-ink-2">
    <a href="/search" class="grid grid-cols-[18px_1fr] items-center gap-2 no-underline hover:underline"
      ><Search size={16} aria-hidden="true" /><span
        >Search everything <kbd class="fine rounded border border-rule-strong px-1.5">/</kbd></span
      ></a
    >
    {#if viewer.demoDate}
      <div class="grid grid-cols-[18px_1fr] gap-2">
        <CalendarIcon size={16} aria-hidden="true" />
        <div>
          Demo date<br />
          {#if viewer.mayMoveDate && isMoving}
            <form
              method="POST"
              action="/school?/moveDate"
              use:enhance={() =>
                async ({ update }) => {
                  await update();
                  isMoving = false;
                }}
              class="grid gap-1"
            >
              <label class="sr-only" for="demo-date">Demo date</label>
              <WhenInput
                id="demo-date"
                name="demoDate"
                kind="date"
                label="Demo date"
                value={viewer.demoDate}
                class="fine h-9 min-h-0 px-1"
              />
              <button class="btn btn-line btn-sm">Move to this day</button>
            </form>
          {:else if viewer.mayMoveDate}
            <button
              type="button"
              class="cursor-pointer text-left font-strong text-ink underline underline-offset-2"
              onclick={() => (isMoving = true)}>{longDate(viewer.demoDate)}</button
            >
          {:else}
            <strong class="text-ink">{longDate(viewer.demoDate)}</strong>
          {/if}
        </div>
      </div>
    {/if}
    <div class="grid grid-cols-[18px_1fr] gap-2">
      <CircleUser size={16} aria-hidden="true" />
      <div>
        <a href="/me" class="font-strong text-ink underline underline-offset-2">{viewer.name}</a>, {viewer.role}<br
        />
        {viewer.school}
      </div>
    </div>
  </div>
</aside>

<nav
  aria-label="Main"
  class="no-print fixed inset-x-0 bottom-0 z-[1100] border-t border-ink bg-paper lg:hidden"
>
  <ul class="m-0 flex list-none p-0">
    {#each phoneArms(viewer.role).bar as arm (arm.href)}
      {@const Icon = arm.icon}
      <li class="flex-1">
        <a
          href={arm.href}
          aria-current={isHere(arm.href) ? 'page' : undefined}
          class={[
            'flex h-[58px] flex-col items-center justify-center gap-0.5 text-[13px] no-underline',
            isHere(arm.href) ? 'bg-moss font-strong text-base-200' : ''
          ]}
        >
          <Icon size={20} strokeWidth={1.8} aria-hidden="true" />{arm.label}
        </a>
      </li>
    {/each}
  </ul>
</nav>

<style>
  .here {
    clip-path: polygon(0 0, calc(100% - 14px) 0, 100% 50%, calc(100% - 14px) 100%, 0 100%);
  }
</style>
