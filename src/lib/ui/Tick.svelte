<script lang="ts">
  interface Props {
    label: string;
    name: string;
    checked?: boolean;
  }
  let { label, name, checked = $bindable(false) }: Props = $props();
</script>

<label class="flex min-h-10 items-center gap-3"
  ><input type="checkbox" {name} bind:checked class="checkbox border-rule-strong" />{label}</label
>
