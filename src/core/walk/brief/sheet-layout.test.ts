import { describe, expect, it } from 'vitest';
import { type ContrastSheet, decidingRows, draftWords, pairScene, plateFrame, trustWords } from '../index';
import { numberHeights } from './sheet-layout';

const rows = ['veins', 'stalk', 'scent'].map((slug) => ({ slug }) as ContrastSheet['rows'][number]);
const plate = (anchors: Record<string, { x: number; y: number }>) => ({
  id: 'x',
  width: 290,
  height: 340,
  anchors
});

describe('the numbers between two plates', () => {
  it('stand level with what they name, in order, apart, and within the plates', () => {
    const heights = numberHeights(rows, [plate({ veins: { x: 9, y: 200 }, stalk: { x: 9, y: 205 } }), null]);
    expect(heights).toEqual([198, 260, 322]);
    const low = numberHeights(rows, [
      plate(Object.fromEntries(rows.map(({ slug }) => [slug, { x: 9, y: 330 }]))),
      null
    ]);
    expect(low).toEqual([198, 260, 322]);
  });
});

describe('the picture of a pair', () => {
  const named = ['Leaf venation', 'Where the leaves stand on the stem'].map((name, i) => ({
    slug: rows[i]!.slug,
    name,
    isDeciding: true
  }));
  const sheet = (change: object = {}) =>
    ({
      target: { stage: 'leaf' },
      lookalike: { stage: 'leaf', severity: 4 },
      rows: named,
      plates: [
        plate({ veins: { x: 30, y: 90 } }),
        plate({ veins: { x: 200, y: 120 }, stalk: { x: 10, y: 300 } })
      ],
      ...change
    }) as unknown as ContrastSheet;

  it('has the plates at its sides, the dangerous one marked, and the numbers in the middle', () => {
    const { wide, middle, plates } = pairScene(sheet());
    expect(plates.map(({ x, isDanger }) => [x, isDanger])).toEqual([
      [0, false],
      [wide - plateFrame.wide, true]
    ]);
    expect(middle).toBe(wide / 2);
  });

  it('leads from each number to where it is seen, and leaves the plate at its edge', () => {
    const { wide, marks } = pairScene(sheet());
    const [veins, stalk] = marks;
    const second = wide - plateFrame.wide;
    expect(veins!.ends).toEqual([
      { x: 30, y: 91, knee: plateFrame.wide },
      { x: second + 200, y: 121, knee: second }
    ]);
    // What one plate does not show has one line.
    expect(stalk!.ends).toHaveLength(1);
  });

  it('shortens a name that would run into the plates, and keeps it whole for readers', () => {
    const [, stalk] = pairScene(sheet()).marks;
    expect(stalk!.label).toBe('Where the leaves stand o…');
    expect(stalk!.name).toBe('Where the leaves stand on the stem');
  });

  it('says where nothing separates them; and marks no harmless lookalike', () => {
    const { heading, plates } = pairScene(sheet({ rows: [], lookalike: { stage: 'leaf', severity: 0 } }));
    expect(heading).toBe('Nothing separates them');
    expect(plates.some(({ isDanger }) => isDanger)).toBe(false);
  });
});

describe('the words of a sheet', () => {
  const row = (slug: string, decides: boolean) => ({ slug, decides }) as ContrastSheet['rows'][number];
  const rowsOf = (separable: boolean, ...marks: boolean[]) =>
    decidingRows({ separable, rows: marks.map((decides, i) => row(`${i}`, decides)) } as ContrastSheet).map(
      ({ slug }) => slug
    );

  it('list every character that decides, and nothing beside; the best four where none does', () => {
    expect(rowsOf(true, true, true, true, true, true, false)).toEqual(['0', '1', '2', '3', '4']);
    expect(rowsOf(false, false, false, false, false, false)).toEqual(['0', '1', '2', '3']);
  });

  it('say how far to trust it no better than it is known', () => {
    const lookalike = { name: 'Hemlock' } as ContrastSheet['lookalike'];
    expect(trustWords({ lookalike, trust: { onTarget: 0.793, onLookalike: 0.00196 } })).toBe(
      'In a beginner’s hands the whole set agrees on about 7 in 10 true plants, and wrongly on fewer than 1 in 100 of hemlock. Roughly: how often a state occurs is an estimate.'
    );
    expect(trustWords({ lookalike, trust: undefined })).toBe('');
  });

  it('name what is a draft', () => {
    expect(draftWords({ drafts: ['Ramsons', 'Lily of the valley'] })).toBe(
      'Draft: how ramsons and lily of the valley look then was not confirmed with two sources.'
    );
    expect(draftWords({ drafts: ['Elder'] })).toContain('how elder looks then');
    expect(draftWords({ drafts: [] })).toBe('');
  });
});
