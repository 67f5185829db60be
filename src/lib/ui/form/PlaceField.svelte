<script lang="ts">
  import type { gridName, gridReference, readPlace } from '$core/place';
  import { onMount } from 'svelte';
  import Field from './Field.svelte';

  /** A place typed in any usual way; what was understood is said while typing. */
  interface Props {
    readonly name: string;
    label?: string;
    value?: string;
    problem?: string | undefined;
  }
  let { name, label = 'Coordinates or grid reference', value = $bindable(''), problem }: Props = $props();
  interface Core {
    readPlace: typeof readPlace;
    gridReference: typeof gridReference;
    gridName: typeof gridName;
  }
  let core = $state.raw<Core>();
  onMount(() => {
    void import('$core/place').then((one) => (core = one));
  });
  const read = $derived(value.trim() === '' ? undefined : core?.readPlace(value));
</script>

<div class="grid gap-1">
  <Field
    {label}
    {name}
    bind:value
    errors={problem ? [problem] : undefined}
    autocomplete="off"
    placeholder="54.2786, -8.4712 or SN 109 457"
  />
  {#if core && read && !('problem' in read)}<p class="fine text-ink-2" aria-live="polite">
      Understood as {read.latitude.toFixed(5)}, {read.longitude.toFixed(5)} · {core.gridReference(read)} on the
      {core.gridName(read)}.
    </p>{/if}
</div>
