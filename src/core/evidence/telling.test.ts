import { describe, expect, it } from 'vitest';
import { always, character } from '../../../tests/support/small-matrix';
import { shippedLibrary } from '../../../tests/support/content';
import { type Piece, pieceNamed } from '../knowledge';
import {
  type Demand,
  bears,
  contrastsOf,
  curatedPair,
  dangerousLookalikes,
  harmsBeyond,
  isTold,
  lookCloser,
  opponentsOf
} from './index';

const glossary = [
  character('outline', ['a', 'b'], { aspect: 'shape' }),
  character('margin', ['a', 'b'], { aspect: 'shape' }),
  character('veins', ['a', 'b'], { aspect: 'veins' }),
  character('sheen', ['a', 'b'], { aspect: 'surface' }),
  character('stalk', ['a', 'b'], { organ: 'leaf stalk and sheath', aspect: 'attachment' }),
  character('umbel', ['a', 'b', 'absent'], { organ: 'inflorescence' }),
  character('petals', ['a', 'b', 'absent'], { organ: 'flower' }),
  character('smell', ['a', 'b'], { organ: 'scent', sense: 'scent' }),
  character('milk', ['a', 'b'], { organ: 'sap', sense: 'break' })
];
const all = Object.fromEntries(glossary.map(({ slug }) => [slug, 'a']));
const target = always(glossary, all);
const leaf = pieceNamed('young leaf');

/** Whether a plant that differs in some characters is told from the target. */
const told = (differs: readonly string[], demand: Demand = {}, piece: Piece | undefined = leaf) => {
  const other = always(glossary, { ...all, ...Object.fromEntries(differs.map((slug) => [slug, 'b'])) });
  return isTold(contrastsOf(glossary, target, other).telling, glossary, demand, piece);
};
const deadly = { canKill: true };

describe('what tells a piece', () => {
  it('are two signs of different organs, one of them on the piece, and two where the other can kill', () => {
    expect(told(['outline', 'stalk'])).toBe(true);
    expect(told(['outline', 'stalk'], deadly)).toBe(true);
    expect(told(['outline', 'petals'])).toBe(true);
    expect(told(['outline', 'petals'], deadly)).toBe(false);
    expect(told(['umbel', 'petals'])).toBe(false);
    expect(told(['umbel', 'petals'], {}, pieceNamed('flower'))).toBe(true);
  });

  it('are three of one organ only where their aspects differ', () => {
    expect(told(['outline', 'veins'])).toBe(false);
    expect(told(['outline', 'margin', 'veins'])).toBe(false);
    expect(told(['outline', 'veins', 'sheen'], deadly)).toBe(true);
  });

  it('is not a further sign on it that says what another on it says already', () => {
    expect(told(['outline', 'margin', 'petals'], deadly)).toBe(false);
    expect(told(['outline', 'veins', 'petals'], deadly)).toBe(true);
  });

  it('is never that the other lacks what the piece does not bear', () => {
    const other = always(glossary, { ...all, outline: 'b', petals: 'absent' });
    const { telling } = contrastsOf(glossary, target, other);
    expect(isTold(telling, glossary, {}, leaf)).toBe(false);
    expect(isTold(telling, glossary, {}, undefined)).toBe(true);
  });

  it('is scent only beside what is seen on the piece, and never against what can kill', () => {
    expect(told(['outline', 'smell'])).toBe(true);
    expect(told(['outline', 'smell'], deadly)).toBe(false);
    expect(told(['petals', 'smell'])).toBe(false);
  });

  it('is milk on a broken leaf as well: it is seen', () => {
    expect(told(['milk', 'outline'], deadly)).toBe(true);
  });

  it('is never the test that is known to fail', () => {
    expect(told(['outline', 'stalk'], { failing: new Set(['stalk']) })).toBe(false);
  });
});

describe('lookalikes of a piece', () => {
  const library = shippedLibrary();
  const taxon = (slug: string) => library.taxa.get(slug)!;
  const namesOf = (slug: string, stage: 'leaf' | 'flower' | 'fruit', isoDate: string) =>
    dangerousLookalikes(library, taxon(slug), taxon(slug).stages.get(stage)!, isoDate, { habitats: [] }).map(
      (one) => one.taxon.slug
    );

  it('do harm that the plant itself does not', () => {
    expect(harmsBeyond(taxon('heracleum-sphondylium'), taxon('pastinaca-sativa'), true)).toBe(false);
    expect(harmsBeyond(taxon('heracleum-sphondylium'), taxon('heracleum-mantegazzianum'), false)).toBe(true);
    expect(harmsBeyond(taxon('allium-ursinum'), taxon('convallaria-majalis'), false)).toBe(true);
  });

  it('bear it: leafless stages are none of a leaf, and plants without fruit none of a berry', () => {
    expect(bears(taxon('arum-maculatum').stages.get('fruit')!, leaf)).toBe(false);
    expect(bears(taxon('taxus-baccata').stages.get('leaf')!, pieceNamed('ripe fruit'))).toBe(false);
    expect(namesOf('allium-ursinum', 'leaf', '2027-04-20')).toContain('arum-maculatum');
    expect(namesOf('sambucus-nigra', 'fruit', '2027-09-05')).not.toContain('conium-maculatum');
    expect(namesOf('sambucus-nigra', 'flower', '2027-06-15')).toContain('conium-maculatum');
  });

  it('stand where the target stands, or were recorded there', () => {
    const at = (abundance?: ReadonlyMap<string, unknown>) =>
      dangerousLookalikes(
        library,
        taxon('lamium-album'),
        taxon('lamium-album').stages.get('leaf')!,
        '2027-04-10',
        {
          habitats: ['waste-ground'],
          ...(abundance && { abundance })
        }
      ).map((one) => one.taxon.slug);
    expect(at()).not.toContain('mercurialis-perennis');
    expect(at(new Map([['mercurialis-perennis', 'rare']]))).toContain('mercurialis-perennis');
  });

  it('that merely grow among it are sorted out, not told; but are a rival once they are likely', () => {
    expect(curatedPair(library, 'veronica-beccabunga', 'berula-erecta', 'leaf')?.kind).toBe('grows among');
    const stage = taxon('veronica-beccabunga').stages.get('leaf')!;
    const found = dangerousLookalikes(library, taxon('veronica-beccabunga'), stage, '2027-05-10', {
      habitats: []
    });
    expect(opponentsOf(found).map((one) => one.taxon)).not.toContain('berula-erecta');
    const seen = (
      [
        ['leaf-outline', 'ladder'],
        ['leaf-margin', 'sharp-toothed']
      ] as const
    ).map(([slug, state]) => {
      const one = library.character.get(slug)!;
      return {
        character: one,
        state: one.kind === 'states' ? one.states.findIndex((own) => own.slug === state) : 0
      };
    });
    const look = lookCloser(
      library,
      { isoDate: '2027-05-10', habitats: ['waterside'], abundance: new Map() },
      { mayDig: false, scentCounts: true },
      seen,
      [],
      'veronica-beccabunga'
    );
    expect(look.open.map(({ slug }) => slug)).toContain('berula-erecta');
    expect(look.verdict).not.toBe('consistent');
  });
});
