import { type Circumstances, Policy } from '../../src/core/walk';

/** A spring day in a wood with a stream, nothing logged, nobody drilled, the cautious policy. */
export const springWood: Circumstances = {
  isoDate: '2027-04-25',
  habitats: ['woodland', 'hedge-bank', 'waterside', 'grassland'],
  mayDig: false,
  policy: Policy.parse({}),
  abundance: new Map(),
  drills: new Map()
};
