import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { contrastsOf } from '../evidence';
import { referenceCalendar } from '../season';
import { comeBackOn } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const rules = { mayDig: false, scentCounts: true };
const back = (slugs: readonly string[], from: string) =>
  comeBackOn(library.characters, slugs.map(taxon), referenceCalendar, rules, from);

describe('when to come back', () => {
  it('to leaves of ramsons or lily of the valley is when one of them shows more', () => {
    const when = back(['allium-ursinum', 'convallaria-majalis'], '2027-04-01')!;
    expect(when.isoDate > '2027-04-01').toBe(true);
    expect(when.stages.map(({ taxon: one }) => one.slug).sort()).toEqual([
      'allium-ursinum',
      'convallaria-majalis'
    ]);
    expect(when.characters.length).toBeGreaterThan(0);
  });

  it('is a day on which every two that are up are told by one of the named characters', () => {
    const slugs = ['anthriscus-sylvestris', 'conium-maculatum', 'chaerophyllum-temulum', 'oenanthe-crocata'];
    const when = back(slugs, '2027-03-01')!;
    const up = when.stages.map((one) => one.taxon.stages.get(one.stage)!);
    expect(up.length).toBeGreaterThanOrEqual(2);
    up.forEach((a, i) =>
      up.slice(i + 1).forEach((b) => {
        const telling = contrastsOf(library.characters, a, b).telling.map(
          ({ index }) => library.characters[index]!
        );
        expect(when.characters.some((character) => telling.includes(character))).toBe(true);
      })
    );
  });

  it('is never for a single candidate: there is nothing to tell', () => {
    expect(back(['allium-ursinum'], '2027-04-01')).toBeUndefined();
  });

  it('asks nobody to touch what harms by touch, or to dig', () => {
    const pairs = [
      ['heracleum-sphondylium', 'heracleum-mantegazzianum'],
      ['pastinaca-sativa', 'conium-maculatum'],
      ['anthriscus-sylvestris', 'chaerophyllum-temulum']
    ];
    const asked = pairs.flatMap((slugs) => {
      const harms = slugs.some((slug) => taxon(slug).contactSeverity >= 2);
      return (back(slugs, '2027-03-01')?.characters ?? []).map(({ sense }) => ({ sense, harms }));
    });
    expect(asked.some(({ harms }) => harms)).toBe(true);
    for (const { sense, harms } of asked)
      expect(harms ? ['touch', 'cut', 'dig'] : ['dig']).not.toContain(sense);
  });
});
