import { type Model } from './form';
import { add, growSpine, scale, smooth, towards } from './geometry';
import { groundPart, stemPart } from './organs';
import { edged, tone } from './paint';
import type { Part, Point, Shape } from './scene';

/** A young shoot that has no leaves yet: a thick stem, with small scales that close to a bud at its tip. */
export function spear(model: Model): Part[] {
  const { form, traits, random, pen } = model;
  const foot = Math.max(form.stemWidth, pen * 5);
  // A long one is shown by its upper part, so that its scales can be seen.
  const tall = Math.min(form.height, foot * 24);
  const spine = growSpine({ x: 0, y: 0 }, random.between(-0.08, 0.08), random.between(-0.16, 0.16), tall, 24);
  const width = (t: number) => foot * (1 - 0.35 * t ** 2);
  const scaleAt = (t: number, side: -1 | 0 | 1, long: number): Shape => {
    const heading = spine.heading(Math.min(t, 0.99));
    const across = towards(heading + Math.PI / 2);
    const along = towards(heading);
    const at = add(spine.place(t), scale(across, side * width(t) * 0.36));
    const point = (x: number, y: number): Point =>
      add(add(at, scale(across, x * width(t))), scale(along, y * long));
    return edged(
      [
        [
          ...smooth([point(-0.34, 0), point(-0.3 + side * 0.16, 0.5), point(side * 0.34, 1)], 4),
          ...smooth([point(side * 0.34, 1), point(0.3 + side * 0.16, 0.5), point(0.34, 0)], 4)
        ]
      ],
      tone(form.colour.stem, side === 0 ? -0.12 : -0.22),
      pen * 0.7
    );
  };
  const long = foot * 1.5;
  const along = [0.16, 0.32, 0.46, 0.58, 0.68, 0.77, 0.85].map((t, i) =>
    scaleAt(t, ([-1, 1, 0] as const)[i % 3]!, long)
  );
  const bud = ([-1, 1, 0] as const).flatMap((side) => [0.9, 0.95].map((t) => scaleAt(t, side, long * 1.2)));
  const stem = stemPart(model, spine, width, [], 0);
  return [
    groundPart(model, Math.max(tall * 0.25, 30)),
    {
      ...stem,
      shapes: [...stem.shapes, ...along, ...bud],
      shows: [...stem.shows, ...traits.shown('leaf-attachment', 'stem-leaf-stand')]
    }
  ];
}
