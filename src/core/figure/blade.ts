import type { Random } from '../random';
import { add, clamp, ellipse, resample } from './geometry';
import { filled, hairsAlong, inkLine, lines, tone } from './paint';
import type { Line, Point } from './scene';
import type { FlatLeaf, FlatShape } from './flat-leaf';
import { type BladeLook, bitten, edgeOf, withTeeth } from './blade-outline';
import { coatOf, mottle, surfaceOf, venationOf } from './blade-surface';

/** One undivided blade, drawn flat: foot at (0, 0), tip at (0, −length), the left half at x < 0. */

/** The outline of a round blade whose stalk stands under its middle. */
function shieldLeaf(look: BladeLook, random: Random): FlatLeaf {
  const r = look.width / 2;
  const middle = { x: 0, y: -r * 0.9 };
  const crenations = 14;
  const swell = look.margin === 'entire' ? 0 : look.margin === 'round-toothed' ? 0.045 : 0.075;
  const rim = Array.from({ length: crenations * 5 }, (_, i) => {
    const a = (2 * Math.PI * i) / (crenations * 5);
    const out = r * (0.96 + swell * Math.sin(((i % 5) / 5) * Math.PI) + random.between(-0.01, 0.01));
    return add(middle, { x: out * Math.sin(a), y: -out * Math.cos(a) * 0.94 });
  });
  const ribs = Array.from({ length: 9 }, (_, i) => {
    const a = (2 * Math.PI * i) / 9 + 0.2;
    return [0.16, 0.5, 0.82].map((k) =>
      add(middle, { x: r * k * Math.sin(a), y: -r * k * Math.cos(a) * 0.94 })
    );
  });
  const halfOf = (side: -1 | 1) => rim.filter(({ x }) => side * x >= -0.001);
  return {
    shapes: [
      { ...filled([rim], tone(look.colour, 0.05)), half: -1 },
      { ...filled([[...halfOf(1), middle]], tone(look.colour, -0.2), 0.5), half: 1 },
      filled([ellipse(middle, r * 0.62, r * 0.58)], tone(look.colour, -0.35), 0.16),
      filled([ellipse(add(middle, { x: -r * 0.35, y: -r * 0.38 }), r * 0.3, r * 0.16, -0.7)], '#FDFCF2', 0.4),
      lines(ribs, tone(look.colour, 0.5), look.pen * 0.7, 0.5),
      // The dimple over the stalk.
      filled([ellipse(middle, r * 0.17, r * 0.15)], tone(look.colour, 0.55), 0.9),
      filled(
        [ellipse(add(middle, { x: r * 0.03, y: r * 0.03 }), r * 0.08, r * 0.07)],
        tone(look.colour, -0.5),
        0.5
      ),
      inkLine([...rim, rim[0]!], look.pen * 1.2)
    ],
    outline: [rim]
  };
}

/** Light on a glossy leaf: a bright streak that runs out at both ends, on the half that faces the light. */
function sheen(
  edge: Line,
  inner: (edge: Line, share: (t: number) => number) => Point[],
  long: number
): FlatShape {
  const run = (share: number, swell: number) =>
    inner(edge, (t) => share + swell * Math.sin(Math.PI * clamp((t - 0.2) / 0.55, 0, 1))).filter(
      ({ y }) => y < -long * 0.2 && y > -long * 0.75
    );
  return filled([[...run(0.46, 0.07), ...run(0.46, -0.07).reverse()]], '#FDFCF2', 0.72);
}

/** Draws a blade: washes by halves, mottling, sheen, veins, ink, then coat, hairs and spots. */
export function flatBlade(look: BladeLook, random: Random): FlatLeaf {
  if (look.base === 'shield') return shieldLeaf(look, random.fork('shield'));
  const plain: Point[][] = [];
  const edges = ([-1, 1] as const).map((side) => {
    const own = random.fork(`edge ${side}`);
    const bare = edgeOf(look, side, own);
    plain.push(resample(bare, look.lobes ? 26 : 15));
    const edge = withTeeth(bare, look, side, own);
    if (look.wavy)
      edge.forEach((at, i) => {
        const wave = 1 + 0.07 * Math.sin(i * (look.margin === 'entire' ? 1.15 : 0.45) + side);
        edge[i] = { x: at.x * wave, y: at.y + look.width * 0.02 * Math.sin(i * 0.9) };
      });
    return edge;
  }) as [Point[], Point[]];
  const worn = random.fork('wear');
  if (!look.lobes && worn.next() < look.wear) bitten(edges[worn.integer(0, 1)]!, look.width, worn);
  const [left, right] = edges;
  const [leftWash, rightWash] = plain as [Point[], Point[]];
  const outline = [...left, ...right.slice().reverse()];
  const fine = look.length / look.pen;
  const isTiny = fine < 42 || (fine < 80 && look.width < look.pen * 13);
  const midrib = resample(
    [
      { x: 0, y: 0 },
      { x: 0, y: -look.length * 0.97 }
    ],
    isTiny ? 3 : 8
  );
  const halves = ([-1, 1] as const).map((side): FlatShape => {
    const edge = side < 0 ? left : right;
    return {
      ...filled([[...edge, ...midrib.slice().reverse()]], tone(look.colour, side < 0 ? 0.06 : -0.04)),
      half: side
    };
  });
  if (isTiny) {
    const style = { downy: 1.1, bristly: 0.8, stinging: 0.7, woolly: 2, scattered: 0.4 }[look.hairs];
    const hairs = style
      ? [
          hairsAlong(
            [left, right],
            look.pen * (look.hairs === 'bristly' ? 3.6 : 2.6),
            look.pen * 0.3,
            random.fork('hairs'),
            { density: style * 0.5, colour: look.hairs === 'woolly' ? '#C9CBBB' : '#6E7A5C' }
          )
        ]
      : [];
    return {
      shapes: [
        ...halves,
        lines([midrib], tone(look.colour, 0.55), look.pen * 0.8, 0.8),
        { rings: [outline], closed: true, stroke: tone(look.colour, -0.72), width: look.pen * 0.55 },
        ...hairs
      ],
      outline: [outline]
    };
  }
  const shapes: FlatShape[] = [...halves];
  /** A point of an edge moved to a share of its distance from the midrib. */
  const inner = (edge: Line, share: number | ((t: number) => number)) =>
    edge.map(({ x, y }) => ({
      x: x * (typeof share === 'number' ? share : share(clamp(-y / look.length, 0, 1))),
      y
    }));
  const swell = (t: number) => Math.sin(Math.PI * clamp((t - 0.02) / 0.95, 0, 1)) ** 0.8;
  const wash = (edge: Line, from: number, to: number, fill: string, opacity: number, coats: number) => {
    for (let coat = 0; coat < coats; coat += 1) {
      const [a, b] = [from + (coat * (to - from)) / 8, to - (coat * (to - from)) / 5];
      const centre = (a + b) / 2;
      const line = (share: number) => inner(edge, (t) => centre + (share - centre) * swell(t));
      shapes.push(filled([[...line(a), ...line(b).reverse()]], fill, opacity / coats));
    }
  };
  const coats = fine > 150 ? 3 : 2;
  shapes.push(mottle(look, random.fork('mottle'), fine));
  if (!look.lobes) for (const edge of plain) wash(edge, 0, 0.4, tone(look.colour, -0.45), 0.34, coats);
  wash(leftWash, 0.3, 0.88, '#FDFCF2', look.glossy ? 0.32 : 0.24, coats);
  if (look.glossy && !look.lobes) shapes.push(sheen(leftWash, inner, look.length));
  wash(rightWash, 0.66, 1, tone(look.colour, -0.55), 0.34, coats);
  shapes.push(...venationOf(look, [leftWash, rightWash], inner, random, fine));
  shapes.push(...surfaceOf(look, edges, [leftWash, rightWash], outline, inner, random.fork('surface'), fine));
  shapes.push(...coatOf(look, edges, random.fork('hairs'), fine));
  shapes.push(inkLine(left, look.pen), inkLine(right, look.pen * 1.35));
  return { shapes, outline: [outline] };
}
