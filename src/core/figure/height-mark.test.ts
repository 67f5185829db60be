import { describe, expect, it } from 'vitest';
import { everyPlant } from '../../../tests/support/content';
import type { Stage } from '../knowledge';
import { type Line, boundsOf, noBounds } from './scene';
import { heightMark, tallFrom } from './height-mark';
import { composePlate, specimen } from './index';

const library = everyPlant();
const whole = (slug: string, stage: Stage, seed = 1) => {
  const taxon = library.taxa.get(slug)!;
  return specimen(library, taxon, taxon.stages.get(stage)!, seed, 'whole');
};
const heightOf = (rings: readonly Line[]): number => {
  const { top, bottom } = rings.reduce((box, ring) => boundsOf(ring, box), noBounds);
  return bottom - top;
};
const box = { left: 0, right: 44, top: 0, bottom: 52 };

describe('the height of a tall plant', () => {
  it('stands beside a person of its own scale', () => {
    for (const [slug, stage] of [
      ['heracleum-mantegazzianum', 'flower'],
      ['conium-maculatum', 'flower'],
      ['pinus-sylvestris', 'leaf']
    ] as const) {
      const scene = whole(slug, stage);
      const person = heightMark(scene, box).find(({ fill }) => fill === '#8C8878')!;
      // A grown person is about 1.7 m tall: common practice, without a source.
      const scale = Math.max(scene.stature!.height, 1700);
      expect(heightOf(person.rings) / (box.bottom - box.top), slug).toBeCloseTo(1700 / scale, 1);
    }
  });

  it('is told of what stands taller than a metre, not of small plants, climbers, canes and weeds of the sea', () => {
    for (const [slug, stage] of [
      ['allium-ursinum', 'leaf'],
      ['bryonia-dioica', 'leaf'],
      ['laminaria-digitata', 'leaf']
    ] as const)
      expect(whole(slug, stage).stature, slug).toBeUndefined();
    // Foxgloves grow to both sides of a metre.
    const told = Array.from({ length: 20 }, (_, seed) => whole('digitalis-purpurea', 'flower', seed).stature);
    const heights = told.flatMap((stature) => stature?.height ?? []);
    expect(heights.length).toBeGreaterThan(0);
    expect(heights.length).toBeLessThan(told.length);
    expect(Math.min(...heights)).toBeGreaterThanOrEqual(tallFrom);
    expect(whole('pinus-sylvestris', 'leaf').stature?.form).toBe('tree');
  });

  it('keeps to its corner, beside the plant', () => {
    const taxon = library.taxa.get('heracleum-mantegazzianum')!;
    const plate = composePlate(library, taxon, taxon.stages.get('flower')!, 1, ['whole', 'stem'], {
      width: 310,
      height: 380
    });
    const mark = heightMark(plate.figures[0]!.scene, box);
    for (const { rings } of mark)
      for (const { x, y } of rings.flat()) {
        expect(x).toBeGreaterThanOrEqual(box.left - 0.01);
        expect(x).toBeLessThanOrEqual(box.right + 0.01);
        expect(y).toBeGreaterThanOrEqual(box.top - 0.01);
        expect(y).toBeLessThanOrEqual(box.bottom + 0.01);
      }
    const drawn = plate.figures[0]!;
    expect(drawn.scene.bounds.left * drawn.scale + drawn.dx).toBeGreaterThan(44);
  });
});
