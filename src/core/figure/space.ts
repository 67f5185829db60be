import type { Point, Shape } from './scene';

/** Room: x to the right, y up, z towards the viewer. Millimetres. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

const plus = (a: Place, b: Place, k = 1): Place => ({ x: a.x + k * b.x, y: a.y + k * b.y, z: a.z + k * b.z });
const times = (a: Place, k: number): Place => ({ x: a.x * k, y: a.y * k, z: a.z * k });
const cross = (a: Place, b: Place): Place => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x
});
const dot = (a: Place, b: Place): number => a.x * b.x + a.y * b.y + a.z * b.z;
const unit = (a: Place): Place => {
  const size = Math.hypot(a.x, a.y, a.z) || 1;
  return { x: a.x / size, y: a.y / size, z: a.z / size };
};

/** Looks from the front, somewhat from above, without perspective. */
export interface Camera {
  onPaper(place: Place): Point;
  /** The place that is seen at a point of the paper, at a depth. */
  placeAt(point: Point, z: number): Place;
  /** Grows towards the viewer. */
  depth(place: Place): number;
  /** Towards the viewer. */
  readonly axis: Place;
}

/** @param pitch how far down it looks, in radians: 0 is level */
export function cameraAt(pitch: number): Camera {
  const [c, s] = [Math.cos(pitch), Math.sin(pitch)];
  return {
    onPaper: ({ x, y, z }) => ({ x, y: z * s - y * c }),
    placeAt: ({ x, y }, z) => ({ x, y: (z * s - y) / c, z }),
    depth: ({ y, z }) => z * c + y * s,
    axis: { x: 0, y: s, z: c }
  };
}

/** Light falls from the upper left, in front. */
const light = unit({ x: -0.5, y: 0.75, z: 0.55 });

/** A stem, stalk or midrib in room. */
export interface Spine3 {
  readonly points: readonly Place[];
  readonly length: number;
  /** Beyond 0–1 it goes on straight. */
  place(t: number): Place;
  direction(t: number): Place;
}

export interface Growth {
  /** Direction over the ground: 0 towards the viewer, a quarter turn to the right. */
  readonly azimuth: number;
  /** Angle above the ground at both ends. */
  readonly rise: readonly [number, number];
  readonly length: number;
  /** Change of azimuth on the way. */
  readonly sway?: number;
}

/** Grows a spine that starts at one angle above the ground and ends at another. */
export function growIn(from: Place, { azimuth, rise, length, sway = 0 }: Growth, samples = 14): Spine3 {
  const points: Place[] = [from];
  for (let i = 0; i < samples; i += 1) {
    const t = (i + 0.5) / samples;
    const e = rise[0] + (rise[1] - rise[0]) * t;
    const a = azimuth + sway * t * t;
    const d = { x: Math.cos(e) * Math.sin(a), y: Math.sin(e), z: Math.cos(e) * Math.cos(a) };
    points.push(plus(points[i]!, d, length / samples));
  }
  return spineOf(points, length);
}

export function spineOf(points: readonly Place[], length: number): Spine3 {
  const last = points.length - 1;
  const segment = (t: number) => Math.max(0, Math.min(last - 1, Math.floor(t * last)));
  return {
    points,
    length,
    place: (t) => {
      const i = segment(t);
      return plus(points[i]!, plus(points[i + 1]!, points[i]!, -1), t * last - i);
    },
    direction: (t) => {
      const i = segment(t);
      return unit(plus(points[i + 1]!, points[i]!, -1));
    }
  };
}

/** Whether a blade that grows along a spine turns its lower face to the viewer, by a clear margin. */
export function isSeenFromBelow(spine: Spine3, camera: Camera): boolean {
  const along = spine.direction(0.5);
  const upper = { x: -along.y * along.x, y: 1 - along.y * along.y, z: -along.y * along.z };
  return dot(unit(upper), camera.axis) < -0.2;
}

/** The azimuth and rise of a direction, so that a blade goes on where its stalk ends. */
export const anglesOf = ({ x, y, z }: Place): { azimuth: number; rise: number } => ({
  azimuth: Math.atan2(x, z),
  rise: Math.asin(Math.max(-1, Math.min(1, y)))
});

/** Bends flat drawings to the paper: x millimetres across the midrib, −y millimetres along it. */
export interface Sheet {
  (flat: Point): Point;
  /** How bright the left (−1) or right (1) half lies, −1 to 1, around the middle of its length. */
  readonly light: (half: -1 | 1) => number;
  readonly depth: number;
}

export interface SheetPose {
  /** Share of the way that the blade is turned from its natural lie towards the viewer. */
  readonly roll: number;
  /** How far both halves are folded up along the midrib, in radians. */
  readonly fold: number;
  /** A twist of the blade to one side, in radians. */
  readonly twist?: number;
}

/**
 * A blade is drawn flat and mapped on its spine, so that foreshortening, fold and droop come free; but a true lie
 * alone would hide characters, hence the roll.
 */
export function sheetOn(spine: Spine3, camera: Camera, { roll, fold, twist = 0 }: SheetPose): Sheet {
  const samples = 12;
  const at: Point[] = [];
  const sides: Record<'left' | 'right', Point[]> = { left: [], right: [] };
  const lights: [number, number] = [0, 0];
  for (let i = 0; i <= samples; i += 1) {
    const t = i / samples;
    const along = spine.direction(Math.min(t, 0.999));
    const natural = unit(cross(along, { x: 0, y: 1, z: 0.001 }));
    const facing = unit(cross(along, camera.axis));
    const sign = dot(natural, facing) < 0 ? -1 : 1;
    const across = unit(plus(times(facing, roll), natural, sign * (1 - roll)));
    let normal = unit(cross(across, along));
    if (dot(normal, camera.axis) < 0) normal = times(normal, -1);
    const base = spine.place(t);
    const paper = camera.onPaper(base);
    at.push(paper);
    for (const side of [-1, 1] as const) {
      const bend = fold + side * twist;
      const out = plus(times(across, side * Math.cos(bend)), normal, Math.sin(bend));
      const end = camera.onPaper(plus(base, out));
      sides[side < 0 ? 'left' : 'right'].push({ x: end.x - paper.x, y: end.y - paper.y });
      const face = plus(times(normal, Math.cos(bend)), across, -side * Math.sin(bend));
      lights[side < 0 ? 0 : 1] += dot(face, light) / (samples + 1);
    }
  }
  const sheet = ({ x, y }: Point): Point => {
    const t = (-y / spine.length) * samples;
    const i = Math.max(0, Math.min(samples - 1, Math.floor(t)));
    const share = t - i;
    const within = Math.max(0, Math.min(1, share));
    const size = Math.abs(x);
    const list = x < 0 ? sides.left : sides.right;
    const [foot, onward, side, after] = [at[i]!, at[i + 1]!, list[i]!, list[i + 1]!];
    // Every point of every leaf comes through here: no points in between are made for it.
    return {
      x: foot.x + (onward.x - foot.x) * share + (side.x + (after.x - side.x) * within) * size,
      y: foot.y + (onward.y - foot.y) * share + (side.y + (after.y - side.y) * within) * size
    };
  };
  return Object.assign(sheet, {
    light: (half: -1 | 1) => lights[half < 0 ? 0 : 1],
    depth: camera.depth(spine.place(0.55))
  });
}

/** A sheet that lies flat on the paper: for close views. */
export const flatSheet = (turn = 0): Sheet => {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return Object.assign(({ x, y }: Point): Point => ({ x: x * c - y * s, y: x * s + y * c }), {
    light: (half: -1 | 1) => (half < 0 ? 0.85 : 0.55),
    depth: 0
  });
};

export const onSheet = (sheet: Sheet, shape: Shape): Shape => ({
  ...shape,
  rings: shape.rings.map((ring) => ring.map(sheet))
});
