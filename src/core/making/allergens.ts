/** What must be named on food where it is in it: Regulation (EU) No 1169/2011, Annex II, in the words of its list. */
export const allergens = [
  'cereals containing gluten',
  'crustaceans',
  'eggs',
  'fish',
  'peanuts',
  'soybeans',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs'
] as const;
export type Allergen = (typeof allergens)[number];
