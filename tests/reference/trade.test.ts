import { describe, expect, it } from 'vitest';
import { isDangerous } from '../../src/core/knowledge';
import { Policy, surveyTaxon } from '../../src/core/walk';
import { shippedFiles, shippedLibrary } from '../support/content';

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
  it('ramsons in spring leaf are checked by stalk, veins and, last, scent', () => {
    const { separation, pairs } = survey('allium-ursinum', '2027-04-25');
    expect(separation.found).toBe(true);
    expect(separation.set.characters.map(({ slug }) => slug)).toEqual([
      'leaf-venation',
      'leaf-attachment',
      'scent'
    ]);
    expect(pairs.map(({ lookalike }) => lookalike.taxon.slug)).toEqual(
      expect.arrayContaining(['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'])
    );
  });

  it('without scent, ramsons in leaf cannot be told from lily of the valley unless one digs', () => {
    const { separation } = survey('allium-ursinum', '2027-04-25', Policy.parse({ scentCounts: false }));
    expect(separation.found).toBe(false);
  });

  it('cow parsley in leaf is not for gathering: hemlock rosettes stand among it; in flower it can be told', () => {
    const spring = survey('anthriscus-sylvestris', '2027-04-10');
    expect(spring.separation.found).toBe(false);
    expect(spring.firstDate! > '2027-04-10').toBe(true);
    expect(survey('anthriscus-sylvestris', spring.firstDate!).separation.found).toBe(true);
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
