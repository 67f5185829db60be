import type { Model } from './form';
import { add, ellipse, placed, smooth } from './geometry';
import { blend, edged, filled, lines, tone } from './paint';
import type { Line, Part, Point, Shape } from './scene';

const shellCharacters = ['shell-apex', 'shell-ribs'];

/** A limpet from the side, and from above. */
export function shell(model: Model): Part[] {
  const { traits, random, pen } = model;
  const own = random.fork('shell');
  const long = traits.value('shell-length') ?? 40;
  const isMiddle = traits.state('shell-apex') !== 'forward';
  const tall = long * (isMiddle ? 0.5 : 0.32) * own.between(0.9, 1.1);
  const top = { x: (isMiddle ? own.between(-0.04, 0.06) : 0.24) * long, y: -tall };
  const isCoarse = traits.state('shell-ribs') !== 'fine';
  const many = isCoarse ? 15 : 27;
  const colour = blend('#B5AE98', own.next() < 0.5 ? '#8F8B72' : '#C4B58E', own.next() * 0.6);
  const rim = Array.from({ length: many + 1 }, (_, i) => {
    const a = Math.PI * (i / many);
    return {
      x: (-long / 2) * Math.cos(a),
      y: long * 0.1 * Math.sin(a) + (i % 2 ? long * 0.012 : 0) * (isCoarse ? own.between(0.6, 1.6) : 1)
    };
  });
  const side = [
    ...smooth(
      [
        { x: -long / 2, y: 0 },
        { x: -long * 0.28, y: -tall * 0.62 },
        top,
        { x: long * 0.36, y: -tall * (isMiddle ? 0.5 : 0.72) },
        { x: long / 2, y: 0 }
      ],
      6
    ),
    ...rim.slice().reverse()
  ];
  const ribsOf = rim.map((p, i) =>
    smooth(
      [top, { x: (top.x + p.x) / 2 + (p.x - top.x) * 0.12, y: (top.y + p.y) / 2 - tall * 0.03 }, p],
      2
    ).slice(i % 2 ? 1 : 0)
  );
  const rings = [0.42, 0.68, 0.88].map((k) =>
    rim.map((p) => ({ x: top.x + (p.x - top.x) * k, y: top.y + (p.y - top.y) * k }))
  );
  const centre = { x: 0, y: long * 0.75 };
  const above = placed(
    Array.from({ length: many * 2 }, (_, i) => {
      const a = (2 * Math.PI * i) / (many * 2);
      const r = 1 + (i % 2 ? 0.03 : -0.02) * (isCoarse ? own.between(0.6, 1.8) : 0.7);
      return { x: 0.5 * r * Math.cos(a), y: 0.4 * r * Math.sin(a) };
    }),
    centre,
    0,
    long
  );
  const apex = add(centre, { x: top.x, y: 0 });
  const draw = (outline: Line, tip: Point, radial: readonly Line[], growth: readonly Line[]): Shape[] => [
    edged([outline], colour, pen),
    lines(radial, tone(colour, -0.55), pen * (isCoarse ? 1 : 0.5), 0.6),
    lines(
      radial.map((ray) => ray.map(({ x, y }) => ({ x: x - pen * 1.2, y }))),
      tone(colour, 0.7),
      pen * (isCoarse ? 0.8 : 0.4),
      0.5
    ),
    lines(growth, tone(colour, -0.5), pen * 0.6, 0.5),
    filled([ellipse(tip, long * 0.045, long * 0.035, 0, 10)], tone(colour, 0.6), 0.9)
  ];
  const fromAbove = above.filter((_, i) => i % 2 === 1).map((p) => [apex, p]);
  const growth = [0.4, 0.66, 0.86].map((k) =>
    above.map((p) => ({ x: apex.x + (p.x - apex.x) * k, y: apex.y + (p.y - apex.y) * k }))
  );
  const shows = traits.shown(...shellCharacters);
  return [
    {
      kind: 'shell',
      shapes: draw(side, top, ribsOf, rings),
      shows,
      hit: [side],
      depth: 0,
      anchor: { x: top.x * 0.8, y: top.y * 0.5 }
    },
    {
      kind: 'shell',
      shapes: draw(above, apex, fromAbove, growth),
      shows,
      hit: [above],
      depth: 1,
      anchor: add(centre, { x: -long * 0.2, y: 0 })
    }
  ];
}
