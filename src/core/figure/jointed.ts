import type { Model } from './form';
import { type Spine, growSpine, placed, smooth } from './geometry';
import { groundPart, partOf } from './organs';
import { edged, filled, tone } from './paint';
import type { Part, Point, Shape } from './scene';

/** Fleshy joints in place of leaves. */
export function jointedPlant(model: Model): Part[] {
  const { form, traits, random, pen } = model;
  const tall = Math.min(form.height, 260);
  const width = Math.max(form.stemWidth, tall * 0.028);
  const shapes: Shape[] = [];
  const hit: Point[][] = [];
  const colour = form.colour.leaf;
  const shoot = (spine: Spine, w: number) => {
    const count = Math.max(4, Math.round(spine.length / (w * 2.4)));
    for (let i = 0; i < count; i += 1) {
      const [a, b] = [i / count, (i + 1) / count];
      const mid = (a + b) / 2;
      const turn = spine.heading(Math.min(mid, 0.99));
      const half = (spine.length / count) * 0.5;
      const ring = placed(
        smooth(
          [
            { x: -0.36, y: 1 },
            { x: -0.46, y: 0.2 },
            { x: -0.56, y: -0.86 },
            { x: 0, y: -1.02 },
            { x: 0.56, y: -0.86 },
            { x: 0.46, y: 0.2 },
            { x: 0.36, y: 1 }
          ],
          3
        ).map(({ x, y }) => ({ x: x * w * (1 - 0.25 * mid), y: y * half })),
        spine.place(mid),
        turn
      );
      shapes.push(
        edged([ring], colour, pen * 0.8),
        filled(
          [
            placed(
              [
                { x: 0.1, y: 0.9 },
                { x: 0.2, y: -0.8 },
                { x: 0.52, y: -0.8 },
                { x: 0.34, y: 0.9 }
              ].map(({ x, y }) => ({ x: x * w * (1 - 0.25 * mid), y: y * half })),
              spine.place(mid),
              turn
            )
          ],
          tone(colour, -0.5),
          0.35
        ),
        filled(
          [
            placed(
              [
                { x: -0.3, y: 0.6 },
                { x: -0.36, y: -0.6 },
                { x: -0.2, y: -0.6 },
                { x: -0.16, y: 0.6 }
              ].map(({ x, y }) => ({ x: x * w, y: y * half })),
              spine.place(mid),
              turn
            )
          ],
          tone(colour, 0.8),
          0.5
        )
      );
      hit.push(ring);
    }
  };
  const stem = growSpine({ x: 0, y: 0 }, random.between(-0.06, 0.06), random.between(-0.1, 0.1), tall);
  const isBranched = traits.state('stem-branching') !== 'unbranched';
  if (isBranched)
    for (const [i, t] of [0.2, 0.36, 0.52, 0.66].entries())
      for (const side of [-1, 1]) {
        const own = random.fork(`branch ${i} ${side}`);
        shoot(
          growSpine(
            stem.place(t),
            side * 0.8,
            -side * 0.5,
            tall * (0.42 - 0.07 * i) * own.between(0.85, 1.1)
          ),
          width * 0.8
        );
      }
  shoot(stem, width);
  return [
    groundPart(model, tall * 0.7),
    partOf(
      'stem',
      shapes,
      traits.shown('stem-section', 'stem-branching', 'leaf-colour'),
      hit,
      0,
      stem.place(0.5)
    )
  ];
}
