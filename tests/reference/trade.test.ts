import { describe, expect, it } from 'vitest';
import { isDangerous } from '../../src/core/knowledge';
import { Policy, surveyTaxon } from '../../src/core/walk';
import { everyPlant, shippedFiles, shippedLibrary } from '../support/content';

/** Facts of the trade: common practice, no single source. */

const library = shippedLibrary();
const survey = (slug: string, isoDate: string, policy = Policy.parse({})) =>
  surveyTaxon(library, library.taxa.get(slug)!, 'show', {
    isoDate,
    habitats: [],
    mayDig: false,
    policy,
    abundance: new Map(),
    drills: new Map()
  });

describe('what every instructor knows', () => {
  it('ramsons in spring leaf are checked leaf by leaf: by the stalk, and by the underside', () => {
    const { separation, pairs } = survey('allium-ursinum', '2027-04-25');
    expect(separation.found).toBe(true);
    expect(separation.set.characters.map(({ slug }) => slug)).toEqual(
      expect.arrayContaining(['leaf-sheen-below', 'leaf-attachment'])
    );
    expect(pairs.map(({ lookalike }) => lookalike.taxon.slug)).toEqual(
      expect.arrayContaining(['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'])
    );
  });

  it('scent never tells ramsons from what can kill: the hand that picked one leaf smells of it', () => {
    const { separation } = survey('allium-ursinum', '2027-04-25', Policy.parse({ scentCounts: false }));
    const open = separation.found ? [] : separation.open.map(({ taxon }) => taxon);
    for (const deadly of ['convallaria-majalis', 'colchicum-autumnale']) expect(open).not.toContain(deadly);
  });

  it('a leaf of cow parsley is not for gathering: nothing on it tells it from hemlock, whatever flowers beside it', () => {
    for (const isoDate of ['2027-04-10', '2027-05-15']) {
      const { separation } = survey('anthriscus-sylvestris', isoDate);
      expect(separation.found ? [] : separation.open.map(({ taxon }) => taxon)).toContain('conium-maculatum');
    }
  });

  it('elderflower is told from the umbels that are cut with it, by cluster and flower', () => {
    const { separation, pairs } = survey('sambucus-nigra', '2027-06-15');
    expect(pairs.map(({ lookalike }) => lookalike.taxon.slug)).toContain('conium-maculatum');
    expect(separation.set.characters.map(({ slug }) => slug)).toEqual(
      expect.arrayContaining(['flower-cluster', 'flower-form'])
    );
  });

  it('sloes and bilberries are told from nightshade by thorns and by what crowns the fruit, never by its bloom', () => {
    for (const [slug, isoDate] of [
      ['prunus-spinosa', '2027-10-01'],
      ['vaccinium-myrtillus', '2027-08-01']
    ] as const) {
      const slugs = survey(slug, isoDate).separation.set.characters.map((one) => one.slug);
      expect(slugs).toContain('fruit-crown');
      expect(slugs).not.toContain('fruit-colour');
    }
  });

  it('dandelion and nipplewort are told from ragwort by their milk, seen on a leaf that a stick has broken', () => {
    for (const slug of ['taraxacum-officinale', 'lapsana-communis'])
      expect(survey(slug, '2027-04-05').separation.set.characters.map((one) => one.slug)).toContain('milk');
  });

  it('wild carrot in flower is told from hemlock in flower by stem hairs and bracts, not by a dark floret', () => {
    const { pairs, separation } = survey('daucus-carota', '2027-08-10');
    expect(pairs.map(({ lookalike }) => lookalike.taxon.slug)).toContain('conium-maculatum');
    expect(separation.found).toBe(true);
  });

  it('young giant hogweed cannot be told from hogweed in leaf by size', () => {
    expect(survey('heracleum-sphondylium', '2027-04-25').separation.found).toBe(false);
  });

  it('the deadly ones are called dangerous', () => {
    for (const slug of [
      'convallaria-majalis',
      'arum-maculatum',
      'colchicum-autumnale',
      'conium-maculatum',
      'digitalis-purpurea',
      'heracleum-mantegazzianum',
      'berula-erecta'
    ])
      expect(isDangerous(library.taxa.get(slug)!), slug).toBe(true);
  });
});

describe('known errors stay out of the content', () => {
  const text = shippedFiles()
    .map((file) => file.text)
    .join('\n')
    .toLowerCase();
  it.each([
    ['that a plant is safe', /\bis safe\b|safe to eat|\bsafely\b/],
    ['that hemlock has no bracts', /hemlock[^.\n]*no bracts/],
    ['that cooking makes a deadly plant harmless', /cooking (destroys|removes|makes)/],
    ['that animals eating it proves anything', /animals eat|birds eat/],
    ['that a remedy works', /\b(cures|heals)\b/]
  ])('never says %s', (_, wrong) => {
    expect(text).not.toMatch(wrong);
  });

  it('never offers taste as a character', () => {
    expect(library.characters.some(({ sense, trait }) => `${sense} ${trait}`.includes('taste'))).toBe(false);
  });
});

/** Forms that all floras give to one family alone, among the plants of these regions. */
describe.each([
  ['flower-form', 'cup', 'Euphorbiaceae'],
  ['flower-form', 'pea', 'Fabaceae'],
  ['flower-form', 'helmet', 'Ranunculaceae'],
  ['flower-form', 'iris', 'Iridaceae'],
  ['flower-form', 'straps', 'Asteraceae'],
  ['flower-form', 'daisy', 'Asteraceae'],
  ['flower-form', 'disc', 'Asteraceae'],
  ['flower-cluster', 'compound-umbel', 'Apiaceae'],
  ['flower-cluster', 'hood', 'Araceae'],
  ['flower-cluster', 'coil', 'Boraginaceae'],
  ['fruit-form', 'red-cup', 'Taxaceae'],
  ['fruit-form', 'acorn', 'Fagaceae'],
  ['fruit-form', 'three-winged', 'Polygonaceae']
] as const)('%s: %s', (slug, state, family) => {
  it(`is found in ${family} and nowhere else`, () => {
    const all = everyPlant();
    const character = all.character.get(slug)!;
    const index = character.kind === 'states' ? character.states.findIndex((one) => one.slug === state) : -1;
    const bearing = [...all.taxa.values()].filter(({ stages }) =>
      [...stages.values()].some(({ cells }) => Boolean(cells.get(slug)?.listed[index]))
    );
    expect(bearing.length).toBeGreaterThan(0);
    expect(bearing.filter((taxon) => taxon.family !== family).map(({ name }) => name)).toEqual([]);
  });
});
