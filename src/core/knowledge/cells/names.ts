import { Taxon } from '../schema';
import { type ListKind, ifSet } from './kind';

type Name = Taxon['names'][number];

/** What people call it, by language. */
export const names: ListKind<Name> = {
  title: 'name',
  isRegional: true,
  schema: Taxon.shape.names.element,
  keyOf: ({ language, name }) => `${language}:${name}`,
  words: (name) => Object.values(name).join('; '),
  read: (filled) => ({
    value: {
      name: filled.text('name'),
      language: filled.text('language'),
      region: filled.text('region'),
      ...ifSet('warning', filled.text('warning'))
    }
  }),
  toRow: ({ name, language, region, warning }) => ({
    vernacularName: name,
    language,
    locality: region,
    taxonRemarks: warning ?? ''
  }),
  fromRow: ({ vernacularName, language, locality, taxonRemarks }) => ({
    name: vernacularName,
    language,
    region: locality,
    ...ifSet('warning', taxonRemarks ?? '')
  })
};
