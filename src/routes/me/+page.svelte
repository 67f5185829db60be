<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import NewPassword from '$lib/ui/form/NewPassword.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { localMoment } from '$core/words';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import { phoneArms } from '$lib/ui/navigation';

  let { data, form } = $props();
  const moment = (instant: Date) => localMoment(instant, data.viewer?.timeZone ?? 'UTC');
  const themes = [
    { value: 'day', label: 'Day', does: 'warm paper' },
    { value: 'dusk', label: 'Dusk', does: 'dark' },
    { value: 'sun', label: 'Sun', does: 'black on white, large targets, for the field' }
  ];
  const more = $derived(data.viewer ? phoneArms(data.viewer.role).more : []);
</script>

<svelte:head><title>You · Good Trail</title></svelte:head>
<h1>{data.viewer?.name}</h1>
<p class="text-ink-2">
  {data.viewer?.role} at {data.viewer?.school}{#if data.schools > 1}
    · <a href="/me/school">another school</a>{/if}
</p>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}
{#if data.refused > 0}<Notice kind="problem"
    >Somebody has tried {data.refused === 1 ? 'once' : `${data.refused} times`} to sign in as you with a wrong password
    since you signed in before. If that was not you, choose another password.</Notice
  >{/if}

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

<div class="mt-8 grid gap-x-12 gap-y-8 lg:grid-cols-2">
  <section>
    <h2>Where you are signed in</h2>
    <p class="note mt-1 max-w-prose text-ink-2">
      A device is signed out after {data.idleDays} days without use, and after {data.sessionDays} days in any case.
    </p>
    <ul class="mt-2 list-none p-0">
      {#each data.sessions as session (session.id)}
        <li class="flex min-h-12 items-center justify-between gap-3 border-b border-rule">
          <span
            ><strong>{session.device || 'a device'}</strong>{session.isThis ? ', this one' : ''}<span
              class="fine block text-ink-2">used {moment(session.seenAt)}, since {moment(session.since)}</span
            ></span
          >
          {#if !session.isThis}<form method="POST" action="?/end" use:enhance>
              <input type="hidden" name="session" value={session.id} /><button class="btn btn-line btn-sm"
                >Sign it out</button
              >
            </form>{/if}
        </li>
      {/each}
    </ul>
    <form method="POST" action="/sign-out" class="mt-3 flex flex-wrap gap-3">
      <button class="btn btn-line">Sign out here</button>
      <button name="everywhere" value="yes" class="btn btn-line">Sign out on all devices</button>
    </form>
  </section>

  <section>
    <h2>Password</h2>
    <form method="POST" action="?/password" use:enhance class="mt-2 grid max-w-[420px] gap-3">
      <Field label="Old password" name="old" type="password" autocomplete="current-password" />
      <NewPassword label="New password" name="new" />
      <button class="btn btn-line justify-self-start">Change the password</button>
    </form>
  </section>

  <section>
    <h2>Second factor</h2>
    <p class="note mt-1 max-w-prose text-ink-2">
      {data.factor.isOn
        ? `Signing in asks for a code of your authenticator; ${data.factor.left} of ten recovery codes are left.`
        : 'A code of an authenticator beside the password: who knows your password alone does not get in.'}
    </p>
    <a class="btn btn-line mt-2" href="/me/second-factor">{data.factor.isOn ? 'Change it' : 'Set it up'}</a>
  </section>

  <section>
    <h2>Address</h2>
    <p class="note mt-1 max-w-prose text-ink-2 wrap-anywhere">
      You sign in with {data.email}.{data.sendsMail
        ? ' A new address is confirmed by a link that goes there.'
        : ''}
    </p>
    <form method="POST" action="?/email" use:enhance class="mt-2 grid max-w-[420px] gap-3">
      <Field label="New e-mail address" name="email" type="email" autocomplete="email" />
      <Field label="Your password" name="password" type="password" autocomplete="current-password" />
      <button class="btn btn-line justify-self-start">Change the address</button>
    </form>
  </section>

  <section>
    <h2>What is kept about you</h2>
    <p class="note mt-1 max-w-prose text-ink-2">
      Your name and groups, your answers in drills and quizzes, sign-offs, which briefs you read, and, until
      two weeks after a walk, what you told of your health, which only its leaders read. It is yours to take
      along.
    </p>
    <a class="btn btn-line mt-2" href="/me/data" data-sveltekit-reload>Take it out as a file</a>
  </section>

  <section>
    <h2>Leave the school</h2>
    <p class="note mt-1 max-w-prose text-ink-2">
      Your name, address, health notes and account go for good, also out of letters, plans and briefs. Answers
      stay without a name.
    </p>
    <form method="POST" action="?/erase" use:enhance class="mt-2 grid max-w-[420px] gap-3">
      <Field label="To erase yourself, type your name" name="name" autocomplete="off" />
      <button class="btn btn-line justify-self-start text-rosehip">Erase me for good</button>
    </form>
  </section>
</div>

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
