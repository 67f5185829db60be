/** What a school may add to its library, as ways between the pages. */
export const ownKinds = [
  { href: '/species/own', label: 'Plant' },
  { href: '/species/own/pair', label: 'Pair' },
  { href: '/species/own/animal', label: 'Animal' },
  { href: '/species/own/family', label: 'Family' },
  { href: '/species/own/state', label: 'State' }
];
