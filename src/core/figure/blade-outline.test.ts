import { describe, expect, it } from 'vitest';
import { createRandom } from '../random';
import { type BladeLook, type Margin, edgeOf, halfWidth, withTeeth } from './blade-outline';
import type { Point } from './scene';

/** What the words for leaves mean, as any glossary of botany defines them; from memory, common knowledge of the trade. */

const look = (change: Partial<BladeLook> = {}): BladeLook => ({
  length: 100,
  width: 50,
  outline: 'elliptic',
  base: 'rounded',
  tip: 'pointed',
  margin: 'entire',
  venation: 'feather',
  hairs: 'none',
  surface: 'smooth',
  section: 'flat',
  thickness: 'thin',
  glossy: false,
  spots: 'none',
  veinColour: 'green',
  wavy: false,
  colour: '#5A7A3A',
  pen: 0.3,
  wear: 0,
  ...change
});

const outlines = [
  'elliptic',
  'lanceolate',
  'ovate',
  'round',
  'heart',
  'spoon',
  'triangular',
  'strap',
  'needle'
] as const;
const shares = Array.from({ length: 199 }, (_, i) => (i + 1) / 200);
const widthAt = (outline: string, t: number, base = 'rounded', tip = 'pointed') =>
  halfWidth({ outline, base, tip }, t);
/** Where a blade is widest, from its foot (0) to its tip (1). */
const widest = (outline: string, base = 'rounded', tip = 'pointed') =>
  shares.reduce((best, t) => (widthAt(outline, t, base, tip) > widthAt(outline, best, base, tip) ? t : best));

describe('an outline', () => {
  it.each(outlines)('%s has its full width once, and closes at both ends', (outline) => {
    for (const base of ['tapering', 'rounded', 'straight', 'winged'])
      for (const tip of ['pointed', 'blunt', 'drawn-out', 'hooded']) {
        expect(widthAt(outline, widest(outline, base, tip), base, tip)).toBeCloseTo(0.5, 3);
        expect(widthAt(outline, 0, base, tip)).toBeLessThan(0.26);
        expect(widthAt(outline, 1, base, tip)).toBeLessThan(0.06);
      }
  });

  it.each(['ovate', 'triangular', 'heart', 'lanceolate'])('%s is widest below the middle', (outline) => {
    for (const base of ['rounded', 'straight', 'heart']) expect(widest(outline, base)).toBeLessThan(0.5);
  });

  it('spoon is widest towards the tip', () => {
    expect(widest('spoon', 'tapering')).toBeGreaterThan(0.55);
  });

  it('elliptic with ends alike is widest in the middle', () => {
    expect(widest('elliptic', 'tapering', 'pointed')).toBeCloseTo(0.5, 1);
  });

  it.each(['strap', 'needle'])('%s has edges that run side by side', (outline) => {
    for (const t of [0.2, 0.35, 0.5, 0.65]) expect(widthAt(outline, t)).toBeGreaterThan(0.44);
  });

  it('lanceolate narrows to its tip sooner than ovate with the same foot', () => {
    expect(widthAt('lanceolate', 0.8)).toBeLessThan(widthAt('ovate', 0.8));
  });
});

const edge = (change: Partial<BladeLook>, side: -1 | 1 = 1): Point[] =>
  edgeOf(look(change), side, createRandom('edge'));
/** How far a blade reaches behind its foot, in shares of its length: y runs down, the tip is up. */
const behind = (change: Partial<BladeLook>) => Math.max(...edge(change).map(({ y }) => y)) / 100;

describe('a base', () => {
  it.each(['heart', 'lobes-backward', 'lobes-spreading', 'clasping'])(
    '%s reaches behind the stalk',
    (base) => {
      expect(behind({ base })).toBeGreaterThan(0.02);
    }
  );

  it.each(['tapering', 'rounded', 'straight', 'winged'])('%s does not', (base) => {
    expect(behind({ base })).toBeLessThan(0.02);
  });

  it('of a heart-shaped leaf is deeper than the notch of another', () => {
    expect(behind({ outline: 'heart', base: 'heart' })).toBeGreaterThan(behind({ base: 'heart' }));
  });

  it('with spreading lobes stands wider there than one with lobes that point back', () => {
    const wide = (base: string) =>
      Math.max(...edge({ outline: 'arrow', base }).flatMap(({ x, y }) => (y > 0 ? [x] : [])));
    expect(wide('lobes-spreading')).toBeGreaterThan(wide('lobes-backward'));
  });

  it('that is uneven begins higher on one side', () => {
    const foot = (side: -1 | 1) => edge({ base: 'uneven' }, side)[0]!.y;
    expect(foot(-1)).not.toBeCloseTo(foot(1), 0);
  });

  it('lies on its own side of the midrib', () => {
    for (const base of ['rounded', 'heart', 'tapering']) {
      expect(Math.min(...edge({ base }).map(({ x }) => x))).toBeGreaterThanOrEqual(-1);
      expect(Math.max(...edge({ base }, -1).map(({ x }) => x))).toBeLessThanOrEqual(1);
    }
  });
});

describe('a tip', () => {
  const top = (change: Partial<BladeLook>) => Math.min(...edge(change).map(({ y }) => y));

  it('that is notched ends lower on the midrib than beside it', () => {
    const points = edge({ tip: 'notched' });
    const shoulder = Math.min(...points.filter(({ x }) => x > 2).map(({ y }) => y));
    expect(points.at(-1)!.y).toBeGreaterThan(shoulder);
  });

  it('that is drawn out reaches beyond the blade', () => {
    expect(top({ tip: 'drawn-out' })).toBeLessThan(top({ tip: 'pointed' }));
  });

  it('that is blunt is wider near its end than one that is pointed, and that than a drawn-out one', () => {
    const nearEnd = (tip: string) => widthAt('elliptic', 0.93, 'rounded', tip);
    expect(nearEnd('blunt')).toBeGreaterThan(nearEnd('pointed'));
    expect(nearEnd('pointed')).toBeGreaterThan(nearEnd('drawn-out'));
  });
});

const lengthOf = (points: readonly Point[]) =>
  points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - points[i]!.x, y - points[i]!.y), 0);
const toothed = (margin: Margin, side: -1 | 1 = 1) =>
  withTeeth(edge({ margin }, side), look({ margin }), side, createRandom('teeth'));
/** Points at which an edge turns from going out to going in, beyond what a smooth one does. */
const turns = (points: readonly Point[]) =>
  points.slice(1, -1).filter((at, i) => at.x > points[i]!.x && at.x > points[i + 2]!.x).length;

describe('a margin', () => {
  it('that is entire stays as it was', () => {
    expect(lengthOf(toothed('entire'))).toBeCloseTo(lengthOf(edge({})), -1);
    expect(turns(toothed('entire'))).toBeLessThanOrEqual(3);
  });

  it.each(['round-toothed', 'sharp-toothed', 'unequal', 'cut', 'spiny'] as const)(
    '%s has teeth',
    (margin) => {
      expect(lengthOf(toothed(margin))).toBeGreaterThan(1.03 * lengthOf(toothed('entire')));
      expect(turns(toothed(margin))).toBeGreaterThan(3);
    }
  );

  it('is deeper with spines and cuts than with teeth', () => {
    const reach = (margin: Margin) => Math.max(...toothed(margin).map(({ x }) => x));
    for (const deep of ['cut', 'spiny'] as const)
      for (const fine of ['round-toothed', 'sharp-toothed'] as const)
        expect(reach(deep), `${deep} and ${fine}`).toBeGreaterThan(reach(fine));
  });

  it('has finer teeth where they are round than where they are cut', () => {
    expect(turns(toothed('round-toothed'))).toBeGreaterThan(turns(toothed('cut')));
  });

  it('begins and ends where the blade does', () => {
    const [plain, rough] = [toothed('entire'), toothed('sharp-toothed')];
    expect(rough[0]).toEqual(edge({ margin: 'sharp-toothed' })[0]);
    expect(Math.hypot(plain.at(-1)!.x - rough.at(-1)!.x, plain.at(-1)!.y - rough.at(-1)!.y)).toBeLessThan(
      0.5
    );
  });
});

describe('lobes', () => {
  const lobes = { pairs: 3, direction: 'outwards', tips: 'blunt', waist: 0.3, endLargest: false } as const;
  const lobed = (change: Partial<typeof lobes> | Record<string, unknown> = {}) =>
    edge({ lobes: { ...lobes, ...change } });

  it('stand out one for each pair and side, and leave a waist between them', () => {
    for (const pairs of [2, 3, 5]) expect(turns(lobed({ pairs }))).toBeGreaterThanOrEqual(pairs);
  });

  it('that point back lie lower than those that point out', () => {
    const outermost = (points: readonly Point[]) =>
      points.reduce((best, one) => (one.x > best.x ? one : best));
    const back = outermost(lobed({ pairs: 1, direction: 'backwards' }));
    const out = outermost(lobed({ pairs: 1 }));
    expect(back.y).toBeGreaterThan(out.y);
  });

  it('end in the largest where the end lobe is the largest', () => {
    const upper = (points: readonly Point[]) =>
      Math.max(...points.filter(({ y }) => y < -60).map(({ x }) => x));
    const lower = (points: readonly Point[]) =>
      Math.max(...points.filter(({ y }) => y > -50 && y < -15).map(({ x }) => x));
    const largest = lobed({ endLargest: true });
    expect(upper(largest)).toBeGreaterThan(lower(largest));
  });
});
