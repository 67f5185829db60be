import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../../tests/support/content';
import { type Specification, aboutQuestion } from './index';

const library = shippedLibrary();
const pair = {
  target: 'allium-ursinum',
  lookalike: 'arum-italicum',
  targetStage: 'leaf',
  lookalikeStage: 'leaf',
  deciding: [],
  seed: 1
} as const;
const ramsons = { taxon: 'allium-ursinum', stage: 'leaf' } as const;
const said = (spec: Specification) => aboutQuestion(library, spec);

describe('a question, said to those who made it', () => {
  it('on a pair tells which of the two it is; names keep their capitals', () => {
    const shown = { ...pair, drill: 'side by side', partial: false, inGrass: false } as const;
    expect(said({ ...shown, specimen: 'lookalike' })).toEqual({
      title: 'Side by side',
      about: 'Ramsons or Italian lords-and-ladies',
      truth: 'Italian lords-and-ladies'
    });
    expect(said({ ...shown, specimen: 'target' }).truth).toBe('Ramsons');
  });

  it.each([
    [0, '8 pieces, none wrong'],
    [2, '8 pieces, 2 Italian lords-and-ladies']
  ])('on a basket with %i wrong pieces counts them', (wrong, truth) => {
    expect(said({ ...pair, drill: 'basket', pieces: 8, wrong, inBits: false } as Specification).truth).toBe(
      truth
    );
  });

  it('on a tray lists what lay there, or what was swapped', () => {
    const tray = {
      drill: 'tray',
      shown: [ramsons, { taxon: 'urtica-dioica', stage: 'leaf' }],
      others: [{ taxon: 'arum-italicum', stage: 'leaf' }],
      seconds: 20,
      seed: 1
    } as const;
    expect(said({ ...tray, mode: 'what was there' } as unknown as Specification).truth).toBe(
      'Ramsons, Stinging nettle'
    );
    expect(said({ ...tray, mode: 'what was swapped' } as unknown as Specification)).toMatchObject({
      about: '2 plants, 20 s: what was swapped',
      truth: 'Ramsons'
    });
  });

  it.each([
    ['english name', 'Ramsons'],
    ['scientific name', 'Allium ursinum'],
    ['family', 'Amaryllidaceae: Ramsons']
  ] as const)('that asks for the %s gives that', (asks, truth) => {
    expect(said({ drill: 'names and terms', asks, ...ramsons, others: [], seed: 1 })).toMatchObject({
      about: asks,
      truth
    });
  });

  it('of a scene says why the plant is to be left, or that it may be taken', () => {
    const taking = (scene: object) =>
      said({
        drill: 'should we take it',
        ...ramsons,
        scene: {
          mayPick: true,
          nearby: { kind: 'railway', metres: 900 },
          isOnlyPatch: false,
          squareMetres: 400,
          low: 900,
          taken: 0,
          ...scene
        },
        buffers: {},
        seed: 1
      } as Specification).truth;
    expect(taking({})).toBe('it may be taken');
    expect(taking({ mayPick: false, isOnlyPatch: true })).toBe('no leave to pick; the only patch');
    expect(taking({ nearby: { kind: 'railway', metres: 1 } })).toBe('too near to what fouls it');
  });

  it('of seasons puts them in their order', () => {
    const items: { taxon: string; stage: 'flower' }[] = [
      { taxon: 'conium-maculatum', stage: 'flower' },
      { taxon: 'allium-ursinum', stage: 'flower' }
    ];
    expect(said({ drill: 'season', mode: 'taxa', items, seed: 1 }).truth).toBe(
      'Ramsons in flower, Hemlock in flower'
    );
  });

  it('of a plant that a school took out says what is left: its slug', () => {
    const gone = { drill: 'names and terms', asks: 'english name', taxon: 'no-such-plant' } as const;
    expect(said({ ...gone, stage: 'leaf', others: [], seed: 1 }).truth).toBe('no-such-plant');
  });
});
