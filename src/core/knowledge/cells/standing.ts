import { Standing } from '../schema';
import { standingInWords } from '../standing';
import { type FieldKind, ifSet } from './kind';

const from = (origin: string, isInvasive: boolean, frequency: string) => {
  const value = {
    ...ifSet('origin', origin),
    ...(isInvasive ? { isInvasive } : {}),
    ...ifSet('frequency', frequency)
  };
  return Object.keys(value).length > 0 ? value : undefined;
};

/** How it comes to stand in the region, and how often. */
export const standing: FieldKind<Standing> = {
  title: 'standing',
  isRegional: true,
  schema: Standing,
  words: (value) => standingInWords(value) || 'not known',
  read: (filled) => ({
    value: from(filled.text('origin'), filled.has('isInvasive'), filled.text('frequency'))
  }),
  toFacts: ({ origin = '', isInvasive, frequency = '' }) => ({
    origin,
    invasive: isInvasive ? 'yes' : '',
    frequency
  }),
  fromFacts: ({ origin = '', invasive = '', frequency = '' }) => from(origin, invasive === 'yes', frequency)
};
