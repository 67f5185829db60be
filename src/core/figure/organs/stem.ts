import type { Random } from '../../random';
import { type Model, isAbsent, isClimbing } from '../form';
import { type Spine, add, clamp, ellipse, growSpine, scale, towards } from '../geometry';
import {
  type HairKind,
  type TubeLook,
  blend,
  drawTube,
  edged,
  hairKinds,
  lines,
  tone,
  tubeEdges
} from '../paint';
import type { Part, Point, Shape } from '../scene';
import { clearing, partOf, tubeArea } from './part';
import { stemCharacters, stemFromAfar } from './shows';

/** Stems with their hairs, marks and cut ends, and tendrils. */

const stemHairs = (state: string | undefined): HairKind =>
  hairKinds.includes(state as HairKind) ? (state as HairKind) : 'hairless';

export function stemLook({ traits, form, pen }: Model, near = false): TubeLook {
  const section = traits.state('stem-section');
  const sections = ['smooth', 'ridged', 'winged', 'square', 'three-angled', 'jointed'] as const;
  return {
    colour: isAbsent(traits.state('twig-bark')) ? form.colour.stem : form.colour.twig,
    pen,
    hairs: stemHairs(traits.state('stem-hairs')),
    marks: (traits.state('stem-marks') as 'plain' | 'blotched' | 'flushed' | undefined) ?? 'plain',
    section: sections.find((one) => one === section) ?? 'smooth',
    bloom: traits.state('stem-bloom') === 'bloom',
    near
  };
}

/** A stem that was cut: its end shows whether it is hollow. */
export function cutEnd(
  at: Point,
  width: number,
  heading: number,
  filling: string | undefined,
  colour: string,
  pen: number
): Shape[] {
  const [rx, ry] = [width / 2, width * 0.17];
  const shapes: Shape[] = [edged([ellipse(at, rx, ry, heading, 22)], tone(colour, 0.55), pen * 0.9)];
  if (filling === 'hollow')
    shapes.push(
      edged(
        [ellipse(add(at, { x: 0, y: ry * 0.1 }), rx * 0.68, ry * 0.64, heading, 20)],
        tone(colour, -0.75),
        pen * 0.5
      )
    );
  else if (filling === 'pith')
    shapes.push(edged([ellipse(at, rx * 0.66, ry * 0.66, heading, 18)], '#FBFAF4', pen * 0.5));
  else if (filling === 'solid')
    shapes.push(lines([ellipse(at, rx * 0.55, ry * 0.55, heading, 18)], tone(colour, 0.1), pen * 0.5));
  return shapes;
}

/** A stem with its joints and what arms it. @param joints shares of its length */
export function stemPart(
  model: Model,
  spine: Spine,
  width: (t: number) => number,
  joints: readonly number[],
  depth: number,
  name = 'stem',
  near = false
): Part {
  const { traits, pen } = model;
  const random = model.random.fork(name);
  const look = stemLook(model, near);
  const isSwollen = traits.state('stem-joints') === 'swollen';
  const swollen = (t: number) =>
    width(t) *
    (isSwollen
      ? 1 + 0.7 * joints.reduce((most, joint) => Math.max(most, 1 - Math.abs(t - joint + 0.02) / 0.045), 0)
      : 1);
  const shapes: Shape[] = [
    ...clearing(model, tubeEdges(spine, swollen, 12), false),
    ...drawTube(spine, swollen, look, random)
  ];
  if (traits.state('twig-bark') === 'warty') {
    const warts = Array.from({ length: near ? 26 : 14 }, () => {
      const t = random.between(0.03, 0.97);
      const at = add(
        spine.place(t),
        scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), random.between(-0.34, 0.34) * width(t))
      );
      return ellipse(at, width(t) * 0.06, width(t) * 0.12, spine.heading(Math.min(t, 0.99)), 7);
    });
    shapes.push(edged(warts, '#C9BFA8', pen * 0.4, '#5E5648'));
  } else if (traits.state('twig-bark') === 'flaky' || traits.state('twig-bark') === 'orange-upper') {
    const flakes = Array.from({ length: near ? 18 : 9 }, () => {
      const t = random.between(0.05, 0.95);
      const at = add(
        spine.place(t),
        scale(towards(spine.heading(Math.min(t, 0.99)) + Math.PI / 2), random.between(-0.36, 0.36) * width(t))
      );
      return [at, add(at, scale(towards(spine.heading(Math.min(t, 0.99))), width(t) * 0.5))];
    });
    shapes.push(lines(flakes, tone(look.colour, -0.55), pen * 0.7, 0.7));
  }
  const arms = traits.state('stem-arms');
  if (arms === 'prickles') shapes.unshift(prickles(model, spine, width, look.colour, random));
  if (arms === 'thorns') shapes.unshift(...thorns(model, spine, width, joints, look.colour, random));
  return partOf(
    'stem',
    shapes,
    traits.shown(
      ...(near ? stemCharacters : stemFromAfar),
      ...(isClimbing(traits) && !near ? ['climbing-by'] : [])
    ),
    tubeArea(spine, Math.max(width(0.3) * 1.5, pen * 6)),
    depth,
    spine.place(0.35)
  );
}

/** Prickles of the skin, with broad feet, that point down a little. */
function prickles(
  { pen }: Model,
  spine: Spine,
  width: (t: number) => number,
  colour: string,
  random: Random
): Shape {
  const reach = Math.max(width(0) * 0.8, pen * 5);
  const count = Math.round(clamp(spine.length / (reach * 1.6), 6, 22));
  const rings = Array.from({ length: count }, (_, i) => {
    const t = (i + random.between(0.3, 0.7)) / count;
    const side = i % 2 ? 1 : -1;
    const heading = spine.heading(Math.min(t, 0.99));
    const foot = add(spine.place(t), scale(towards(heading + Math.PI / 2), (side * width(t)) / 2.4));
    const along = scale(towards(heading), reach * 0.24);
    const tip = add(foot, scale(towards(heading + side * 1.62), reach * random.between(0.8, 1.1)));
    return [add(foot, along), tip, add(foot, scale(along, -1.2))];
  });
  return edged(rings, blend(colour, '#A2464A', 0.35), pen * 0.8);
}

const budColour = '#7A4A38';

/** Scaly buds, round or drawn out. */
const buds = (
  places: readonly { readonly at: Point; readonly turn: number }[],
  size: number,
  pen: number
): Shape[] => [
  edged(
    places.map(({ at, turn }) =>
      ellipse(add(at, scale(towards(turn), size * 0.4)), size * 0.4, size * 0.56, turn, 10)
    ),
    budColour,
    pen * 0.7
  ),
  lines(
    places.map(({ at, turn }) => [
      add(at, scale(towards(turn - 0.5), size * 0.5)),
      add(at, scale(towards(turn), size * 0.72)),
      add(at, scale(towards(turn + 0.5), size * 0.5))
    ]),
    tone(budColour, 0.5),
    pen * 0.5,
    0.8
  )
];

/** Thorns at the joints: side twigs with buds along them, or bare with a bud beside the foot. */
function thorns(
  { traits, pen }: Model,
  spine: Spine,
  width: (t: number) => number,
  joints: readonly number[],
  colour: string,
  random: Random
): Shape[] {
  const bears = traits.state('thorn-buds') === 'bearing';
  const reach = Math.max(width(0) * 3.2, pen * 17);
  const places = joints.length > 1 ? joints.filter((_, i) => i % 2 === 0) : [0.2, 0.5, 0.78];
  const grown = places.map((t, i) => {
    const side = i % 2 ? 1 : -1;
    const heading = spine.heading(Math.min(t, 0.99));
    const foot = add(spine.place(t), scale(towards(heading + Math.PI / 2), (side * width(t)) / 2.6));
    // A side twig stands nearly square to its stem; a thorn in the axil leans forward.
    const turn = heading + side * (bears ? random.between(1.2, 1.5) : random.between(0.85, 1.1));
    return {
      foot,
      turn,
      side,
      long: reach * random.between(0.8, 1.15) * (bears ? 1.25 : 0.9),
      half: width(t) * 0.26
    };
  });
  const rings = grown.map(({ foot, turn, long, half }) => {
    const across = scale(towards(turn + Math.PI / 2), Math.max(half, pen * 1.3));
    const middle = add(foot, scale(towards(turn), long * 0.55));
    return [
      add(foot, across),
      add(middle, scale(across, 0.55)),
      add(foot, scale(towards(turn), long)),
      add(middle, scale(across, -0.55)),
      add(foot, scale(across, -1))
    ];
  });
  const size = Math.max(width(0.5) * 0.4, pen * 3.6);
  const withBuds = grown.flatMap(({ foot, turn, side, long }) =>
    bears
      ? [0.34, 0.56, 0.74].map((share, i) => {
          const way = i % 2 ? -side : side;
          return { at: add(foot, scale(towards(turn), long * share)), turn: turn + way * 0.9 };
        })
      : [{ at: add(foot, scale(towards(turn - side * 1.1), size * 0.5)), turn: turn - side * 0.7 }]
  );
  return [
    edged(rings, tone(colour, bears ? 0 : 0.16), pen * 0.8),
    ...buds(withBuds, bears ? size * 0.85 : size * 1.15, pen)
  ];
}

/** A thread whose arms end in discs that hold on. */
export function discs(at: Point, side: 1 | -1, reach: number, pen: number, colour: string): Shape {
  const arm = growSpine(at, side * 1.1, side * 0.2, reach * 0.5, 8);
  const fork = arm.place(1);
  const tips = [-0.5, 0, 0.5].map((turn) => add(fork, scale(towards(side * (1.2 + turn)), reach * 0.45)));
  return lines(
    [
      [...arm.points],
      ...tips.map((tip) => [fork, tip]),
      ...tips.map((tip) => ellipse(tip, pen * 2.2, pen * 1.6, 0, 8))
    ],
    colour,
    pen * 1.1
  );
}

/** A leaf stalk that has bent once round what it touched. */
export function hook(at: Point, side: 1 | -1, reach: number, pen: number, colour: string): Shape {
  const arm = growSpine(at, side * 1.3, -side * 0.7, reach * 0.6, 8);
  const centre = arm.place(1);
  const loop = Array.from({ length: 23 }, (_, i) => {
    const turn = (i / 22) * 2.6 * Math.PI;
    const size = reach * (0.2 - 0.1 * (i / 22));
    return add(centre, { x: side * size * (1 - Math.cos(turn)), y: -size * Math.sin(turn) });
  });
  return lines([[...arm.points, ...loop]], colour, pen * 2);
}

/** A coil that holds on. */
export function tendril(
  at: Point,
  heading: number,
  reach: number,
  pen: number,
  colour: string,
  mirror: number
): Shape {
  const points: Point[] = [];
  const arm = growSpine(at, heading, mirror * 0.5, reach * 0.6, 8);
  points.push(...arm.points);
  const centre = add(arm.place(1), { x: mirror * reach * 0.08, y: 0 });
  for (let i = 0; i <= 26; i += 1) {
    const a = (i / 26) * 4.4 * Math.PI;
    const r = reach * 0.1 * (1 - 0.6 * (i / 26));
    points.push({
      x: centre.x - mirror * r * Math.cos(a),
      y: centre.y + r * Math.sin(a) + (i / 26) * reach * 0.2
    });
  }
  return lines([points], colour, pen * 1.1);
}

/** Buds at the joints of a shoot without leaves, which show how the leaves stood, and one that ends it. */
export function winterBuds(
  { traits, pen }: Model,
  {
    spine,
    joints,
    width
  }: { readonly spine: Spine; readonly joints: readonly number[]; readonly width: number },
  hasTip = true
): Part {
  // Where thorns bear the buds, those joints have none of their own.
  const bare = traits.state('thorn-buds') === undefined ? joints : joints.filter((_, i) => i % 2);
  const size = Math.max(width * 0.62, pen * 4);
  const places = bare.flatMap((t, i) => {
    const heading = spine.heading(Math.min(t, 0.99));
    const sides = traits.state('stem-leaf-stand') === 'opposite' ? [-1, 1] : [i % 2 ? 1 : -1];
    return sides.map((side) => ({
      at: add(spine.place(t), scale(towards(heading + (side * Math.PI) / 2), width * 0.42)),
      turn: heading + side * 0.6
    }));
  });
  const tip = hasTip ? [{ at: spine.place(1), turn: spine.heading(0.99) }] : [];
  return partOf(
    'stem',
    buds([...places, ...tip], size, pen),
    traits.shown('stem-leaf-stand'),
    places.map(({ at }) => ellipse(at, size, size, 0, 9)),
    1,
    undefined
  );
}
