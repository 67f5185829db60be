import { describe, expect, it } from 'vitest';
import { BriefDocument, type BriefOutline, briefDifferences, rankedHazards, richText } from '../index';

const stop = (name: string, number: number, change: object = {}) => ({
  number,
  name,
  arrive: '11:00',
  leave: '11:20',
  minutes: 20,
  legMetres: 0,
  legMinutes: 0,
  talkingPoints: richText('Look.'),
  longitude: -8.7,
  latitude: 54.3,
  taxa: [],
  ...change
});
/** As the first format had it. */
const first = {
  format: 1,
  walk: { name: 'Wood', isoDate: '2027-04-25', start: '11:00', end: '14:00', timeZone: 'Europe/Dublin' },
  front: {
    site: 'Wood',
    accessPoint: 'Gate.',
    permission: '',
    leader: 'Bram',
    cohort: 'Spring',
    emergencyNumbers: [],
    meeting: { longitude: -8.7, latitude: 54.3 }
  },
  stops: [stop('Gate', 1), stop('Bank', 2)],
  targets: [],
  sheets: [],
  appendix: [],
  contact: [],
  harvest: [],
  library: { hash: 'abc', name: 'Starter', taxa: 95 }
};
const before: BriefOutline = BriefDocument.parse(first);
const about = (after: object) =>
  briefDifferences(before, BriefDocument.parse({ ...first, ...after })).map((change) => change.about);

describe('what a brief says otherwise than another', () => {
  it('is nothing where both say the same', () => {
    expect(about({})).toEqual([]);
  });

  it.each<[string, object, string[]]>([
    ['another leader', { front: { ...first.front, leader: 'Nessa' } }, ['Leader']],
    ['another date', { walk: { ...first.walk, isoDate: '2027-05-01' } }, ['Date']],
    ['a stop left out', { stops: [stop('Gate', 1)] }, ['Stop 2, Bank']],
    ['a new stop', { stops: [...first.stops, stop('Spring', 3)] }, ['Stop 3, Spring']],
    [
      'another time',
      { stops: [stop('Gate', 1), stop('Bank', 2, { leave: '11:30' })] },
      ['Stop 2, Bank: time']
    ],
    [
      'other talking points',
      { stops: [stop('Gate', 1, { talkingPoints: richText('Listen.') }), stop('Bank', 2)] },
      ['Stop 1, Gate: talking points']
    ]
  ])('names %s', (_, change, expected) => {
    expect(about(change)).toEqual(expected);
  });
});

describe('hazards by rating', () => {
  it('put pairs, contact, animals, ground and water into one order', () => {
    const ranked = rankedHazards({
      sheets: [],
      contact: [
        {
          name: 'Nettle',
          scientific: '',
          effect: '',
          onset: '',
          where: '',
          wear: '',
          onContact: '',
          rating: 6
        }
      ],
      dangers: [{ kind: 'water', name: 'The tide', what: '', consequence: 5, likelihood: 3 }]
    });
    expect(ranked.map(({ kind, rating }) => `${kind} ${rating}`)).toEqual(['water 15', 'contact 6']);
  });
});
