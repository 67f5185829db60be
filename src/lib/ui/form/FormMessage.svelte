<script lang="ts">
  import Notice from '../Notice.svelte';
  import { fieldsAround } from './fields';

  /** What the server said of the form around it. */
  interface Props {
    readonly kind?: 'problem' | 'done';
  }
  let { kind = 'done' }: Props = $props();
  const { message } = fieldsAround()!;
</script>

{#if $message}<Notice {kind}>{$message}</Notice>{/if}
