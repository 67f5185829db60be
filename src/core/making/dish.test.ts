import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { dishFacts, toGatherFor } from './dish';
import { proposalFor } from './stock';

const library = shippedLibrary();
const part = (taxon: string, partName: string, way: string, grams: number) => ({
  taxon,
  part: partName,
  way,
  grams
});
const nettle = part('urtica-dioica', 'young top', 'boil', 60);
const sorrel = part('rumex-acetosa', 'leaf', 'boil', 30);
const dock = part('rumex-crispus', 'young leaf', 'boil', 30);

describe('a dish', () => {
  it('joins what its cards contain and whom they are not for', () => {
    const { contains, notFor, problems, parts } = dishFacts(
      library,
      [nettle, part('allium-ursinum', 'leaf', 'butter', 5)],
      [{ words: 'barley', contains: ['cereals containing gluten'] }]
    );
    expect(problems).toEqual([]);
    expect(contains).toEqual(['milk', 'cereals containing gluten']);
    const clotting = notFor.find(({ whom }) => whom.includes('clotting'));
    expect(clotting!.because).toEqual(['Stinging nettle', 'Ramsons']);
    expect(parts.map(({ name }) => name)).toEqual(['Stinging nettle', 'Ramsons']);
  });

  it('adds up over its plants what a day allows of a load', () => {
    const { loads, problems } = dishFacts(library, [sorrel, dock], []);
    const oxalate = loads.find(({ load }) => load === 'oxalate')!;
    expect(oxalate.share).toBeCloseTo(2);
    expect(oxalate.from).toEqual(['Common sorrel', 'Curled dock']);
    expect(problems).toEqual([
      'Common sorrel and Curled dock together hold 2 times what a day allows of oxalate.'
    ]);
    const half = [sorrel, dock].map((one) => ({ ...one, grams: 15 }));
    expect(dishFacts(library, half, []).problems).toEqual([]);
  });

  it('refuses more for each than a day’s most, a way that is not taught, and what is not eaten', () => {
    const { problems } = dishFacts(
      library,
      [
        { ...nettle, grams: 61 },
        part('anthriscus-sylvestris', 'young leaf', 'boil', 10),
        part('urtica-dioica', 'old stem', 'cord', 10),
        part('urtica-dioica', 'young top', 'roast', 10)
      ],
      []
    );
    expect(problems).toEqual([
      expect.stringMatching(/^Cow parsley, young leaf, boil: No method is taught/),
      'The library has no way “roast” for Stinging nettle, young top.',
      'Stinging nettle, cord, is not eaten.',
      expect.stringMatching(/^61 g of Stinging nettle, young top each is more than a day’s most, 60 g/)
    ]);
  });

  it('says how much to gather for those who eat', () => {
    const [one] = toGatherFor(dishFacts(library, [nettle], []), 6);
    // 360 g boiled, of which 0.9 is left of the cleaned, of which 0.8 of the gathered.
    expect(one!.gather).toBeCloseTo(500);
    const [cup] = toGatherFor(dishFacts(library, [part('sambucus-nigra', 'flower', 'infuse', 3)], []), 4);
    expect(cup!.gather).toBeCloseTo(24);
  });
});

describe('what to gather next', () => {
  const yields = { cleaned: [0.7, 0.8, 0.9], ready: [0.15, 0.2, 0.28] } as {
    cleaned: [number, number, number];
    ready: [number, number, number];
  };
  const grams = { piece: [1.5, 2, 3] as [number, number, number] };
  const larder = { madeThisYear: 0, fromBefore: 0, coming: 0 };

  it('is what the year lacks, in fresh pieces, within what the patches give', () => {
    const { pieces, gather, words } = proposalFor(200, { ...larder, madeThisYear: 120 }, yields, grams, 900);
    expect(gather).toBeCloseTo(500);
    expect(pieces).toBe(250);
    expect(words).toBe('80 g are missing: 500 g fresh, about 250 pieces. The patches still give 900.');
    expect(proposalFor(200, larder, yields, grams, 100).words).toMatch(/give only 100: the rest waits/);
    expect(proposalFor(200, larder, yields, grams, 0).words).toMatch(/it waits/);
    expect(proposalFor(200, larder, yields, grams, 'to need').words).toMatch(/about 625 pieces\.$/);
  });

  it('is nothing where jars of before and what is drying are enough', () => {
    expect(proposalFor(200, { ...larder, fromBefore: 120, coming: 80 }, yields, grams, 900)).toMatchObject({
      missing: 0,
      words: 'The year has enough: gather no more of it.'
    });
  });

  it('says grams alone where no mass is known, and that no patch is', () => {
    expect(proposalFor(20, larder, yields, undefined, undefined).words).toBe(
      '20 g are missing: 125 g fresh. No patch of it is known.'
    );
  });
});
