<script lang="ts">
  import SubPages from '$lib/ui/SubPages.svelte';

  /** The pages of what comes after a walk. */
  let { walkId, leads }: { walkId: string; leads: boolean } = $props();
  const links = $derived(
    [
      { path: '', label: 'What came of it' },
      ...(leads
        ? [
            { path: '/people', label: 'How people are' },
            { path: '/owner', label: 'Account to the owner' }
          ]
        : []),
      { path: '/learned', label: 'What it taught' },
      ...(leads
        ? [
            { path: '/acts', label: 'Every act' },
            { path: '/paper', label: 'Type in a paper sheet' }
          ]
        : [])
    ].map(({ path, label }) => ({ href: `/walks/${walkId}/after${path}`, label }))
  );
</script>

<SubPages label="Pages after the walk" {links} />
