<script lang="ts">
  import Notice from '../Notice.svelte';
  import { fieldsAround } from './fields';

  /** What the server said of the form around it. */
  interface Props {
    readonly kind?: 'problem' | 'done';
    readonly class?: string;
  }
  let { kind = 'done', class: place }: Props = $props();
  const { message } = fieldsAround()!;
</script>

{#if $message}<div class={place}><Notice {kind}>{$message}</Notice></div>{/if}
