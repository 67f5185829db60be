import { describe, expect, it } from 'vitest';
import { character } from '../../../tests/support/small-matrix';
import { writeOut } from './authored';
import { AuthoredTaxon, RegionSeason } from './schema';

const glossary = [
  character('outline', ['oval', 'arrow']),
  character('veins', ['net', 'arching']),
  character('umbel', ['umbel', 'absent'], { organ: 'inflorescence' }),
  character('petals', ['five', 'absent'], { organ: 'flower' })
];
const taxon = (stages: object) =>
  AuthoredTaxon.parse({
    slug: 'a',
    name: 'A a',
    rank: 'species',
    family: 'F',
    group: 'plant',
    lifeForm: 'annual',
    names: [{ name: 'A', language: 'en', region: 'here' }],
    habitats: ['woodland'],
    stages,
    basis: 'none'
  });
const cells = (stages: object, stage: 'leaf' | 'flower' | 'fruit') => {
  const season = Object.fromEntries(Object.keys(stages).map((one) => [one, [[1, 2, 3, 4] as const]]));
  const written = writeOut(taxon(stages), glossary, {
    season: RegionSeason.parse({ a: season })['a']!,
    status: undefined
  });
  return 'message' in written ? written : written.stages[stage]!.description;
};

describe('a hand-written stage', () => {
  it('may name a state alone for always, and a range by its four values', () => {
    expect(cells({ leaf: { description: { outline: 'oval', veins: [1, 2, 3, 4] } } }, 'leaf')).toEqual({
      outline: { oval: 'always' },
      veins: { min: 1, low: 2, high: 3, max: 4 }
    });
  });

  it('takes over another’s cells, drops those without, and replaces those that it describes', () => {
    const stages = {
      leaf: { description: { outline: 'oval', veins: 'net' } },
      flower: { like: 'leaf', without: ['veins'], description: { outline: 'arrow' } }
    };
    expect(cells(stages, 'flower')).toEqual({ outline: { arrow: 'always' } });
  });

  it('that lacks an organ says so in every character of the organ that can', () => {
    expect(cells({ leaf: { lacks: ['inflorescence', 'flower', 'leaf blade'] } }, 'leaf')).toEqual({
      umbel: { absent: 'always' },
      petals: { absent: 'always' }
    });
  });

  it('may not be like itself, even by a detour, nor like one that is not described', () => {
    const circle = { flower: { like: 'fruit' }, fruit: { like: 'flower' } };
    expect(cells(circle, 'flower')).toMatchObject({ message: expect.stringContaining('is like itself') });
    expect(cells({ flower: { like: 'leaf' } }, 'flower')).toMatchObject({
      stage: 'flower',
      message: "like: is like 'leaf', which is not described"
    });
  });
});
