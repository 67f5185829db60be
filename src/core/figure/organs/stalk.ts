import type { Random } from '../../random';
import type { Model } from '../form';
import { type Spine, add, ellipse, mix, placed, scale, smooth, towards } from '../geometry';
import {
  type TubeLook,
  blend,
  drawTube,
  edged,
  filled,
  inkColour,
  inkLine,
  lines,
  tone,
  tubeEdges
} from '../paint';
import type { Point, Shape } from '../scene';

/** Leaf stalks with their grooves, hollows, hairs and sheaths. */

const purple = '#7E3350';

/** The hairs of a leaf stalk in the words of those of a stem. */
const stalkHairs: Readonly<Record<string, TubeLook['hairs']>> = {
  bristly: 'stiff',
  downy: 'downy',
  stinging: 'stinging'
};

function stalkLook({ traits, form, pen }: Model, near: boolean): TubeLook {
  const hairs = traits.state('stalk-hairs');
  const colour = traits.state('stalk-colour');
  const section = traits.state('stalk-section');
  return {
    colour: colour === 'red' ? blend(form.colour.stem, purple, 0.55) : form.colour.stem,
    pen: pen * 0.9,
    hairs: stalkHairs[hairs ?? ''] ?? 'hairless',
    marks: colour === 'blotched' ? 'blotched' : 'plain',
    section:
      section === 'grooved'
        ? 'grooved'
        : section === 'three-sided'
          ? 'three-angled'
          : section === 'flat'
            ? 'winged'
            : 'smooth',
    near
  };
}

/** The edges of a stalk cross where it turns over: one passes in front, and what turns away lies in shade. */
function halfTurn(spine: Spine, widthAt: (t: number) => number, look: TubeLook): Shape[] {
  const edge = (side: number): Point[] =>
    [0.34, 0.42, 0.5, 0.58, 0.66].map((t, i) =>
      add(
        spine.place(t),
        scale(towards(spine.heading(t) + Math.PI / 2), side * (0.5 - 0.25 * i) * widthAt(t))
      )
    );
  const [front, back] = [smooth(edge(1), 4), smooth(edge(-1), 4)];
  return [
    filled(
      [[...front.slice(0, front.length / 2), ...back.slice(0, back.length / 2).reverse()]],
      tone(look.colour, -0.4),
      0.5
    ),
    filled(
      [[...front.slice(front.length / 2), ...back.slice(back.length / 2).reverse()]],
      tone(look.colour, 0.5),
      0.6
    ),
    inkLine(back, look.pen * 0.8, tone(look.colour, -0.5), 0.6),
    inkLine(front, look.pen * 1.6)
  ];
}

/** Where a pale ring stands on a leaf stalk, as a share of its length. */
export const ringAt = 0.55;

/** A leaf stalk from the ground or stem to the blade, with its sheath, ring, tube and flaps at the foot. */
export function drawStalk(model: Model, spine: Spine, random: Random, near = false, k = 1): Shape[] {
  const { traits, form, pen } = model;
  const width = Math.max(form.stalkWidth * k, pen * 1.6);
  const attachment = traits.state('leaf-attachment');
  const sheath = traits.state('sheath-width');
  const swell = attachment === 'sheathing' ? (sheath === 'swollen' ? 3.2 : sheath === 'none' ? 0.4 : 1.5) : 0;
  const winged = attachment === 'rosette-winged';
  const stretch = sheath === 'swollen' ? 2.6 : 5;
  const widthAt = (t: number) =>
    width * (1.1 - 0.3 * t) * (1 + swell * Math.max(0, 1 - t * stretch) ** 0.7) * (winged ? 1 + 1.2 * t : 1);
  const look = stalkLook(model, near);
  const shapes: Shape[] = [];
  if (winged && traits.state('stalk-section') !== 'flat') {
    const [left, right] = tubeEdges(spine, (t) => width * (1.4 + 2.4 * t), 8);
    shapes.push(edged([[...left, ...right.reverse()]], tone(form.colour.leaf, 0.1), pen * 0.7));
  }
  shapes.push(...drawTube(spine, widthAt, look, random));
  if (near && traits.state('stalk-twist') === 'half-turn') shapes.push(...halfTurn(spine, widthAt, look));
  const foot = spine.place(0.02);
  const turn = spine.heading(0.02);
  if (swell > 0) {
    const rim = [-0.5, 0, 0.5].map((share) =>
      add(spine.place(0.5 / stretch + 0.06), scale(towards(turn + Math.PI / 2), share * widthAt(0.1)))
    );
    shapes.push(inkLine(smooth(rim, 3), pen * 0.6, tone(look.colour, -0.5), 0.6));
    if (near && traits.state('sheath-fringe') === 'fringed') {
      const [left, right] = tubeEdges(spine, widthAt, 40);
      const fringe = [left, right].flatMap((edge, side) =>
        edge
          .slice(0, Math.round(40 / stretch) + 2)
          .map((from) => [
            from,
            add(
              from,
              scale(towards(turn + (side === 0 ? -1.2 : 1.2) + random.between(-0.2, 0.2)), width * 0.32)
            )
          ])
      );
      shapes.push(lines(fringe, '#6C735E', pen * 0.8, 0.9));
    }
  }
  if (traits.state('stalk-ring') === 'ring') {
    const at = spine.place(ringAt);
    const [along, across] = [towards(spine.heading(ringAt)), towards(spine.heading(ringAt) + Math.PI / 2)];
    const swollen = ellipse(at, width * 0.95, width * 0.36, spine.heading(ringAt));
    const joint = [-0.85, -0.35, 0.35, 0.85].map((share) =>
      add(at, add(scale(across, share * width), scale(along, width * (0.02 - 0.2 * (0.5 - share * share)))))
    );
    shapes.push(
      { ...filled([swollen], '#F3EDCF'), stroke: inkColour, width: pen * 0.7 },
      inkLine(joint, pen * 1, '#8C8458', 0.9)
    );
  }
  if (traits.state('stalk-tube') === 'papery-tube') {
    const [left, right] = tubeEdges(spine, () => widthAt(0.05) * 1.5, 20);
    const long = 5;
    const torn = right[long]!;
    shapes.push(
      {
        ...filled(
          [
            [
              ...left.slice(0, long),
              mix(left[long]!, torn, 0.3),
              mix(left[long - 1]!, torn, 0.55),
              torn,
              ...right.slice(0, long).reverse()
            ]
          ],
          '#C99A6E',
          0.92
        ),
        stroke: '#7A5236',
        width: pen * 0.7
      },
      lines([left.slice(1, long - 1).map((p, i) => mix(p, right[i + 1]!, 0.4))], '#7A5236', pen * 0.4, 0.6)
    );
  }
  const flap = (side: number, long: number, wide: number, jagged: boolean): Point[] => {
    const tipAt = { x: side * long * 0.75, y: -long * 0.6 };
    const ring: Point[] = jagged
      ? [
          { x: 0, y: 0 },
          { x: side * wide, y: wide * 0.3 },
          { x: side * (wide + long * 0.4), y: -long * 0.1 },
          tipAt,
          { x: side * long * 0.3, y: -long * 0.5 }
        ]
      : [{ x: 0, y: 0 }, { x: side * wide, y: -wide * 0.2 }, tipAt, { x: side * wide * 0.2, y: -long * 0.4 }];
    return placed(ring, foot, turn);
  };
  const stipules = traits.state('stipules');
  if (stipules === 'small')
    shapes.push(
      edged(
        [flap(-1, width * 1.6, width * 0.5, false), flap(1, width * 1.6, width * 0.5, false)],
        form.colour.stem,
        pen * 0.5
      )
    );
  if (stipules === 'leafy')
    shapes.push(
      edged([flap(-1, width * 4, width, true), flap(1, width * 4, width, true)], form.colour.leaf, pen * 0.6)
    );
  if (stipules === 'papery')
    shapes.push(
      edged(
        [flap(-1, width * 3, width, false), flap(1, width * 3, width, false)],
        '#E8DFC6',
        pen * 0.5,
        '#8A7F62'
      )
    );
  return shapes;
}
