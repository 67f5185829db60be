import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { type Figure, type Plate, type Side, type View, composePlate, listParts } from './index';

const library = shippedLibrary();
const size = { width: 290, height: 340 };

function plate(slug: string, stage: 'leaf' | 'flower', views: readonly View[], near?: Side): Plate {
  const taxon = library.taxa.get(slug)!;
  return composePlate(library, taxon, taxon.stages.get(stage)!, 7, views, size, near);
}

const boxOf = ({ scene: { bounds }, scale, dx, dy }: Figure) => ({
  left: bounds.left * scale + dx,
  right: bounds.right * scale + dx,
  top: bounds.top * scale + dy,
  bottom: bounds.bottom * scale + dy
});
const middle = (figure: Figure) => (boxOf(figure).left + boxOf(figure).right) / 2;

describe('the layout of a plate', () => {
  it.each<[string, 'leaf' | 'flower', View[]]>([
    ['allium-ursinum', 'leaf', ['whole', 'leaf', 'torn leaf']],
    ['conium-maculatum', 'flower', ['whole', 'stem', 'flower']],
    ['symphytum-officinale', 'leaf', ['whole', 'leaf', 'stalk']],
    ['berula-erecta', 'leaf', ['whole', 'leaf', 'stalk']]
  ])('of %s in %s keeps every view within the frame', (slug, stage, views) => {
    const { figures } = plate(slug, stage, views);
    expect(figures).toHaveLength(views.length);
    for (const figure of figures) {
      const box = boxOf(figure);
      expect(box.left).toBeGreaterThanOrEqual(0);
      expect(box.top).toBeGreaterThanOrEqual(0);
      expect(box.right).toBeLessThanOrEqual(size.width);
      expect(box.bottom).toBeLessThanOrEqual(size.height);
    }
  });

  it.each<Side>(['left', 'right'])(
    'puts the first close view nearest to what is written on the %s',
    (near) => {
      const { figures } = plate('symphytum-officinale', 'leaf', ['whole', 'leaf', 'stalk'], near);
      const [, first, second] = figures;
      if (near === 'left') expect(middle(first!)).toBeLessThanOrEqual(middle(second!));
      else expect(middle(first!)).toBeGreaterThanOrEqual(middle(second!));
    }
  );

  it('lays a torn leaf into the lower corner on that side', () => {
    for (const near of ['left', 'right'] as const) {
      const torn = plate('convallaria-majalis', 'leaf', ['whole', 'torn leaf'], near).figures.at(-1)!;
      expect(torn.scene.view).toBe('torn leaf');
      expect(boxOf(torn).top).toBeGreaterThan(size.height * 0.8);
      expect(middle(torn) < size.width / 2).toBe(near === 'left');
    }
  });

  it('gives the plant the larger part', () => {
    const { figures } = plate('allium-ursinum', 'leaf', ['whole', 'leaf']);
    const area = (figure: Figure) => {
      const box = boxOf(figure);
      return (box.right - box.left) * (box.bottom - box.top);
    };
    expect(area(figures[0]!)).toBeGreaterThan(2 * area(figures[1]!));
  });

  it('numbers its parts without gaps, each with a place on the plate', () => {
    const parts = listParts(plate('conium-maculatum', 'flower', ['whole', 'stem', 'flower']));
    expect(parts.map(({ id }) => id)).toEqual(parts.map((_, i) => i));
    for (const { at, shows } of parts.filter((part) => part.shows.length > 0)) {
      expect(shows.length).toBeGreaterThan(0);
      expect(at.x).toBeGreaterThanOrEqual(-20);
      expect(at.x).toBeLessThanOrEqual(size.width + 20);
    }
  });
});
