import { describe, expect, it } from 'vitest';
import { shippedLibrary, shippedRegions } from '../../../../tests/support/content';
import { createRandom } from '../../random';
import { anybody } from '../frame';
import { composeRoundOfKind } from '../round';
import { plantOf, pose, tellingOfFamily } from './index';

const library = shippedLibrary();
const spec = (taxon: string, stage: string, others: string[]) => ({
  drill: 'which family' as const,
  taxon,
  stage: stage as 'leaf',
  others,
  seed: 7
});
const posed = (...asked: Parameters<typeof spec>) => pose(library, spec(...asked), new Map())!;
const telling = (taxon: string, stage: string, others: string[]) =>
  tellingOfFamily(library, plantOf(library, taxon, stage)!, others).map(({ slug }) => slug);

describe('the signs of a family', () => {
  it('are those that a botanist names: umbels and sheaths, square stems, a cross of petals, a papery tube', () => {
    // Facts of the trade, as every flora has them.
    expect(telling('anthriscus-sylvestris', 'flower', ['Fabaceae', 'Polygonaceae'])).toEqual([
      'flower-cluster',
      'leaf-attachment'
    ]);
    expect(telling('glechoma-hederacea', 'flower', ['Apiaceae', 'Polygonaceae'])).toContain('stem-section');
    expect(telling('alliaria-petiolata', 'flower', ['Apiaceae', 'Asteraceae'])).toContain('flower-form');
    expect(telling('rumex-acetosa', 'leaf', ['Apiaceae', 'Asteraceae'])).toContain('stalk-tube');
  });

  it('do not count against a family whose members show them too', () => {
    // Onions have umbels as well.
    expect(telling('anthriscus-sylvestris', 'flower', ['Amaryllidaceae'])).not.toContain('flower-cluster');
  });

  it('are shown by some of its members in the home region, each of them', () => {
    for (const { name, signs = [] } of library.families.values())
      for (const { character, states } of signs) {
        const own = library.character.get(character)!;
        const members = [...library.taxa.values()].filter(({ family }) => family === name);
        const shows = members.some(({ stages }) =>
          [...stages.values()].some(({ cells }) => {
            const cell = cells.get(character);
            return (
              cell &&
              own.kind === 'states' &&
              states.some((state) => cell.frequency[own.states.findIndex(({ slug }) => slug === state)]! > 0)
            );
          })
        );
        if (members.length > 0) expect([name, character, shows]).toEqual([name, character, true]);
      }
  });
});

describe('which family', () => {
  const question = posed('anthriscus-sylvestris', 'flower', ['Fabaceae', 'Polygonaceae', 'Rosaceae']);
  const open = question.open([]);
  if (open.drill !== 'which family') throw new Error(open.drill);
  const graded = (given: object) => question.grade({ drill: 'which family', ...given }, []);

  it('gives away neither the plant nor its family before it was answered', () => {
    expect(open.families.map(({ name }) => name).sort()).toEqual([
      'Apiaceae',
      'Fabaceae',
      'Polygonaceae',
      'Rosaceae'
    ]);
    expect(JSON.stringify(open)).not.toMatch(/parsley|anthriscus/i);
  });

  it('is right with a sign of the family, half right with another part, and no error where it is left open', () => {
    const parts = open.parts.map(({ id }) => graded({ family: 'Apiaceae', part: id }));
    expect(parts.map(({ outcome }) => outcome)).toEqual(parts.map(() => 'right'));
    expect(new Set(parts.map(({ partRight }) => partRight))).toEqual(new Set([true, false]));
    expect(graded({ family: 'Rosaceae', part: 0 })).toMatchObject({ outcome: 'missed', score: 0 });
    expect(graded({})).toMatchObject({ outcome: 'left', decision: undefined, pair: undefined });
  });

  it('ends with the caution of the family, and never with leave to gather', () => {
    const { reasons } = graded({ family: 'Apiaceae', part: 0 }).feedback;
    expect(reasons.join(' ')).toContain('Several members kill');
    expect(reasons.at(-1)).toContain('says of no plant that it may be eaten');
  });

  it('is asked in every region, of plants that show a sign on the very specimen', () => {
    for (const { library: own } of shippedRegions().values()) {
      const pair = own.pairs.find(
        ({ target, lookalike }) => own.taxa.has(target) && own.taxa.has(lookalike)
      )!;
      const stageOf = (slug: string) => [...own.taxa.get(slug)!.stages.keys()][0]!;
      const pairs = own.pairs.slice(0, 30).flatMap(({ target, lookalike }) =>
        own.taxa.has(target) && own.taxa.has(lookalike)
          ? [
              {
                target,
                lookalike,
                targetStage: stageOf(target),
                lookalikeStage: stageOf(lookalike),
                deciding: []
              }
            ]
          : []
      );
      const frame = {
        library: own,
        context: pairs,
        rules: { mayDig: false, scentCounts: false },
        isoDate: '2027-06-20',
        buffers: {},
        learner: anybody(pairs),
        now: new Date('2027-06-20T10:00:00Z')
      };
      const made = composeRoundOfKind(frame, pairs, 4, 'which family', createRandom(`family ${pair.target}`));
      expect(made.length).toBeGreaterThan(1);
      for (const one of made) {
        const shown = pose(own, one, new Map())!.open([]);
        expect(shown.drill).toBe('which family');
      }
    }
  });
});
