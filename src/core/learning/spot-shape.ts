import { z } from 'zod';
import type { Spot } from './picture';

/** A place on the picture, in units of its size: the shapes of hot spots. */
export const SpotShape = z.discriminatedUnion('shape', [
  z.object({ shape: z.literal('circle'), x: z.number(), y: z.number(), r: z.number().positive() }),
  z.object({
    shape: z.literal('rect'),
    left: z.number(),
    top: z.number(),
    right: z.number(),
    bottom: z.number()
  }),
  z.object({
    shape: z.literal('poly'),
    points: z
      .array(z.tuple([z.number(), z.number()]))
      .min(3)
      .max(60)
  })
]);
export type SpotShape = z.infer<typeof SpotShape>;

/** The middle of a place on a picture. */
export function middleOf(shape: SpotShape): Spot {
  if (shape.shape === 'circle') return { x: shape.x, y: shape.y };
  if (shape.shape === 'rect') return { x: (shape.left + shape.right) / 2, y: (shape.top + shape.bottom) / 2 };
  const mean = (axis: 0 | 1) =>
    shape.points.reduce((sum, point) => sum + point[axis], 0) / shape.points.length;
  return { x: mean(0), y: mean(1) };
}

/** A place in other units. @param width, height by which its own are multiplied */
export function inUnits(shape: SpotShape, width: number, height: number): SpotShape {
  if (shape.shape === 'circle')
    return { ...shape, x: shape.x * width, y: shape.y * height, r: shape.r * width };
  if (shape.shape === 'rect')
    return {
      shape: 'rect',
      left: shape.left * width,
      right: shape.right * width,
      top: shape.top * height,
      bottom: shape.bottom * height
    };
  return { shape: 'poly', points: shape.points.map(([x, y]) => [x * width, y * height]) };
}
