import type { Random } from '../random';
import { add, ellipse, mix, scale, smooth, towards } from './geometry';
import { blend, dots, filled, hairReach, hairsAlong, inkLine, lines, stings, tone } from './paint';
import type { Line, Point } from './scene';
import type { FlatShape } from './flat-leaf';
import { type BladeLook, halfWidth, lobeLean, lobePlan } from './blade-outline';

/** What lies on one undivided blade: veins, furrows and puckers, spots, hairs. */

export function mottle(look: BladeLook, random: Random, fine: number): FlatShape {
  const count = fine > 130 ? 12 : 5;
  const rings = Array.from({ length: count }, () => {
    const t = random.between(0.12, 0.85);
    const w = (look.lobes ? look.lobes.waist * 0.4 : halfWidth(look, t)) * look.width;
    const at = { x: (random.next() < 0.5 ? -1 : 1) * w * random.between(0.25, 0.7), y: -t * look.length };
    return ellipse(at, w * random.between(0.1, 0.28), look.length * random.between(0.03, 0.08), 0, 8);
  });
  return filled(rings, tone(look.colour, random.next() < 0.5 ? -0.35 : 0.3), 0.2);
}

type Inner = (edge: Line, share: number | ((t: number) => number)) => Point[];

export function venationOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  inner: Inner,
  random: Random,
  fine: number
): FlatShape[] {
  const shapes: FlatShape[] = [];
  const pale =
    look.veinColour === 'creamy' ? '#F2EBCB' : look.veinColour === 'red' ? '#A2464A' : tone(look.colour, 0.6);
  const isMarked = look.veinColour !== 'green';
  const side: Point[][] = [];
  const fineVeins: Point[][] = [];
  const at = (t: number, share: number, sign: number): Point => ({
    x: sign * share * look.width * halfWidth(look, t),
    y: -t * look.length
  });
  const every = (edge: Line, share: number, from = 0) =>
    inner(edge, (t) => (t < 0.02 && !look.base.startsWith('lobes') ? share * 0.3 : share)).slice(from);
  if (look.lobes)
    for (const sign of [-1, 1] as const)
      for (const { t, w, span } of lobePlan(look, look.lobes, random.fork(`edge ${sign}`).fork('lobes'))) {
        const tip = {
          x: sign * w * 0.84 * look.width,
          y: -(t + lobeLean(look.lobes) * 0.8 * span) * look.length
        };
        const foot = t - span * (look.lobes.direction === 'backwards' ? 0.1 : 0.4);
        side.push(
          smooth([at(foot, 0, sign), { x: tip.x * 0.5, y: (tip.y - foot * look.length) / 2 }, tip], 3)
        );
      }
  switch (look.lobes ? 'midrib-only' : look.venation) {
    case 'arching':
    case 'straight':
      for (const edge of [left, right])
        for (const share of look.venation === 'arching' ? [0.28, 0.54, 0.79] : [0.2, 0.4, 0.6, 0.8])
          side.push(every(edge, share));
      break;
    case 'feather':
    case 'net-with-rim': {
      const step = fine > 130 ? 0.088 : 0.12;
      const reach = look.venation === 'feather' ? 0.94 : 0.84;
      const first = look.base.startsWith('lobes') ? 0 : 0.07;
      for (const sign of [-1, 1])
        for (let t = first + (sign > 0 ? step * 0.35 : 0); t < 0.86; t += step) {
          const end = Math.min(0.97, t + 0.12);
          side.push(smooth([at(t, 0, sign), at(t + 0.045, 0.45, sign), at(end, reach, sign)], 3));
          if (fine > 150)
            fineVeins.push(
              [at(t + 0.03, 0.3, sign), at(t + 0.075, 0.42, sign)],
              [at(t + 0.052, 0.54, sign), at(t + 0.1, 0.66, sign)],
              [at(t + 0.05, 0.5, sign), at(t + 0.02, 0.66, sign)]
            );
        }
      if (look.base.startsWith('lobes'))
        for (const [sign, edge] of [
          [-1, left],
          [1, right]
        ] as const) {
          const far = edge.reduce((a, b) => (b.y > a.y ? b : a));
          side.push([
            { x: 0, y: 0 },
            { x: far.x * 0.45, y: far.y * 0.5 },
            { x: far.x * 0.92, y: far.y * 0.88 }
          ]);
          void sign;
        }
      break;
    }
    case 'hand':
      for (const sign of [-1, 1]) {
        for (const [out, up] of [
          [0.46, 0.66],
          [0.66, 0.34],
          [0.56, 0.04]
        ] as const) {
          const end = { x: sign * out * look.width * 0.72, y: -up * look.length };
          const knee = { x: end.x * 0.58, y: end.y * 0.5 + look.length * 0.01 };
          side.push(smooth([{ x: 0, y: 0 }, knee, end], 3));
          // Each forks once before the edge.
          if (fine > 70)
            side.push([
              mix(knee, end, 0.25),
              { x: knee.x + (end.x - knee.x) * 0.62, y: end.y - look.length * (0.06 + 0.06 * up) }
            ]);
        }
        for (let t = 0.52; t < 0.9; t += 0.17) side.push([at(t, 0, sign), at(t + 0.1, 0.8, sign)]);
      }
      break;
    case 'midrib-only':
      break;
  }
  if (look.venation === 'net-with-rim' && !look.lobes) {
    for (const edge of [left, right]) side.push(every(edge, 0.87, 2));
    if (fine > 90)
      for (const sign of [-1, 1])
        for (let t = 0.12; t < 0.82; t += 0.075)
          side.push(
            [at(t, 0.5, sign), at(t + 0.045, 0.74, sign)],
            [at(t + 0.05, 0.22, sign), at(t + 0.02, 0.48, sign)]
          );
  }
  if (fineVeins.length > 0) shapes.push(lines(fineVeins, pale, look.pen * 0.5, 0.4));
  if (side.length > 0) {
    const isBold = isMarked || look.venation === 'arching';
    shapes.push(lines(side, pale, look.pen * (isBold ? 1.05 : 0.85), isBold ? 0.82 : 0.62));
    if (fine > 90)
      shapes.push(
        lines(
          side.map((line) => line.map(({ x, y }) => ({ x: x + look.pen * 0.55, y: y + look.pen * 0.3 }))),
          tone(look.colour, -0.7),
          look.pen * 0.3,
          0.5
        )
      );
  }
  const midrib = Array.from({ length: 8 }, (_, i) => ({ x: 0, y: (-look.length * 0.96 * i) / 7 }));
  const rib = Math.max(look.pen * 1.3, look.width * (look.thickness === 'fleshy' ? 0.02 : 0.028));
  if (look.section === 'flat' || look.section === 'keeled')
    shapes.push(
      inkLine(midrib, rib, pale, 0.92),
      lines(
        [midrib.map(({ x, y }) => ({ x: x + rib * 0.5, y }))],
        tone(look.colour, -0.7),
        look.pen * 0.4,
        0.6
      )
    );
  return shapes;
}

/** Furrows and keels, puckers, waves, meal, bloom, thickness, spots and yellowing. */
export function surfaceOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  [leftWash, rightWash]: [Line, Line],
  outline: Line,
  inner: Inner,
  random: Random,
  fine: number
): FlatShape[] {
  const shapes: FlatShape[] = [];
  const band = (from: number, to: number, fill: string, opacity: number) => {
    const [a, b] = [
      from < 0 ? inner(leftWash, -from) : inner(rightWash, from),
      to < 0 ? inner(leftWash, -to) : inner(rightWash, to)
    ];
    shapes.push(filled([[...a, ...b.reverse()]], fill, opacity));
  };
  const spread = (count: number, reach: number): Point[] =>
    Array.from({ length: count }, () => {
      const t = random.between(0.06, 0.92);
      const w = (look.lobes ? look.lobes.waist * 0.5 : halfWidth(look, t)) * look.width;
      return { x: random.between(-reach, reach) * w, y: -t * look.length };
    });
  if (look.section === 'channelled') {
    band(-0.4, 0.4, tone(look.colour, -0.55), 0.42);
    band(-0.55, -0.4, tone(look.colour, 0.8), 0.5);
  } else if (look.section === 'half-round') {
    band(0.3, 0.98, tone(look.colour, -0.5), 0.45);
    band(-0.7, -0.35, tone(look.colour, 0.85), 0.5);
  } else if (look.section === 'tube') {
    band(0.35, 1, tone(look.colour, -0.55), 0.5);
    band(-0.6, -0.15, tone(look.colour, 0.9), 0.55);
  } else if (look.section === 'keeled') {
    band(0.02, 0.96, tone(look.colour, -0.5), 0.4);
  }
  if (look.surface === 'wrinkled' && fine > 60) {
    const puckers: Line[] = [];
    for (const sign of [-1, 1])
      for (let t = 0.12; t < 0.84; t += fine > 130 ? 0.06 : 0.1)
        for (const share of [0.3, 0.6]) {
          const w = halfWidth(look, t) * look.width * (look.lobes ? look.lobes.waist : 1);
          const at = { x: sign * w * (share + random.between(-0.06, 0.06)), y: -t * look.length };
          puckers.push(
            smooth(
              [
                add(at, { x: -w * 0.1, y: look.length * 0.012 }),
                add(at, { x: 0, y: -look.length * 0.008 }),
                add(at, { x: w * 0.1, y: look.length * 0.01 })
              ],
              2
            )
          );
        }
    shapes.push(lines(puckers, tone(look.colour, -0.6), look.pen * 0.7, 0.4));
  }
  if (look.surface === 'pleated')
    for (let fold = -0.9; fold < 0.9; fold += 0.3) {
      band(fold, fold + 0.12, tone(look.colour, -0.6), 0.42);
      band(fold + 0.12, fold + 0.2, tone(look.colour, 0.8), 0.4);
    }
  if (look.wavy) {
    const crescents: Line[] = [];
    for (const edge of [left, right])
      for (let i = 2; i < edge.length - 3; i += look.margin === 'entire' ? 5 : 12)
        crescents.push(
          smooth([edge[i]!, mix(edge[i + 1]!, { x: 0, y: edge[i + 1]!.y }, 0.22), edge[i + 2]!], 2)
        );
    shapes.push(filled(crescents, tone(look.colour, -0.6), 0.42));
  }
  if (look.surface === 'mealy')
    shapes.push(
      filled([outline], '#E3E6DC', 0.3),
      dots(spread(fine > 130 ? 90 : 26, 0.92), '#F6F6EE', look.pen * 1.1, 0.75)
    );
  if (look.surface === 'waxy') shapes.push(filled([outline], '#CFE0E4', 0.3));
  if (look.thickness === 'fleshy') {
    band(-0.96, -0.8, '#FDFCF2', 0.4);
    band(0.8, 0.97, tone(look.colour, -0.6), 0.3);
  }
  if (look.spots === 'dark-spots') {
    const rings = spread(16, 0.82).map((at) => {
      const r = look.width * random.between(0.012, 0.034);
      return ellipse(at, r, r * 0.75, random.between(0, 3), 8);
    });
    shapes.push(filled(rings, '#3A1B2E', 0.85));
  }
  if (look.spots === 'pale-marks') shapes.push(...paleMarks(look, random.fork('pale')));
  if (!look.lobes && random.next() < look.wear * 0.5) {
    const cut = Math.floor(left.length * 0.8);
    shapes.push(filled([[...left.slice(cut), ...right.slice(cut).reverse()]], '#C9A24B', 0.3));
  }
  return shapes;
}

/** A pale band along a strap, pale veins in a net, a pale crescent across a leaflet, or pale blotches beside the midrib. */
function paleMarks(look: BladeLook, random: Random): FlatShape[] {
  if (look.length > look.width * 7) {
    const edge = (side: number): Point[] =>
      [0.02, 0.3, 0.6, 0.94].map((t) => ({
        x: side * halfWidth(look, t) * look.width * 0.28,
        y: -t * look.length
      }));
    return [filled([[...smooth(edge(-1), 4), ...smooth(edge(1).reverse(), 4)]], '#EEF2E4', 0.85)];
  }
  if (look.venation === 'net-with-rim') return [filled(paleVeins(look), '#E4EBD2', 0.72)];
  // Across leaflets as of clover; other broad leaves have blotches.
  if (look.outline === 'spoon' && look.width > look.length * 0.7) {
    const w = look.width * 0.34;
    const arc = (y: number, deep: number) =>
      smooth(
        [
          { x: -w, y: -look.length * (y - deep) },
          { x: 0, y: -look.length * y },
          { x: w, y: -look.length * (y - deep) }
        ],
        4
      );
    return [filled([[...arc(0.62, 0.2), ...arc(0.46, 0.12).reverse()]], '#E4EBD2', 0.7)];
  }
  const rings = Array.from({ length: 8 }, () => {
    const t = random.between(0.1, 0.8);
    const w = halfWidth(look, t) * look.width;
    const at = { x: random.between(-0.6, 0.6) * w, y: -t * look.length };
    return ellipse(at, w * 0.2, look.length * 0.03, random.between(-0.6, 0.6), 8);
  });
  return [filled(rings, '#E4EBD2', 0.6)];
}

/** Bands that follow midrib and side veins, broad at the midrib and running out towards the rim. */
function paleVeins(look: BladeLook): Point[][] {
  const at = (t: number, share: number, sign: number): Point => ({
    x: sign * share * look.width * halfWidth(look, t),
    y: -t * look.length
  });
  const band = (sign: number, t: number): Point[] => {
    const broad = 0.022 * (1 - t * 0.5);
    const side = (by: number) => [at(t + by, 0, sign), at(t + 0.045 + by * 0.8, 0.45, sign)];
    return smooth([...side(broad), at(t + 0.11, 0.78, sign), ...side(-broad).reverse()], 3);
  };
  const midrib = (sign: number) =>
    [0.02, 0.4, 0.85].map((t) => ({ ...at(t, 0, 1), x: sign * look.width * 0.028 * (1 - t) }));
  return [
    [...midrib(-1), ...midrib(1).reverse()],
    ...[-1, 1].flatMap((sign) => [0.06, 0.19, 0.32, 0.45, 0.58, 0.71].map((t) => band(sign, t)))
  ];
}

/** Hairs by kind: edge hairs carry the character, a few on the face; felt and wool are a wash with loose ends. */
export function coatOf(
  look: BladeLook,
  [left, right]: [Line, Line],
  random: Random,
  fine: number
): FlatShape[] {
  const { hairs, pen } = look;
  const face = (count: number, reach: number, lean: number): Line[] =>
    Array.from({ length: count }, () => {
      const t = random.between(0.08, 0.92);
      const w = (look.lobes ? look.lobes.waist * 0.45 : halfWidth(look, t)) * look.width;
      const from = { x: random.between(-0.85, 0.85) * w, y: -t * look.length };
      return [from, add(from, scale(towards(Math.sign(from.x) * random.between(0, lean)), reach))];
    });
  const many = fine > 150 ? 1 : fine > 80 ? 0.3 : 0;
  const edge = (millimetres: number, density: number, width: number, colour = '#59664C') =>
    hairsAlong([left, right], hairReach(millimetres, pen), width, random.fork('edge'), {
      density: density * (fine > 150 ? 1 : fine > 80 ? 0.6 : 0.24),
      colour
    });
  const outline = [...left, ...right.slice().reverse()];
  switch (hairs) {
    case 'scattered':
      return [
        lines(face(Math.round(34 * many), hairReach(0.8, pen), 0.9), '#F2F0DF', pen * 0.4, 0.85),
        edge(0.6, 0.35, pen * 0.3)
      ];
    case 'downy':
      return [
        filled([outline], '#E9EADF', 0.2),
        edge(0.8, 1.1, pen * 0.32),
        lines(face(Math.round(46 * many), hairReach(0.8, pen), 0.7), '#F6F5EA', pen * 0.36, 0.75)
      ];
    case 'bristly':
      return [
        edge(1.9, 0.85, pen * 0.46),
        lines(face(Math.round(38 * many), hairReach(1.6, pen), 0.9), '#F6F5EA', pen * 0.5, 0.85),
        dots(
          face(Math.round(20 * many), 0, 0).map(([at]) => at!),
          tone(look.colour, 0.6),
          pen * 1.1,
          0.6
        )
      ];
    case 'stinging':
      return [
        ...(many === 1
          ? stings(edge(1.9, 0.5, pen * 0.46).rings, pen * 0.8)
          : [edge(1.6, 0.7, pen * 0.46, '#7E8A5E')]),
        ...(many > 0 ? stings(face(Math.round(18 * many), hairReach(1.5, pen), 0.5), pen * 0.7) : [])
      ];
    case 'woolly':
      return [
        filled([outline], '#F1F0E6', 0.44),
        edge(1.5, 2, pen * 0.5, '#B9BCA8'),
        lines(face(Math.round(90 * many), hairReach(1.2, pen), 2.4), '#FBFAF2', pen * 0.55, 0.7)
      ];
    default:
      return [];
  }
}

/** The colour of the underside. */
export const undersideColour = (colour: string, state: string | undefined): string =>
  state === 'white-felt'
    ? '#DDE0D2'
    : state === 'scales'
      ? '#A9714A'
      : state === 'purple'
        ? blend(colour, '#7A3E62', 0.62)
        : state === 'mealy'
          ? blend(colour, '#E9ECE3', 0.55)
          : state === 'paler'
            ? tone(colour, 0.34)
            : tone(colour, 0.08);
