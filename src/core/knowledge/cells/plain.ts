import { z } from 'zod';
import { Taxon } from '../schema';
import { type FieldKind, readList, writeList } from './kind';

/** Fields that are words, or lists of words. */

const words = (name: string, title = name): FieldKind<string> => ({
  title,
  schema: z.string().trim().min(1),
  words: (value) => value,
  read: (filled) => ({ value: filled.text('text') || undefined }),
  toFacts: (value) => ({ [name]: value }),
  fromFacts: (facts) => facts[name] || undefined
});

const list = <Item extends string>(
  name: string,
  schema: z.ZodType<Item[]>,
  read: FieldKind<Item[]>['read'] = (filled) => ({ value: filled.all(name) })
): FieldKind<Item[]> => ({
  title: name,
  schema,
  words: (value) => value.join(', ') || 'none',
  read,
  toFacts: (value) => ({ [name]: writeList(value) }),
  fromFacts: (facts) => readList(facts[name] ?? '')
});

export const note = words('note');
export const microhabitat = { ...words('microhabitat'), isRegional: true } as const;
export const meaning = words('meaning', 'meaning of the name');
export const flavour = words('flavour');
export const lifeForm = words('lifeForm', 'life form');
export const family = words('family');
export const basis = words('basis');
export const habitats = { ...list('habitats', Taxon.shape.habitats), isRegional: true } as const;
export const loads = list('loads', Taxon.shape.loads.unwrap());
export const synonyms = list('synonyms', Taxon.shape.synonyms.unwrap(), (filled) => ({
  value: readList(filled.text('text'), ',')
}));
