import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { type Outing, animalsOn } from './animal';

const { animals, character } = shippedLibrary();
const sligo = { longitude: -8.6, latitude: 54.3 };
const dorset = { longitude: -2.1, latitude: 50.7 };
const antrim = { longitude: -6.2, latitude: 55.2 };
const kintyre = { longitude: -5.6, latitude: 55.5 };
const heath: Outing = { place: dorset, day: 150, habitats: ['heath'], isOnShore: false };
const slugs = (outing: Partial<Outing>) =>
  animalsOn(animals, { ...heath, ...outing }).map(({ slug }) => slug);

describe('animals of the region', () => {
  it('are met where they live: no adder in Ireland, none in winter, none in a wet meadow', () => {
    expect(slugs({})).toContain('adder');
    for (const place of [sligo, antrim]) expect(slugs({ place })).not.toContain('adder');
    expect(slugs({ place: kintyre })).toContain('adder');
    expect(slugs({ day: 20 })).not.toContain('adder');
    expect(slugs({ habitats: ['waterside'] })).not.toContain('adder');
    // Where nobody has said where the site is, whatever lives in the region may be met.
    expect(slugs({ place: undefined })).toContain('adder');
  });

  it('of the shore are met below the tide line alone, wasps anywhere in late summer', () => {
    expect(slugs({ habitats: ['coast'] })).not.toContain('weever');
    expect(slugs({ habitats: ['coast'], isOnShore: true })).toContain('weever');
    expect(slugs({ habitats: [], day: 230 })).toContain('wasps-and-bees');
    expect(slugs({ habitats: [], day: 100 })).not.toContain('wasps-and-bees');
  });

  it('stand by their weight, in habitats of the glossary, each with first aid that cuts and sucks nothing', () => {
    const place = character.get('place');
    const known = new Set(place?.kind === 'states' ? place.states.map(({ slug }) => slug) : []);
    for (const animal of animals) {
      for (const habitat of animal.habitats) expect(known, animal.slug).toContain(habitat);
      for (const line of animal.firstAid)
        if (/\b(cutting|sucking|tourniquet|flame)\b/i.test(line))
          expect(line, animal.slug).toMatch(/\bno\b/i);
    }
    const weights = animalsOn(animals, { ...heath, place: undefined }).map(
      ({ consequence, likelihood }) => consequence * likelihood
    );
    expect(weights).toEqual([...weights].sort((a, b) => b - a));
  });

  it('may be met over the new year', () => {
    const [tick] = animals;
    const winter = [{ ...tick!, habitats: [], seasons: [[330, 40] as [number, number]] }];
    expect(animalsOn(winter, { ...heath, day: 10 })).toHaveLength(1);
    expect(animalsOn(winter, { ...heath, day: 100 })).toHaveLength(0);
  });
});
