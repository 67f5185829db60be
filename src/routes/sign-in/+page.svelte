<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { keepOnlyOf } from '$lib/ui/field/keep-only-of';
  import Signpost from '@lucide/svelte/icons/signpost';
  import Notice from '$lib/ui/Notice.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm } from '$lib/ui/form/forms.svelte';

  let { data } = $props();
  const filled = superForm(() => data.form);

  /** How many walks were taken off this device, once they are. */
  let takenOff = $state<number>();
  onMount(() => {
    if (page.url.searchParams.has('signed-out'))
      void keepOnlyOf(undefined).then((count) => (takenOff = count));
  });
</script>

<svelte:head><title>Sign in · Good Trail</title></svelte:head>

<div class="grid gap-10 md:grid-cols-[1fr_360px] md:pt-10">
  <div>
    {#if takenOff !== undefined}<Notice kind="done"
        >You are signed out{takenOff > 0
          ? `; ${takenOff === 1 ? 'the walk that was' : 'the walks that were'} kept here ${takenOff === 1 ? 'is' : 'are'} off this device`
          : ''}.</Notice
      >{/if}
    <p class="mb-8 flex items-center gap-3 font-serif text-[30px] font-semibold">
      <Signpost size={34} strokeWidth={1.7} aria-hidden="true" /> Good Trail
    </p>
    <h1 class="max-w-[20ch]">A field sheet that computes, for people who teach foraging.</h1>
    <p class="mt-4 max-w-prose">
      Plan a walk, put each plant beside its dangerous lookalikes, practise telling them apart, and see who
      can. The naming of a living plant stays with people.
    </p>
    {#if data.demo}
      <h2 class="mt-8">Look round the demo</h2>
      <p class="note text-ink-2">An invented school on an invented coast. Choose who you are:</p>
      <table class="ruled mt-2 max-w-[520px]">
        <tbody>
          {#each data.demo.signIns as one (one.email)}
            <tr>
              <td class="w-[130px]">
                <Form of={filled}>
                  <input type="hidden" name="email" value={one.email} /><input
                    type="hidden"
                    name="password"
                    value={data.demo.password}
                  />
                  <button class="btn btn-line btn-sm w-full">{one.label}</button>
                </Form>
              </td>
              <td class="!align-middle">{one.does}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </div>
  <Form
    of={filled}
    class="grid content-start gap-4 border-t border-ink pt-5 md:border-l md:border-t-0 md:pl-8 md:pt-0"
  >
    <h2>Sign in</h2>
    <FormMessage kind="problem" />
    <Field label="E-mail address" name="email" type="email" autocomplete="username" />
    <Field label="Password" name="password" type="password" autocomplete="current-password" />
    <button class="btn btn-primary">Sign in</button>
    <p class="fine"><a href="/forgotten">Password forgotten?</a></p>
    <p class="fine text-ink-2">Learners come in by the invitation link that their instructor sends.</p>
  </Form>
</div>
<p class="fine mt-12 border-t border-rule pt-2 text-ink-2">
  Good Trail lists checks. It never says that a plant is safe; local law and the landowner come first.
</p>
