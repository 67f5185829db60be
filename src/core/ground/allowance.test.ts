import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { AllowanceRule } from '../knowledge';
import { type Stand, allowanceOf, gatheringPace } from './index';

const ramsons: AllowanceRule = {
  part: 'leaf',
  unit: 'plants',
  fraction: 0.1,
  pieces: 1,
  exempt: 'plants with a single leaf',
  leastSquareMetres: 4,
  basis: 'common practice'
};
const stand: Stand = {
  mayPick: true,
  isOnlyPatch: false,
  squareMetres: 120,
  low: 1500,
  exemptShare: 0.2,
  taken: 30,
  reserved: 40,
  takenBefore: undefined,
  year: 2027,
  closed: undefined
};

describe('an allowance', () => {
  it('is the share of what is surely there and not exempt, less what is taken and reserved', () => {
    expect(allowanceOf(ramsons, stand)).toEqual({ kind: 'pieces', whole: 120, left: 50 });
    expect(allowanceOf({ ...ramsons, pieces: 3 }, stand)).toMatchObject({ whole: 360, left: 290 });
    expect(allowanceOf(ramsons, { ...stand, reserved: 400 })).toMatchObject({ whole: 120, left: 0 });
  });

  it('goes by half of what was counted the year before, until somebody counts again, and says so', () => {
    expect(allowanceOf(ramsons, { ...stand, countedIn: 2026 })).toEqual({
      kind: 'pieces',
      whole: 60,
      left: 0,
      carriedFrom: 2026
    });
    expect(allowanceOf(ramsons, { ...stand, countedIn: 2027 })).toEqual({
      kind: 'pieces',
      whole: 120,
      left: 50
    });
    expect(allowanceOf(ramsons, { ...stand, low: undefined })).toMatchObject({
      why: 'Count it first: there is no census of 2027, nor of the year before.'
    });
  });

  it.each<[string, Partial<Stand>, Partial<AllowanceRule>, RegExp]>([
    ['without leave to pick', { mayPick: false }, {}, /no leave/],
    ['from the only patch, whatever the count', { isOnlyPatch: true, low: 1e6 }, {}, /only patch/],
    ['from a patch under the least size', { squareMetres: 3 }, {}, /3 m²/],
    ['in a year of rest', { takenBefore: 2026 }, { restYears: 2 }, /rests/],
    ['while the ground is closed', { closed: 'Sprayed on 2 April.' }, {}, /Sprayed/]
  ])('is none %s', (_, own, rule, why) => {
    expect(allowanceOf({ ...ramsons, ...rule }, { ...stand, ...own })).toEqual({
      kind: 'none',
      why: expect.stringMatching(why)
    });
  });

  it('is none without a rule', () => {
    expect(allowanceOf(undefined, stand)).toMatchObject({ kind: 'none' });
  });

  it.each<[string, Partial<Stand>]>([
    ['nothing was counted', { low: undefined }],
    ['the exempt share was not noted', { exemptShare: undefined }],
    ['the size of the patch is not known', { squareMetres: undefined }]
  ])('is not known where %s', (_, own) => {
    expect(allowanceOf(ramsons, { ...stand, ...own }).kind).toBe('unknown');
  });

  it('comes back when the years of rest are over', () => {
    const resting = { ...ramsons, restYears: 2 };
    expect(allowanceOf(resting, { ...stand, takenBefore: 2024 }).kind).toBe('pieces');
    expect(allowanceOf(resting, { ...stand, takenBefore: 2025 }).kind).toBe('none');
  });

  it('of an abundant weed needs no census, but leave, rest and the ground still count', () => {
    const weed: AllowanceRule = { ...ramsons, fraction: 'to need' };
    expect(allowanceOf(weed, { ...stand, low: undefined, exemptShare: undefined })).toEqual({
      kind: 'to need'
    });
    expect(allowanceOf(weed, { ...stand, mayPick: false }).kind).toBe('none');
  });
});

describe('the pace of gathering', () => {
  it('is learned from what was noted, each group by its weight', () => {
    expect(
      gatheringPace([
        { pieces: 60, people: 10, minutes: 3 },
        { pieces: 20, people: 5, minutes: 2 }
      ])
    ).toBe(2);
    expect(gatheringPace([])).toBeUndefined();
  });
});

describe('the library’s allowance rules', () => {
  const taxa = [...shippedLibrary().taxa.values()];

  it('stand beside every harvest rule, name what they rest on and fit its words', () => {
    for (const { slug, harvest, allowance } of taxa) {
      expect(Boolean(allowance), slug).toBe(Boolean(harvest));
      if (allowance) expect(allowance.basis, slug).toBeTruthy();
    }
  });

  // Common practice, no source: slow woodland onions give a leaf from plants that have two or more.
  it('take one leaf of ramsons, and none from single-leaf plants', () => {
    const rule = taxa.find(({ slug }) => slug === 'allium-ursinum')!.allowance!;
    expect(rule).toMatchObject({ part: 'leaf', pieces: 1, exempt: 'plants with a single leaf' });
  });

  // Common practice, no source: what ends the plant, or grows slowly, gives least.
  it('take least where taking ends a plant', () => {
    const share = (slug: string) => Number(taxa.find((one) => one.slug === slug)!.allowance!.fraction);
    expect(share('conopodium-majus')).toBeLessThanOrEqual(0.02);
    expect(share('patella-vulgata')).toBeLessThanOrEqual(0.05);
  });
});
