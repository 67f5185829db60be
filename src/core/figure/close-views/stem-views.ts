import { type Model, hasLeaves, hidesItsStem, isClimbing, isWoody } from '../form';
import { add, ellipse, growSpine, placed, resample, smoothRing } from '../geometry';
import {
  cutEnd,
  drawFoot,
  drawStalk,
  partOf,
  stemCharacters,
  stemLook,
  stemPart,
  tubeArea,
  winterBuds
} from '../organs';
import { drawTube, edged, inkLine, lines, tone } from '../paint';
import type { Part, Point, Shape } from '../scene';
import { tornPiece } from './torn';

/** The stem near, and the foot of the shoot. */

/** A pair of needles where they leave the twig, in the sheath that holds them. */
function needleFoot(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  const own = random.fork('needle foot');
  const width = Math.max(form.blade.width, 1.2);
  const needles = [-1, 1].map((side) =>
    growSpine({ x: side * width * 0.42, y: 0 }, side * 0.1, side * own.between(0.1, 0.3), width * 11, 12)
  );
  const scales = drawFoot(model, { x: 0, y: 0 }, width * 2.1, width * 4.4, own.fork('scales'));
  return [
    ...needles.map((spine, i) =>
      partOf(
        'leaf',
        drawTube(
          spine,
          (t) => width * (1 - 0.12 * t),
          { colour: form.colour.leaf, pen },
          own.fork(`needle ${i}`)
        ),
        [],
        tubeArea(spine, width),
        i,
        spine.place(0.7)
      )
    ),
    partOf(
      'foot',
      scales,
      traits.shown('foot-sheath'),
      [ellipse({ x: 0, y: -width * 1.8 }, width * 1.2, width * 2.2)],
      9,
      { x: 0, y: -width * 1.8 }
    )
  ];
}

/** The foot of a shoot or tuft. */
export function footView(model: Model): Part[] {
  const { traits, form, random, pen } = model;
  if (isWoody(traits) && hidesItsStem(traits)) return needleFoot(model);
  const own = random.fork('near foot');
  const width = Math.max(form.stemWidth, form.blade.width * 0.2, 6);
  const tall = width * 6;
  const parts: Part[] = [];
  const isFlat = traits.state('shoot-foot') === 'flat';
  const attachment = traits.state('leaf-attachment');
  const colour = tone(form.colour.stem, 0.18);
  if (attachment === 'wrapped' || isFlat || traits.state('shoot-foot') === 'round') {
    const wide = isFlat ? width * 2.6 : width * 1.5;
    const spine = growSpine({ x: 0, y: 0 }, 0, 0.03, tall, 12);
    parts.push(
      partOf(
        'leaf stalk',
        drawTube(spine, (t) => wide * (1 + 0.2 * t), { colour, pen }, own),
        traits.shown(...(attachment === 'wrapped' ? ['leaf-attachment'] : [])),
        tubeArea(spine, wide),
        0,
        spine.place(0.8)
      )
    );
    const folds = (isFlat ? [-0.36, -0.18, 0.02, 0.2, 0.38] : [-0.25, 0.15]).map((k) => [
      { x: k * wide, y: 0 },
      { x: k * wide * 1.2, y: -tall * 0.95 }
    ]);
    parts.push(
      partOf(
        'foot',
        [
          lines(folds, tone(colour, -0.6), pen * 1.1, 0.8),
          ...cutEnd(
            { x: 0, y: tall * 0.12 },
            isFlat ? wide * 1.1 : wide * 0.95,
            0,
            undefined,
            colour,
            pen
          ).map((shape) =>
            isFlat
              ? {
                  ...shape,
                  rings: shape.rings.map((ring) =>
                    ring.map(({ x, y }) => ({ x, y: tall * 0.12 + (y - tall * 0.12) * 0.5 }))
                  )
                }
              : shape
          )
        ],
        traits.shown('shoot-foot'),
        tubeArea(spine, wide * 0.8),
        1,
        spine.place(0.2)
      )
    );
  } else {
    const stalks = [-0.5, 0.5, 0].map((lean, i) =>
      growSpine({ x: lean * width * 0.7, y: 0 }, lean * 0.4, lean * 0.3, tall * (1 - 0.1 * i), 12)
    );
    for (const [i, spine] of stalks.entries())
      parts.push(
        partOf(
          'leaf stalk',
          drawStalk(
            { ...model, form: { ...form, stalkWidth: width * 0.8 } },
            spine,
            own.fork(`stalk ${i}`),
            true
          ),
          [],
          tubeArea(spine, width),
          i,
          spine.place(0.75)
        )
      );
  }
  const scales = drawFoot(model, { x: 0, y: 0 }, width * 1.7, tall * 0.66, own.fork('scales'));
  parts.push(
    partOf(
      'foot',
      scales,
      traits.shown('foot-sheath'),
      [ellipse({ x: 0, y: -tall * 0.25 }, width, tall * 0.36)],
      9,
      { x: 0, y: -tall * 0.3 }
    )
  );
  return parts;
}

/** The bud in the axil of a leaf. */
function axilBud(at: Point, side: -1 | 1, width: number, { form, pen }: Model): Shape[] {
  const bud = (points: readonly Point[]) =>
    placed(
      points.map(({ x, y }) => ({ x: x * side, y })),
      at,
      side * 0.34,
      width * 0.42
    );
  const colour = tone(form.colour.stem, -0.08);
  return [
    edged(
      [
        bud(
          smoothRing(
            [
              { x: -0.36, y: 0.5 },
              { x: -0.42, y: -0.1 },
              { x: 0, y: -1 },
              { x: 0.42, y: -0.1 },
              { x: 0.36, y: 0.5 }
            ],
            3
          )
        )
      ],
      colour,
      pen * 0.8
    ),
    lines(
      [
        bud([
          { x: 0.28, y: 0.44 },
          { x: 0.16, y: -0.2 },
          { x: 0, y: -0.84 }
        ])
      ],
      tone(colour, -0.5),
      pen * 0.6
    )
  ];
}

/** A length of stem, cut unless it is to stay whole, and, where leaves are in the way of standing, the feet of a joint. */
export function stemView(model: Model): Part[] {
  const { traits, form, random, pen, uncut } = model;
  const own = random.fork('near stem');
  const width = form.stemWidth;
  const long = width * 5.4;
  const spine = growSpine({ x: 0, y: 0 }, own.between(-0.05, 0.05), own.between(-0.06, 0.06), long, 16);
  const hasJoint =
    traits.state('stem-joints') === 'swollen' ||
    ['opposite', 'whorled', 'alternate'].includes(traits.state('stem-leaf-stand') ?? '');
  const joint = 0.56;
  // Leaf stalks by which a climber holds on outlast its leaves.
  // Of a jointed stem the side shoots stand there.
  const hasFeet =
    hasLeaves(traits) ||
    traits.state('climbing-by') === 'leaf-stalks' ||
    traits.state('stem-section') === 'jointed';
  const stem = stemPart(
    model,
    spine,
    (t) => width * (1 - 0.08 * t),
    hasJoint ? [joint] : [],
    0,
    'near stem',
    true
  );
  const top = spine.place(1);
  const cut = () =>
    cutEnd(top, width * 0.92, spine.heading(0.99), traits.state('stem-filling'), stemLook(model).colour, pen);
  const shapes = [...stem.shapes, ...(uncut ? [] : cut())];
  const stand = traits.state('stem-leaf-stand');
  if (hasJoint && stand !== 'leafless' && hasFeet) {
    const sides = stand === 'alternate' ? ([1] as const) : ([-1, 1] as const);
    for (const side of sides) {
      const foot = add(spine.place(joint), { x: side * width * 0.36, y: width * 0.16 });
      const stub = growSpine(foot, side * 0.95, -side * 0.3, width * 1.5, 8);
      const end = stub.place(1);
      shapes.unshift(
        ...axilBud(add(spine.place(joint), { x: side * width * 0.5, y: -width * 0.26 }), side, width, model),
        ...drawTube(
          stub,
          (t) => width * (0.24 + 0.3 * (1 - t) ** 2.4),
          { colour: form.colour.stem, pen },
          own.fork(`stub ${side}`)
        ),
        edged(
          [ellipse(end, width * 0.12, width * 0.06, stub.heading(0.99), 12)],
          tone(form.colour.stem, 0.5),
          pen * 0.7
        )
      );
    }
    if (stand !== 'alternate')
      shapes.push(
        inkLine(
          resample(
            [
              add(spine.place(joint), { x: -width * 0.47, y: 0 }),
              add(spine.place(joint), { x: 0, y: width * 0.1 }),
              add(spine.place(joint), { x: width * 0.47, y: 0 })
            ],
            6
          ),
          pen * 0.8,
          tone(form.colour.stem, -0.6),
          0.7
        )
      );
  }
  if (
    hasJoint &&
    !hasFeet &&
    (isWoody(traits) || isClimbing(traits)) &&
    traits.state('thorn-buds') === undefined
  )
    shapes.push(...winterBuds(model, { spine, joints: [joint], width }, false).shapes);
  const thread = traits.state('stem-thread');
  const broken = () =>
    tornPiece(
      model,
      'stem',
      width * 0.7,
      { x: width * 2.4, y: -long * 0.42 },
      thread === 'thread' ? [0] : [],
      'stem-thread',
      own.fork('broken')
    );
  return [
    ...(thread === undefined || uncut ? [] : [broken()]),
    partOf(
      'stem',
      shapes,
      traits.shown(
        ...stemCharacters,
        ...(uncut ? [] : ['stem-filling']),
        ...(hasJoint ? ['stem-leaf-stand'] : [])
      ),
      tubeArea(spine, width),
      0,
      spine.place(0.4)
    )
  ];
}
