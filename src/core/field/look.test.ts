import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { ids, packOf, tapped } from '../../../tests/support/field';
import { observationsFrom, lookCloser } from '../evidence';
import { loadsOf, lookOnWalk } from './index';

const library = shippedLibrary();
const pack = packOf({ abundance: { 'allium-ursinum': 'abundant' } });

describe('what follows from what is said on the walk', () => {
  it('is what follows at a desk', () => {
    const entries = ['leaf-venation~arching', 'stand~carpet'];
    const here = lookOnWalk(pack, library, entries, 'allium-ursinum');
    const desk = lookCloser(
      library,
      {
        isoDate: pack.walk.isoDate,
        habitats: pack.site.habitats,
        abundance: new Map([['allium-ursinum', 'abundant']])
      },
      { mayDig: false, scentCounts: true },
      observationsFrom(library, entries, []).seen,
      [],
      'allium-ursinum'
    );
    expect([here.verdict, here.suspects[0]!.taxon.slug, here.other]).toEqual([
      desk.verdict,
      desk.suspects[0]!.taxon.slug,
      desk.other
    ]);
  });

  it('never finds that nothing speaks against a dangerous plant, nor against a half-told one', () => {
    for (const danger of ['arum-maculatum', 'convallaria-majalis', 'conium-maculatum'])
      expect(lookOnWalk(pack, library, ['stand~groups'], danger).verdict).not.toBe('consistent');
    expect(lookOnWalk(pack, library, ['stand~carpet'], 'allium-ursinum').verdict).not.toBe('consistent');
  });

  it('a sign of the lookalike is never taken for one of the plant', () => {
    // A net of veins with one along the edge is that of lords-and-ladies.
    const { verdict } = lookOnWalk(pack, library, ['leaf-venation~net-with-rim'], 'allium-ursinum');
    expect(verdict).toBe('contradicted');
  });
});

describe('loads of a day', () => {
  const taste = (taxon: string, answer: 'yes' | 'no', minute = 1) =>
    tapped('tasting', minute, { person: ids.ada, taxon, part: 'leaf', answer, portions: 1 });

  it('are told once somebody has them from two plants; a later no takes the first answer’s place', () => {
    const sour = ['rumex-acetosa', 'oxalis-acetosella'].filter((slug) =>
      library.taxa.get(slug)?.loads.includes('oxalate')
    );
    expect(sour).toHaveLength(2);
    const both = sour.map((slug) => taste(slug, 'yes'));
    expect(loadsOf(library, both.slice(0, 1), ids.ada)).toEqual([]);
    expect(loadsOf(library, both, ids.ada)).toEqual(['oxalate']);
    expect(loadsOf(library, both, ids.ben)).toEqual([]);
    expect(loadsOf(library, [...both, taste(sour[1]!, 'no', 2)], ids.ada)).toEqual([]);
  });
});
