<script lang="ts" generics="Fields extends Record<string, unknown>, Message">
  import type { Snippet } from 'svelte';
  import type { HTMLFormAttributes } from 'svelte/elements';
  import type { SuperForm } from 'sveltekit-superforms';
  import { setFields } from './fields';
  import { rememberTyped } from './forms.svelte';

  /** A form whose fields find by their name what stands in them and what is wrong with it. */
  interface Props extends HTMLFormAttributes {
    readonly of: SuperForm<Fields, Message>;
    readonly children: Snippet;
  }
  let { of, children, ...rest }: Props = $props();
  // A form is one form for as long as it is there.
  // svelte-ignore state_referenced_locally
  const { enhance } = setFields(of);
</script>

<form
  method="POST"
  use:enhance
  oninput={(event) => {
    const name = event.target instanceof Element ? event.target.getAttribute('name') : undefined;
    if (name) rememberTyped(of, name);
  }}
  {...rest}
>
  {@render children()}
</form>
