import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { bears, glanceSimilarity, harmsBeyond, rivalOf, separatingSet } from '../../src/core/evidence';
import { type Library, type LibraryTaxon, pieceAt } from '../../src/core/knowledge';
import { addDays, stagesUp } from '../../src/core/season';
import { gatheredStages } from '../support/believability';
import { homeRegion, shippedRegions } from '../support/content';
import { loneStates } from '../support/lone-states';

/** What must hold of the starter library before it may be released. */

const libraries = [...shippedRegions()].map(([region, { library }]) => [region, library] as const);
/** Every plant once, by any region that has it. */
const allTaxa = libraries.flatMap(([, { taxa }]) => [...taxa.values()]);
const rules = { mayDig: false, scentCounts: true };

/** Every tenth day of a year. */
const days = Array.from({ length: 37 }, (_, i) => addDays('2027-01-01', 10 * i));

/**
 * Whether on some day what is gathered of a plant, or where nothing is the whole of it, is told from all that is there of
 * the other.
 */
const isSeparatedSomewhere = (library: Library, target: LibraryTaxon, other: LibraryTaxon) =>
  days.some((isoDate) => {
    const there = stagesUp(other, isoDate).map(({ stage }) => other.stages.get(stage)!);
    const gathered = gatheredStages(target);
    return stagesUp(target, isoDate).some(({ stage: name }) => {
      const stage = target.stages.get(name)!;
      const piece = pieceAt(target, name);
      const opponents = there
        .filter((own) => bears(own, piece))
        .map((own) => rivalOf(library, { taxon: target, stage }, { taxon: other, stage: own }));
      const mayDig = piece?.main === 'underground';
      return (
        opponents.length > 0 &&
        (gathered.length === 0 || gathered.includes(name)) &&
        separatingSet(library.characters, stage, opponents, { ...rules, mayDig, piece }).found
      );
    });
  });

describe('the glossary', () => {
  const [, library] = libraries[0]!;
  const taxa = allTaxa;

  it('has about a hundred characters, each of which is used', () => {
    expect(library.characters.length).toBeGreaterThanOrEqual(80);
    const used = new Set(
      taxa.flatMap(({ stages }) => [...stages.values()].flatMap(({ cells }) => [...cells.keys()]))
    );
    expect(library.characters.map(({ slug }) => slug).filter((slug) => !used.has(slug))).toEqual([]);
  });

  it('uses every state of its glossary', () => {
    const unused = library.characters.flatMap((character) =>
      character.kind === 'range'
        ? []
        : character.states
            .filter(
              (_, state) =>
                !taxa.some(({ stages }) =>
                  [...stages.values()].some(({ cells }) => cells.get(character.slug)?.listed[state])
                )
            )
            .map((state) => `${character.slug} ${state.slug}`)
    );
    expect(unused).toEqual([]);
  });
});

describe.each(libraries)('the starter library of %s', (region, library) => {
  const taxa = [...library.taxa.values()];

  it('describes sixty taxa or more', () => {
    expect(taxa.length).toBeGreaterThanOrEqual(60);
  });

  it.each(taxa.map((taxon) => [taxon.slug, taxon] as const))(
    '%s has names, at home in two languages, and twenty characters or more at its leafy stages',
    (_, taxon) => {
      // Elsewhere a name stands only where its language is known to have it.
      const languages = new Set(taxon.names.map(({ language }) => language));
      expect(languages.has('en')).toBe(true);
      if (region === homeRegion) expect(languages.size).toBeGreaterThanOrEqual(2);
      for (const { stage, cells } of taxon.stages.values())
        if (cells.has('leaf-outline')) expect(cells.size, stage).toBeGreaterThanOrEqual(20);
    }
  );

  it('says of every harm when it is felt, so that somebody who feels it can look back', () => {
    const times = /\b(at once|seconds?|minutes?|hours?|days?|weeks?|months|years|sunlight|repeated)\b/i;
    const timeless = taxa.flatMap(({ slug, hazards }) =>
      hazards
        .filter(({ route, onset }) => !times.test(onset) && !(route === 'pregnancy' && onset === 'unknown'))
        .map(({ route, onset }) => `${slug} ${route}: ${onset}`)
    );
    // Of the lesser water-parsnip's poison little is known, and nothing is invented.
    expect(timeless).toEqual(library.taxa.has('berula-erecta') ? ['berula-erecta eaten: unknown'] : []);
  });

  it('says of a plant in fruit that its flowers are over, and nothing else of them', () => {
    const fruiting = taxa.filter(({ stages }) => stages.has('fruit'));
    const other = fruiting.filter(({ stages }) => !stages.get('fruit')!.lacks.has('flower'));
    expect(other.map(({ slug }) => slug)).toEqual([]);
  });

  it('names only habitats of the glossary', () => {
    const place = library.character.get('place')!;
    const known = place.kind === 'states' ? place.states.map(({ slug }) => slug) : [];
    for (const { slug, habitats } of taxa)
      expect(
        habitats.filter((habitat) => !known.includes(habitat)),
        slug
      ).toEqual([]);
  });
});

it('lists every state that stands alone and on which a pair may rest: each has been looked at', () => {
  const looked = readFileSync(join(import.meta.dirname, 'lone-states.txt'), 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));
  expect([...new Set(libraries.flatMap(([, library]) => loneStates(library)))].sort()).toEqual(looked.sort());
});

describe.each(libraries)('a pair of %s', (_, library) => {
  const taxa = [...library.taxa.values()];

  it.each(library.pairs.map((pair) => [`${pair.target} / ${pair.lookalike}`, pair] as const))(
    '%s is told apart at some stage, or is said not to be',
    (__, { target, lookalike, inseparable }) => {
      const found = isSeparatedSomewhere(library, library.taxa.get(target)!, library.taxa.get(lookalike)!);
      if (harmsBeyond(library.taxa.get(target)!, library.taxa.get(lookalike)!, true))
        expect(found).toBe(inseparable === undefined);
    }
  );

  it('of a plant that is gathered and a deadly one of its habitats that look alike is curated', () => {
    const gathered = taxa.filter(({ uses }) => uses.some(({ kind }) => kind !== 'history'));
    const missing = gathered.flatMap((target) =>
      taxa
        .filter((other) => other !== target && other.eatenSeverity === 4)
        .filter(({ habitats }) => habitats.some((habitat) => target.habitats.includes(habitat)))
        .filter(
          ({ slug }) => !library.pairs.some((pair) => pair.target === target.slug && pair.lookalike === slug)
        )
        .filter((other) =>
          [...target.stages.values()].some((a) =>
            [...other.stages.values()].some((b) => (glanceSimilarity(library.characters, a, b) ?? 0) >= 0.7)
          )
        )
        .map((other) => `${target.slug} / ${other.slug}`)
    );
    expect(missing).toEqual([]);
  });
});
