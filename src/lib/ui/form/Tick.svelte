<script lang="ts">
  import { writable } from 'svelte/store';
  import { fieldsAround } from './fields';

  interface Props {
    label: string;
    name: string;
    checked?: boolean;
  }
  let { label, name, checked = $bindable(false) }: Props = $props();
  // A field keeps its name.
  // svelte-ignore state_referenced_locally
  const around = fieldsAround(name);
  const filled = around?.form ?? writable<Record<string, unknown>>({});
  const read = () => (around ? $filled[name] === true : checked);
  const write = (next: boolean) => {
    if (around) $filled[name] = next;
    else checked = next;
  };
</script>

<label class="flex min-h-10 items-center gap-3"
  ><input
    type="checkbox"
    {name}
    bind:checked={read, write}
    class="checkbox border-rule-strong"
  />{label}</label
>
