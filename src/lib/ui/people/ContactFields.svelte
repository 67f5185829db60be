<script lang="ts">
  import Field from '$lib/ui/form/Field.svelte';

  /** How somebody is reached, and who is told if something happens to them. In a form of its own they are filled from there. */
  interface Props {
    readonly person?: {
      readonly telephone: string | undefined;
      readonly emergencyName: string | undefined;
      readonly emergencyTelephone: string | undefined;
    };
  }
  let { person }: Props = $props();
  const shared = { maxlength: 30, autocomplete: 'off' } as const;
</script>

<Field label="Telephone" name="telephone" type="tel" value={person?.telephone ?? ''} {...shared} />
<Field
  label="Whom to tell if something happens"
  name="emergencyName"
  value={person?.emergencyName ?? ''}
  {...shared}
  maxlength={120}
/>
<Field
  label="Their telephone"
  name="emergencyTelephone"
  type="tel"
  value={person?.emergencyTelephone ?? ''}
  {...shared}
/>
