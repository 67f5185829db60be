<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import CopyText from '$lib/ui/people/CopyText.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';

  let { data, form } = $props();
  const codes = $derived(form && 'codes' in form ? form.codes : undefined);
</script>

<svelte:head><title>Second factor · Good Trail</title></svelte:head>
<p class="no-print"><a href="/me">You</a></p>
<h1>Second factor</h1>
{#if form && 'problem' in form && form.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
{#if form && 'done' in form && form.done}<Notice kind="done">{form.done}</Notice>{/if}

{#if codes}
  <Notice kind="done">From now on signing in asks for a code. Other devices are signed out.</Notice>
  <h2>Ten recovery codes</h2>
  <p class="mt-1 max-w-prose">
    Each lets you in once when your device is not there. They are shown now and never again: print them, or
    write them down, and keep them away from the device.
  </p>
  <ul class="mt-3 grid max-w-[520px] list-none grid-cols-1 gap-x-8 gap-y-1 p-0 font-mono sm:grid-cols-2">
    {#each codes as code (code)}<li class="border-b border-rule py-1 tabular-nums">{code}</li>{/each}
  </ul>
  <div class="no-print mt-4 flex flex-wrap gap-3">
    <button type="button" class="btn btn-line" onclick={() => window.print()}>Print</button>
    <CopyText text={codes.join('\n')} label="Copy the codes" />
    <a class="btn btn-primary" href="/today">I have them</a>
  </div>
{:else if data.factor.isOn}
  <p class="mt-2 max-w-prose">
    Signing in asks for a code of your authenticator. {data.factor.left} of ten recovery codes are left.
  </p>
  <div class="mt-5 flex flex-wrap gap-3">
    <form method="POST" action="?/codes" use:enhance>
      <button class="btn btn-line">Make new recovery codes</button>
    </form>
    <form method="POST" action="?/remove" use:enhance>
      <button class="btn btn-line text-rosehip">Take it off</button>
    </form>
  </div>
  <p class="note mt-3 max-w-prose text-ink-2">
    New codes end the old ones. For a new device take it off and set it up again{data.isWanted
      ? '; your school wants one of everybody who teaches, so that has to be done at once'
      : ''}.
  </p>
{:else}
  {#if data.isWanted}<Notice kind="problem"
      >Your school wants a second factor of everybody who owns it or instructs. Set it up here; everything
      else opens then.</Notice
    >{/if}
  <p class="mt-2 max-w-prose">
    A password can be guessed, seen or stolen. With a second factor, signing in asks for a code as well, which
    an authenticator on your telephone shows anew every half minute; it needs no network.
  </p>
  {#if data.begun}
    <ol class="mt-4 grid max-w-[720px] list-decimal gap-5 pl-5">
      <li>
        <p>Open your authenticator, add an account, and let it read this:</p>
        <svg
          viewBox="-4 -4 {data.begun.code.size + 8} {data.begun.code.size + 8}"
          class="mt-2 w-[220px] bg-white text-black"
          role="img"
          aria-label="QR code for the authenticator"
          shape-rendering="crispEdges"><path d={data.begun.code.path} fill="currentColor" /></svg
        >
        <p class="note mt-2 text-ink-2">
          It cannot read it? Enter this key, time-based, six digits: <span class="font-mono wrap-anywhere"
            >{data.begun.secret.replaceAll(/(.{4})(?=.)/g, '$1 ')}</span
          >. On this device: <a href={data.begun.address}>open the authenticator</a>.
        </p>
      </li>
      <li>
        <p>Enter the code that it shows now:</p>
        <form method="POST" action="?/confirm" use:enhance class="mt-2 grid max-w-[320px] gap-3">
          <Field label="Code" name="code" autocomplete="one-time-code" />
          <button class="btn btn-primary justify-self-start">Turn it on</button>
        </form>
      </li>
    </ol>
  {:else}
    <form method="POST" action="?/begin" use:enhance class="mt-5">
      <button class="btn btn-primary">Set it up</button>
    </form>
  {/if}
{/if}
