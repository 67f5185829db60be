import { type FlatLeaf, bent } from '../flat-leaf';
import type { Model } from '../form';
import { flatLeaf } from '../leaf';
import type { Part, Shown } from '../scene';
import { type Camera, type Place, type Sheet, anglesOf, growIn, isSeenFromBelow, sheetOn } from '../space';
import { anchorIn, clearing, onPaper, partOf, tubeArea } from './part';
import { bladeShows } from './shows';
import { drawStalk } from './stalk';

/** Leaves where they stand on a plant. */

export interface LeafPlace {
  readonly name: string;
  readonly foot: Place;
  readonly azimuth: number;
  /** Angle above the ground where the stalk starts and where the blade ends. */
  readonly rise: readonly [number, number];
  readonly size: number;
  /** Length of the stalk; the form's own if not given. */
  readonly stalk?: number;
  readonly roll?: number;
  readonly fold?: number;
}

/** The blade of a leaf, bent to the paper. */
export function bladePart(
  model: Model,
  flat: FlatLeaf,
  sheet: Sheet,
  long: number,
  shows: readonly Shown[]
): Part {
  const { shapes, outline } = bent(flat, sheet);
  return partOf(
    'leaf',
    [...clearing(model, outline), ...shapes],
    shows,
    outline,
    sheet.depth,
    anchorIn(outline, sheet({ x: 0, y: -long * 0.4 }))
  );
}

/** What a leaf shows on its upper face only. */
const ofUpperFace = new Set(['leaf-colour', 'leaf-gloss', 'leaf-spots']);

/** One leaf on its stalk. */
export function leafParts(
  model: Model,
  camera: Camera,
  { name, foot, azimuth, rise, size, stalk, roll, fold }: LeafPlace
): Part[] {
  const { form, traits } = model;
  const random = model.random.fork(name);
  const long = form.blade.length * size;
  const stalkLength = stalk ?? form.stalk * size;
  const middle = rise[0] + (rise[1] - rise[0]) * (stalkLength / (stalkLength + long)) * 0.8;
  const parts: Part[] = [];
  let bladeFoot = foot;
  let direction = { azimuth, rise: rise[0] };
  if (stalkLength > model.pen * 2) {
    const spine = growIn(foot, { azimuth, rise: [rise[0], middle], length: stalkLength }, 8);
    const flatSpine = onPaper(camera, spine);
    bladeFoot = spine.place(1);
    direction = anglesOf(spine.direction(0.99));
    parts.push(
      partOf(
        'leaf stalk',
        drawStalk(model, flatSpine, random.fork('stalk'), false, size),
        traits.shown('leaf-attachment', 'stalk-ring', 'stalk-tube', 'stipules'),
        tubeArea(flatSpine, Math.max(form.stalkWidth * size * 2, model.pen * 5)),
        camera.depth(spine.place(0.6)) - 0.01,
        flatSpine.place(0.55)
      )
    );
  }
  const spine = growIn(bladeFoot, {
    azimuth,
    rise: [direction.rise, rise[1]],
    length: long,
    sway: random.between(-0.12, 0.12)
  });
  const sheet = sheetOn(spine, camera, {
    roll: roll ?? random.between(0.62, 0.85),
    fold: fold ?? random.between(0.08, 0.3),
    twist: random.between(-0.12, 0.12)
  });
  // Of a leaf that rises towards the viewer one sees the lower face.
  const isUnder = isSeenFromBelow(spine, camera);
  // A leaf from the ground without a stalk of its own shows itself how it is attached.
  const attached = parts.length === 0 && foot.y === 0 ? traits.shown('leaf-attachment') : [];
  parts.push(
    bladePart(model, flatLeaf(model, size, random.fork('blade'), isUnder), sheet, long, [
      ...bladeShows(model, false).filter(({ character }) => !isUnder || !ofUpperFace.has(character)),
      ...attached
    ])
  );
  return parts;
}
