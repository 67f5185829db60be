import { Taxon, type Use } from '../schema';
import { type ListKind, joined, readList, writeList } from './kind';

/** What a part is used for, and when. */
export const uses: ListKind<Use> = {
  title: 'use',
  schema: Taxon.shape.uses.unwrap().element,
  keyOf: ({ kind, part }) => `${kind}:${part}`,
  words: ({ stages, preparation, conditions }) => `in ${stages.join(', ')}. ${preparation} ${conditions}`,
  /** What both allow. */
  stricter(own, base) {
    if (own === undefined) return undefined;
    const stages = own.stages.filter((stage) => base.stages.includes(stage));
    return stages.length === 0
      ? undefined
      : { ...own, stages, conditions: joined(own.conditions, base.conditions) };
  },
  read: (filled) => ({
    value: {
      kind: filled.text('kind'),
      part: filled.text('part'),
      stages: filled.all('stages'),
      preparation: filled.text('preparation'),
      conditions: filled.text('conditions')
    }
  }),
  toRow: ({ stages, ...use }) => ({ ...use, stages: writeList(stages) }),
  fromRow: ({ stages, kind, part, preparation, conditions }) => ({
    kind,
    part,
    stages: readList(stages!),
    preparation,
    conditions
  })
};
