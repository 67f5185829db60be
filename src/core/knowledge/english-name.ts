import type { Taxon } from './schema';

/** The taxon's first English name, which every entry must have. */
export const englishName = (taxon: Pick<Taxon, 'names' | 'name'>): string =>
  taxon.names.find((entry) => entry.language === 'en')?.name ?? taxon.name;
