import { Taxon } from '../schema';
import type { ListKind } from './kind';

type Status = Taxon['legal'][number];

/** What the law says of it, by region. */
export const legal: ListKind<Status> = {
  title: 'law',
  isRegional: true,
  schema: Taxon.shape.legal.unwrap().element,
  keyOf: ({ region }) => region,
  words: (status) => Object.values(status).join('; '),
  read: (filled) => ({ value: { region: filled.text('region'), status: filled.text('status') } }),
  toRow: (status) => status,
  fromRow: ({ region, status }) => ({ region, status })
};
