import { describe, expect, it } from 'vitest';
import { extentOf } from '../../../../tests/support/shapes';
import { createRandom } from '../../random';
import type { Shape } from '../scene';
import { type FlowerLook, drawFlower, drawNearFlower } from './index';

/** What a botanist expects of each form of flower, in shares of its size; common knowledge of flowers, no source. */

const size = 20;
const look = (form: string, change: Partial<FlowerLook> = {}): FlowerLook => ({
  form,
  petals: 0,
  notch: 'whole',
  marks: '',
  size,
  colour: '#C05080',
  green: '#5A7A3A',
  rays: 0,
  pen: 0.3,
  ...change
});
const origin = { x: 0, y: 0 };
const far = (one: FlowerLook, facing = 0, tilt = 0) =>
  drawFlower(one, { at: origin, facing, tilt, turn: 0 }, createRandom('flower'));
const near = (one: FlowerLook, facing = 0) => drawNearFlower(one, origin, facing, createRandom('flower'));

const rings = [
  ['star-six', 6],
  ['tiny-six', 6],
  ['cross', 4],
  ['four-tiny', 4],
  ['many-open', 9],
  ['five-tube', 5],
  ['five-open', 5],
  ['small-five', 5]
] as const;
const bells = ['round-bell', 'tube-six', 'narrow-bell', 'wide-tube', 'funnel'];
const twoSided = ['two-lipped', 'helmet'];
const forms = [
  ...rings.map(([form]) => form),
  ...bells,
  ...twoSided,
  'trumpet-six',
  'three-and-three',
  'iris',
  'pea',
  'cup',
  'daisy',
  'straps',
  'disc',
  'no-petals'
];

describe('a ring of petals', () => {
  /** They lie in two layers. */
  const petalsOf = ([under, over]: readonly Shape[]) => [...under!.rings, ...over!.rings];

  it.each(rings)('%s has %i petals', (form, count) => {
    expect(petalsOf(far(look(form)))).toHaveLength(count);
  });

  it.each(rings)('%s has as many as are described', (form) => {
    expect(petalsOf(far(look(form, { petals: 7 })))).toHaveLength(7);
  });

  it.each(rings)('%s is as wide as its size, afar and near, and looks at the viewer', (form) => {
    for (const shapes of [far(look(form)), near(look(form))]) {
      const { wide, high } = extentOf(shapes, size);
      expect(wide).toBeGreaterThan(0.8);
      expect(wide).toBeLessThan(1.1);
      expect(high).toBeGreaterThan(0.8);
      expect(high).toBeLessThan(1.1);
    }
  });

  it.each(rings)('%s seen from the side is flat', (form) => {
    expect(extentOf(far(look(form), 0, 1), size).high).toBeLessThan(extentOf(far(look(form)), size).high / 2);
  });

  it('is a speck where its petals are smaller than the pen', () => {
    const small = far(look('five-open', { size: 2 }));
    expect(small.flatMap((shape) => shape.rings).length).toBeLessThan(
      far(look('five-open')).flatMap((shape) => shape.rings).length
    );
  });

  it('has other ends where petals are notched or split', () => {
    const drawn = ['whole', 'notched', 'split'].map((notch) =>
      JSON.stringify(far(look('five-open', { notch })))
    );
    expect(new Set(drawn).size).toBe(3);
  });
});

describe('a bell or tube', () => {
  it.each(bells)('%s begins at its foot and is as long as its size', (form) => {
    for (const shapes of [far(look(form)), near(look(form))]) {
      const { top, bottom } = extentOf(shapes, size);
      expect(bottom).toBeLessThan(0.1);
      expect(top).toBeLessThan(-0.95);
      expect(top).toBeGreaterThan(-1.25);
    }
  });

  it.each(bells)('%s hangs where it faces down', (form) => {
    const { top, bottom } = extentOf(far(look(form), Math.PI), size);
    expect(top).toBeGreaterThan(-0.1);
    expect(bottom).toBeGreaterThan(0.95);
  });

  it('is widest as a round bell, narrowest as a narrow one', () => {
    const wide = (form: string) => extentOf(near(look(form)), size).wide;
    expect(Math.max(...bells.map(wide))).toBe(wide('round-bell'));
    expect(Math.min(...bells.map(wide))).toBe(wide('narrow-bell'));
  });
});

describe('a flower with an upper and a lower side', () => {
  it.each(twoSided)('%s looks to the side that it faces, afar and near', (form) => {
    for (const draw of [far, near]) {
      expect(extentOf(draw(look(form), Math.PI / 2), size).right).toBeGreaterThan(0.9);
      expect(extentOf(draw(look(form), -Math.PI / 2), size).left).toBeLessThan(-0.9);
    }
  });
});

describe('a head', () => {
  it.each([8, 13, 21])('has %i rays where so many are described', (rays) => {
    const [under, over] = far(look('daisy', { rays }));
    expect(under!.rings.length + over!.rings.length).toBe(rays);
  });

  it('without rays is a disc alone', () => {
    expect(extentOf(far(look('daisy')), size).wide).toBeLessThan(
      extentOf(far(look('straps')), size).wide / 2
    );
  });
});

it('a spurge’s cup stands between two bracts that are green, whatever colour its glands have', () => {
  const [bracts] = far(look('cup'));
  expect(bracts!.rings).toHaveLength(2);
  const [red, green] = [1, 3].map((at) => parseInt(String(bracts!.fill).slice(at, at + 2), 16));
  expect(green).toBeGreaterThan(red!);
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

  it.each(forms)('%s is drawn alike afar and near: about as large', (form) => {
    const [afar, closely] = [
      extentOf(far(look(form, { rays: 13 })), size),
      extentOf(near(look(form, { rays: 13 })), size)
    ];
    expect(closely.wide / afar.wide).toBeGreaterThan(0.5);
    expect(closely.wide / afar.wide).toBeLessThan(2);
  });
});
