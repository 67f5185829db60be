import type { Recipe } from '../../knowledge';
import type { Random } from '../../random';
import { smoothRing, towards } from '../geometry';
import type { Line, Point, Shape } from '../scene';

/** What all drawn flowers have in common: their look, their pose, the outlines of petals. */

export interface FlowerLook {
  readonly form: string;
  readonly petals: number;
  /** Ends of the petals. */
  readonly notch: string;
  readonly marks: string;
  /** Width of the open flower, or length of a bell. */
  readonly size: number;
  readonly colour: string;
  readonly green: string;
  /**
   * Anthers that stand as a cone, as a dense brush or as a ball that hides the petals, and their colour, where they are
   * not few and yellow.
   */
  readonly anthers?: Recipe['anthers'];
  /** Of anthers that are described as dark, where the recipe has no colour of theirs. */
  readonly antherColour?: string;
  /** Rays of a head with a disc. */
  readonly rays: number;
  readonly pen: number;
}

export interface FlowerPose {
  readonly at: Point;
  /** Direction in which the flower looks; 0 is up. */
  readonly facing: number;
  /** 0 looks at the viewer, 1 is seen from the side. */
  readonly tilt: number;
  readonly turn: number;
}

/** A form of flower: as one of many, and as it is seen through a lens. */
export interface FlowerForm {
  readonly far: (look: FlowerLook, pose: FlowerPose, random: Random) => Shape[];
  /**
   * Where it is not there, it looks near as it does afar.
   * @param at the middle of an open flower, or the foot of a bell or of one with two sides
   * @param facing direction in which it looks
   */
  readonly near?: (look: FlowerLook, at: Point, facing: number, random: Random) => Shape[];
  /** Its petals are lost where it is small: it becomes a speck. */
  readonly isPetalled?: true;
}

export const outlineColour = '#55604F';

export const petalShapes: Readonly<Record<string, Line>> = Object.fromEntries(
  Object.entries({
    round: [
      [0.1, 0],
      [0.3, 0.3],
      [0.46, 0.62],
      [0.4, 0.92],
      [0.14, 1]
    ],
    pointed: [
      [0.14, 0],
      [0.3, 0.3],
      [0.34, 0.55],
      [0.2, 0.82],
      [0.02, 1]
    ],
    notched: [
      [0.08, 0],
      [0.26, 0.34],
      [0.46, 0.72],
      [0.4, 0.98],
      [0.12, 0.86]
    ],
    split: [
      [0.06, 0],
      [0.2, 0.3],
      [0.34, 0.7],
      [0.28, 1],
      [0.1, 0.8],
      [0.03, 0.3]
    ],
    strap: [
      [0.07, 0],
      [0.12, 0.3],
      [0.14, 0.7],
      [0.12, 0.97],
      [0.04, 1]
    ]
  } as Record<string, [number, number][]>).map(([name, half]) => [
    name,
    smoothRing(
      [
        ...half.map(([x, y]) => ({ x: -x, y: -y })),
        ...half
          .slice()
          .reverse()
          .map(([x, y]) => ({ x, y: -y }))
      ],
      name === 'strap' ? 1 : 2
    )
  ])
);

/** Lays what is drawn on the face of a flower to the paper: squashed along the direction in which it looks. */
export function onFace({ at, facing, tilt }: FlowerPose): (line: Line) => Point[] {
  const k = Math.max(0.16, Math.cos((tilt * Math.PI) / 2));
  const along = towards(facing);
  const across = towards(facing + Math.PI / 2);
  return (line) =>
    line.map(({ x, y }) => ({
      x: at.x + across.x * x - along.x * y * k,
      y: at.y + across.y * x - along.y * y * k
    }));
}
