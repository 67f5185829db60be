import { type Model, isAbsent } from './form';
import { ellipse, growSpine } from './geometry';
import { drawFoot, leafParts, partOf, tubeArea } from './organs';
import { drawTube, edged, lines, tone } from './paint';
import type { Part, Shape } from './scene';
import { type Place, cameraAt } from './space';

/** Leaves that spring from the ground: tufts, rosettes, rolled shoots, fans. */

/** Whole plants by their form of growth. */

const nowhere: Place = { x: 0, y: 0, z: 0 };

export const quarter = Math.PI / 2;

/** Angle between two leaves that follow each other round a stem. */
export const goldenAngle = Math.PI * (3 - Math.sqrt(5));

/** Turns an azimuth aside from the viewer, so that no leaf points out of the paper. */
export function aside(azimuth: number, least: number): number {
  const s = Math.sin(azimuth);
  if (Math.abs(s) >= least) return azimuth;
  const side = s < 0 ? -1 : 1;
  const front = Math.cos(azimuth) > 0;
  const a = Math.asin(least);
  return side * (front ? a : Math.PI - a);
}

/** Leaves from the ground that rise and lean apart. */
export function tuft(model: Model, count = model.form.leaves, k = 1): Part[] {
  const { random, traits, form } = model;
  const attachment = traits.state('leaf-attachment');
  const isStrap = attachment === 'stalkless-tuft';
  const isStiff =
    isStrap &&
    (traits.state('leaf-section') === 'half-round' ||
      traits.state('leaf-thickness') === 'leathery' ||
      traits.state('leaf-section') === 'tube');
  const isSheathing = attachment === 'sheathing';
  const camera = cameraAt(isStrap ? 0.2 : 0.3);
  const turn = random.fork('turn').between(0, 6.28);
  const leaves = Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    // From the oldest, which lies outside, to the youngest, which stands upright in the middle.
    const youth = count === 1 ? 0.5 : i / (count - 1);
    const azimuth = aside(turn + i * goldenAngle + own.between(-0.25, 0.25), isStrap ? 0.34 : 0.5);
    const start = (isStrap ? 1.16 : isSheathing ? 0.94 : 1.02) + 0.36 * youth;
    const end = isStiff
      ? start - own.between(0.02, 0.2)
      : isStrap
        ? start - own.between(0.3, 1.05) * (1 - 0.5 * youth)
        : own.between(0.2, 0.6) + 0.5 * youth;
    return leafParts(model, camera, {
      name: `leaf ${i}`,
      foot: {
        x: Math.sin(azimuth) * form.stemWidth * 0.3,
        y: 0,
        z: Math.cos(azimuth) * form.stemWidth * 0.3
      },
      azimuth,
      rise: [start + own.between(-0.06, 0.06), end],
      size: k * own.between(0.86, 1.06) * (1 - 0.34 * youth ** 2),
      ...(isStrap ? { stalk: 0, fold: traits.state('leaf-section') === 'keeled' ? 0.6 : 0.25 } : {})
    });
  }).flat();
  if (!isStrap && isAbsent(traits.state('foot-sheath')) && traits.state('ligule') !== 'flap') return leaves;
  // The foot of a tuft is where the attachment is seen.
  const reach = isStrap ? form.blade.length * 0.09 : form.stalk * 0.24;
  const width = Math.max(isStrap ? form.blade.width * 1.1 : form.stalkWidth * 2.2, model.pen * 8);
  const foot: Shape[] = drawFoot(model, { x: 0, y: 0 }, width, reach, random.fork('foot'));
  if (traits.state('ligule') === 'flap')
    foot.push(
      edged(
        [
          [-0.3, 0.25].flatMap((x) => [
            { x: x * width, y: -reach * 0.6 },
            { x: (x + 0.12) * width, y: -reach * 1.1 },
            { x: (x + 0.25) * width, y: -reach * 0.6 }
          ])
        ],
        '#F4F1E4',
        model.pen * 0.6
      )
    );
  return [
    ...leaves,
    partOf(
      'foot',
      foot,
      traits.shown('foot-sheath', 'ligule', ...(isStrap ? ['leaf-attachment'] : [])),
      [ellipse({ x: 0, y: -reach * 0.6 }, width * 0.8, reach * 0.9)],
      1e6,
      { x: 0, y: -reach * 0.6 }
    )
  ];
}

/** How far one looks down on a rosette, and on one that bears a stem, in radians. */
export const rosettePitch = 0.72;
export const lowPitch = 0.36;

/** A rosette seen from above at a slant: back leaves first, front leaves foreshortened. */
function rosette(model: Model, count: number, k: number, pitch: number): Part[] {
  const { random } = model;
  const camera = cameraAt(pitch);
  const turn = random.fork('turn').between(0, 6.28);
  return Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    // Two rings: the younger leaves stand inside, smaller and steeper.
    const isInner = i >= Math.ceil(count * 0.66);
    const azimuth = turn + i * 2.4 + own.between(-0.16, 0.16);
    return leafParts(model, camera, {
      name: `leaf ${i}`,
      foot: nowhere,
      azimuth,
      rise: isInner
        ? [0.7 + own.between(0, 0.3), 0.35]
        : [0.32 + own.between(-0.1, 0.14), own.between(-0.14, 0.12)],
      size: k * (isInner ? own.between(0.42, 0.64) : own.between(0.82, 1.06)),
      roll: own.between(0.55, 0.75),
      fold: own.between(0.1, 0.24)
    });
  }).flat();
}

/** Two or three leaves rolled in each other on one shoot, wrapped in scales at the foot. */
function wrappedShoot(model: Model): Part[] {
  const { form, random, traits, pen } = model;
  const camera = cameraAt(0.15);
  // Of a tussock the sheaths are low and many.
  const isTussock = form.leaves > 4;
  const isNarrow = form.blade.length > 10 * form.blade.width;
  const tall = isTussock
    ? form.blade.length * 0.12
    : Math.max(form.stalk, form.blade.length * (isNarrow ? 0.2 : 0.4));
  const lean = random.between(-0.08, 0.08);
  const shoot = growSpine({ x: 0, y: 0 }, lean, -lean, tall, 10);
  const width = Math.max(form.stemWidth, form.blade.width * 0.14, pen * 4);
  const hand = random.fork('hand').next() < 0.5 ? 1 : -1;
  const count = form.leaves;
  const leaves = Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    const side = hand * (i % 2 ? -1 : 1);
    const at = shoot.place(isTussock ? 0.4 + (0.6 * i) / count : 0.74 + 0.11 * i);
    return leafParts(model, camera, {
      name: `leaf ${i}`,
      foot: { x: at.x, y: -at.y, z: i },
      azimuth: side * (quarter + own.between(-0.5, 0.3)),
      rise: [
        (isTussock ? 1.5 - (0.5 * (count - i)) / count : 1.36) + own.between(-0.08, 0.08),
        isTussock ? own.between(0.1, 0.9) : own.between(0.7, 1.1)
      ],
      size: own.between(0.88, 1.04),
      stalk: 0
    });
  }).flat();
  const high = tall * 0.62;
  return [
    ...leaves,
    partOf(
      'leaf stalk',
      drawTube(shoot, (t) => width * (1 + 0.3 * t), { colour: form.colour.stem, pen }, random),
      traits.shown('leaf-attachment'),
      tubeArea(shoot, width * 1.6),
      1e5,
      shoot.place(0.9)
    ),
    partOf(
      'foot',
      drawFoot(model, { x: 0, y: 0 }, width * 1.5, high, random),
      traits.shown('foot-sheath'),
      [ellipse({ x: 0, y: -high * 0.45 }, width, high * 0.6)],
      1e6,
      { x: 0, y: -high * 0.45 }
    )
  ];
}

/** Sword-like leaves that sheathe each other in one plane. */
function fan(model: Model): Part[] {
  const { form, random, traits, pen } = model;
  const camera = cameraAt(0.1);
  const count = form.leaves;
  const leaves = Array.from({ length: count }, (_, i) => {
    const own = random.fork(`pose ${i}`);
    const share = (i / (count - 1)) * 2 - 1;
    return leafParts(model, camera, {
      name: `leaf ${i}`,
      foot: { x: share * form.blade.width * 1.4, y: 0, z: -Math.abs(share) * 4 },
      azimuth: quarter * Math.sign(share || 1),
      rise: [1.55 - Math.abs(share) * 0.16, 1.5 - Math.abs(share) * own.between(0.2, 0.42)],
      size: own.between(0.8, 1) * (1 - 0.3 * Math.abs(share)),
      stalk: 0,
      roll: 0.97,
      fold: 0.02
    });
  }).flat();
  const wide = form.blade.width * (count * 0.42);
  const high = form.blade.length * 0.12;
  const sheaths = Array.from({ length: 5 }, (_, i) => {
    const x = (i / 4 - 0.5) * wide;
    return [
      { x: x * 0.75, y: 0 },
      { x: x * 1.05, y: -high * 1.4 }
    ];
  });
  return [
    ...leaves,
    partOf(
      'foot',
      [lines(sheaths, tone(form.colour.leaf, -0.6), pen * 0.8, 0.7)],
      traits.shown('leaf-attachment'),
      [ellipse({ x: 0, y: -high * 0.7 }, wide * 0.62, high)],
      1e6,
      { x: 0, y: -high * 0.6 }
    )
  ];
}

export const standsInRosette = ({ traits }: Model): boolean =>
  (traits.state('leaf-attachment') ?? '').startsWith('rosette') && traits.state('growth-form') !== 'tuft';

/** Leaves without a stem, by the way they spring from the ground. @param pitch how far one looks down on a rosette */
export function groundLeaves(model: Model, count = model.form.leaves, k = 1, pitch = rosettePitch): Part[] {
  const attachment = model.traits.state('leaf-attachment') ?? '';
  if (attachment === 'wrapped') return wrappedShoot(model);
  if (attachment === 'flat-fan') return fan(model);
  if (standsInRosette(model)) return rosette(model, count, k, pitch);
  return tuft(model, count, k);
}
