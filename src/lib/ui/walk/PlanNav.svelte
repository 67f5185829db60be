<script lang="ts">
  import SubPages from '$lib/ui/SubPages.svelte';

  /** The pages of a plan. */
  interface Props {
    walkId: string;
    leads: boolean;
  }
  let { walkId, leads }: Props = $props();
  const links = $derived(
    [
      { path: '', label: 'Stops and taxa' },
      { path: '/group', label: 'Group and health' },
      { path: '/kit', label: 'Kit and weather' },
      ...(leads
        ? [
            { path: '/letter', label: 'Letter to the landowner' },
            { path: '/copy', label: 'Copy to another day' }
          ]
        : [])
    ].map(({ path, label }) => ({ href: `/walks/${walkId}${path}`, label }))
  );
</script>

<SubPages label="Pages of the plan" {links} />
