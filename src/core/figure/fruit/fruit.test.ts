import { describe, expect, it } from 'vitest';
import { extentOf } from '../../../../tests/support/shapes';
import { createRandom } from '../../random';
import { type FruitLook, cutFruit, drawFruit, drawNearFruit } from './index';

/** What a botanist expects of each form of fruit, in shares of its size; common knowledge of fruits, no source. */

const size = 20;
const look = (form: string, change: Partial<FruitLook> = {}): FruitLook => ({
  form,
  size,
  colour: '#803030',
  crown: 'none',
  bloom: false,
  isLong: false,
  oilLines: undefined,
  green: '#5A7A3A',
  pen: 0.3,
  ...change
});
const origin = { x: 0, y: 0 };
const far = (one: FruitLook, facing = 0) => drawFruit(one, origin, facing, createRandom('fruit'));
const near = (one: FruitLook, facing = 0) => drawNearFruit(one, origin, facing, createRandom('fruit'));

/** Length over width, between two bounds. */
const slender: readonly (readonly [form: string, least: number, most: number])[] = [
  ['berry', 0.9, 1.1],
  ['stone-fruit', 0.9, 1.1],
  ['haw', 1, 1.35],
  ['strawberry', 0.95, 1.35],
  ['wavy-ridged', 0.95, 1.25],
  ['ribbed-egg', 1.2, 1.6],
  ['cylinder', 1.8, 2.6],
  ['long-smooth', 2.8, 4.5],
  ['flat-winged', 1, 1.35],
  ['short-pod', 1.1, 1.6],
  ['pod', 8, 20],
  ['capsule', 1.1, 1.5],
  ['three-winged', 0.8, 1.4]
];
const forms = [
  ...slender.map(([form]) => form),
  'red-cup',
  'nutlet-head',
  'follicles',
  'thorny-capsule',
  'lobed-case',
  'drupelets',
  'spiny',
  'burr',
  'nutlets',
  'parachute',
  'tiny-dry'
];
const ofCarrots = ['wavy-ridged', 'ribbed-egg', 'cylinder', 'long-smooth', 'flat-winged'];

describe('the shape of a fruit', () => {
  it.each(slender)('%s is %d to %d times as long as it is wide, afar and near', (form, least, most) => {
    for (const shapes of [far(look(form)), near(look(form))]) {
      const { wide, high } = extentOf(shapes, size);
      expect(high / wide).toBeGreaterThan(least);
      expect(high / wide).toBeLessThan(most);
    }
  });

  it('of a long berry is longer than that of a round one', () => {
    const share = (isLong: boolean) => {
      const { wide, high } = extentOf(far(look('berry', { isLong })), size);
      return high / wide;
    };
    expect(share(true)).toBeGreaterThan(1.2 * share(false));
  });

  it.each(slender.filter(([, least]) => least >= 1.1))('of %s lies where it is turned', (form) => {
    const { wide, high } = extentOf(far(look(form), Math.PI / 2), size);
    expect(wide).toBeGreaterThan(high);
  });

  it('of a parachute has its rays beyond the grain', () => {
    expect(extentOf(far(look('parachute')), size).wide).toBeGreaterThan(2);
  });

  it('of a burr is hooked all round: wider than what it stands on', () => {
    expect(extentOf(far(look('burr')), size).wide).toBeGreaterThan(extentOf(far(look('haw')), size).wide);
  });
});

describe('what stands on it', () => {
  it.each(ofCarrots)('%s keeps two styles at its tip, where it is so described', (form) => {
    const [bare, styled] = [near(look(form)), near(look(form, { crown: 'styles' }))];
    expect(styled.length).toBeGreaterThan(bare.length);
    expect(extentOf(styled, size).top).toBeLessThan(extentOf(bare, size).top);
    expect(extentOf(styled, size).bottom).toBeCloseTo(extentOf(bare, size).bottom, 6);
  });

  it('a berry with a bloom is not drawn as one without', () => {
    expect(JSON.stringify(far(look('berry', { bloom: true })))).not.toBe(JSON.stringify(far(look('berry'))));
  });

  it('oil lines run the whole length of a flat fruit, or half of it, and none are drawn where none are described', () => {
    const [whole, half, none] = (['whole', 'half', undefined] as const).map((oilLines) =>
      near(look('flat-winged', { oilLines }))
    );
    expect(JSON.stringify(whole)).not.toBe(JSON.stringify(half));
    expect(none!.length).toBe(whole!.length - 4);
  });

  it.each([
    ['capsule', 0.36],
    ['burr', 0.22],
    ['follicles', 0.3]
  ] as const)('a %s is as slender as it is said to be', (form, ratio) => {
    const width = (of: FruitLook) => {
      const { left, right } = extentOf(far(of), size);
      return right - left;
    };
    expect(width(look(form, { ratio }))).toBeLessThan(0.75 * width(look(form)));
  });
});

describe('a fruit cut open', () => {
  const seeds = (kind: string) => cutFruit(look('berry'), origin, kind, createRandom('cut'));
  it.each([
    ['one-stone', 1],
    ['few-stones', 3],
    ['many', 18]
  ] as const)('with %s shows %i', (kind, count) => {
    // Four shapes of the flesh, then two of each seed.
    expect(seeds(kind)).toHaveLength(4 + 2 * count);
  });

  it('has a stone in each drupelet of an aggregate, and a single seed in a cup that is open above', () => {
    const cut = (form: string) => cutFruit(look(form), origin, 'many', createRandom('cut'));
    const stones = (form: string) => cut(form).filter(({ fill }) => fill === '#C2A06C');
    expect(stones('drupelets')).toHaveLength(9);
    expect(stones('red-cup')).toHaveLength(1);
    const [flesh] = cut('red-cup');
    const middle = flesh!.rings[0]!.filter(({ x }) => Math.abs(x) < size * 0.1);
    expect(Math.min(...middle.map(({ y }) => y))).toBeGreaterThan(0);
  });

  it('keeps its seeds within its skin', () => {
    for (const kind of ['one-stone', 'few-stones', 'many']) {
      const skin = extentOf(seeds(kind).slice(0, 1), size);
      const inside = extentOf(seeds(kind).slice(4), size);
      expect(inside.left).toBeGreaterThan(skin.left);
      expect(inside.right).toBeLessThan(skin.right);
      expect(inside.top).toBeGreaterThan(skin.top);
      expect(inside.bottom).toBeLessThan(skin.bottom);
    }
  });
});

describe('every form', () => {
  it.each(forms)('%s grows with its size and with nothing else', (form) => {
    for (const draw of [far, near]) {
      const one = extentOf(draw(look(form)), size);
      const twice = extentOf(draw(look(form, { size: 2 * size, pen: 0.6 })), 2 * size);
      for (const side of ['left', 'right', 'top', 'bottom'] as const)
        expect(twice[side], side).toBeCloseTo(one[side], 6);
    }
  });

  it('is another drawing', () => {
    expect(new Set(forms.map((form) => JSON.stringify(near(look(form))))).size).toBe(forms.length);
  });
});
