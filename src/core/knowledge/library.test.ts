import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import {
  type LibraryDocument,
  type Taxon,
  compileLibrary,
  englishName,
  isDangerous,
  lacksOrgan,
  useClaims
} from './index';

const { document, library } = shippedContent();

/** The shipped document with one taxon changed. */
function changed(slug: string, change: (taxon: Taxon) => Taxon): LibraryDocument {
  return { ...document, taxa: document.taxa.map((taxon) => (taxon.slug === slug ? change(taxon) : taxon)) };
}
const problemsOf = (changedDocument: LibraryDocument) =>
  compileLibrary(changedDocument).problems.map(({ taxon, field, message }) => `${taxon} ${field} ${message}`);

describe('a stage that is like another', () => {
  it('takes over its cells and replaces those that it describes itself', () => {
    const ramsons = library.taxa.get('allium-ursinum')!;
    const [leaf, flower] = [ramsons.stages.get('leaf')!, ramsons.stages.get('flower')!];
    expect(flower.cells.get('leaf-venation')).toEqual(leaf.cells.get('leaf-venation'));
    expect(flower.cells.get('flower-cluster')).not.toEqual(leaf.cells.get('flower-cluster'));
  });

  it('does not take from it that an organ is lacking which it has itself', () => {
    const ramsons = library.taxa.get('allium-ursinum')!;
    const [leaf, flower] = [ramsons.stages.get('leaf')!, ramsons.stages.get('flower')!];
    expect(leaf.lacks.has('stem')).toBe(true);
    expect(leaf.cells.has('stem-filling')).toBe(true);
    expect(flower.cells.has('stem-hairs')).toBe(true);
    expect(flower.cells.has('stem-filling')).toBe(false);
    expect(flower.cells.has('bracts')).toBe(true);
  });

  it('leaves out what it says is not known of it any more', () => {
    const carrot = library.taxa.get('daucus-carota')!;
    expect(carrot.stages.get('flower')!.cells.has('flower-size')).toBe(true);
    expect(carrot.stages.get('fruit')!.cells.has('flower-size')).toBe(false);
  });
});

describe('compiling a library', () => {
  it('finds no problem in the one that ships', () => {
    expect(problemsOf(document)).toEqual([]);
  });

  it('names a family without an entry, and a slug that two taxa use', () => {
    expect(problemsOf(changed('daucus-carota', (taxon) => ({ ...taxon, family: 'Nowhereaceae' })))).toEqual([
      "daucus-carota family 'Nowhereaceae' has no entry"
    ]);
    expect(problemsOf({ ...document, taxa: [...document.taxa, document.taxa[0]!] }).join()).toContain(
      'is used by two taxa'
    );
  });

  it('indexes each cell by its character’s place in the glossary', () => {
    for (const taxon of library.taxa.values())
      for (const { cells, byIndex } of taxon.stages.values()) {
        expect(byIndex.filter(Boolean)).toHaveLength(cells.size);
        library.characters.forEach(({ slug }, i) => expect(byIndex[i]).toBe(cells.get(slug)));
      }
  });

  it('counts the harm of the plant itself, not that of the water in which it stands', () => {
    const cress = library.taxa.get('nasturtium-officinale')!;
    expect(cress.hazards.some(({ fromTheGround }) => fromTheGround)).toBe(true);
    expect(isDangerous(cress)).toBe(false);
  });

  it('knows when a plant lacks an organ', () => {
    const ramsons = library.taxa.get('allium-ursinum')!;
    const cluster = library.character.get('flower-cluster')!;
    expect(lacksOrgan(cluster, ramsons.stages.get('leaf')!.cells.get('flower-cluster')!)).toBe(true);
    expect(lacksOrgan(cluster, ramsons.stages.get('flower')!.cells.get('flower-cluster')!)).toBe(false);
  });
});

describe('every starter entry', () => {
  it.each(document.taxa.map((taxon) => [taxon.slug, taxon] as const))(
    '%s has an English name, says what it rests on, and describes a plant’s leaves by ten characters or more',
    (slug, taxon) => {
      expect(taxon.names.some(({ language }) => language === 'en')).toBe(true);
      expect(englishName(taxon)).not.toBe(taxon.name);
      expect(taxon.basis).toMatch(/not yet checked/);
      const described = library.taxa.get(slug)!.stages.get('leaf');
      if (described && taxon.group === 'plant') expect(described.cells.size).toBeGreaterThanOrEqual(10);
    }
  );

  it('that may be eaten has a harvest rule with its basis, and conditions for the use', () => {
    for (const taxon of document.taxa.filter(({ uses }) => uses.some(({ kind }) => kind === 'food'))) {
      expect(taxon.harvest?.basis, taxon.slug).toBeTruthy();
      for (const { conditions } of taxon.uses) expect(conditions.length, taxon.slug).toBeGreaterThan(10);
    }
  });

  it('that harms seriously when eaten offers no food', () => {
    for (const taxon of library.taxa.values())
      if (taxon.eatenSeverity >= 3) expect(taxon.uses.filter(({ kind }) => kind !== 'history')).toEqual([]);
  });

  it('makes one claim a use, each with a hash of its own', () => {
    const claims = document.taxa.flatMap(useClaims);
    expect(new Set(claims.map(({ hash }) => hash)).size).toBe(claims.length);
  });
});

describe('a curated pair', () => {
  it.each(document.pairs.map((pair) => [`${pair.target} / ${pair.lookalike}`, pair] as const))(
    '%s has a stage of the target and a popular test that fails',
    (_, pair) => {
      const target = library.taxa.get(pair.target)!;
      expect([...target.stages.keys()]).toContain(pair.hardestAt);
      expect(pair.failingTest.fails).not.toBe('');
    }
  );
});
