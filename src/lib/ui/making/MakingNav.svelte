<script lang="ts">
  import SubPages from '$lib/ui/SubPages.svelte';

  /** The pages of the kitchen. */
  const links = [
    { href: '/making', label: 'Batches' },
    { href: '/making/larder', label: 'Larder and need' },
    { href: '/making/dishes', label: 'Dishes' },
    { href: '/making/cards', label: 'Cards' },
    { href: '/making/labels', label: 'Labels' }
  ];
</script>

<SubPages label="Pages of making and keeping" {links} />
