<script lang="ts">
  import Field from './Field.svelte';

  /** A password that somebody chooses, with what makes a good one. */
  interface Props {
    label?: string;
    name?: string;
  }
  let { label = 'Password', name = 'password' }: Props = $props();
</script>

<Field
  {label}
  {name}
  type="password"
  autocomplete="new-password"
  hint="At least 12 characters: three or four words that have nothing to do with each other."
/>
