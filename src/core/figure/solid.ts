import { placed, smooth } from './geometry';
import { filled, inkLine, lines, tone } from './paint';
import type { Point, Shape } from './scene';

/** Round bodies seen from the side, modelled by washes: fruits and bells through a lens. */

export type Profile = readonly (readonly [halfWidth: number, along: number])[];

/** A solid of revolution seen from the side, from its foot (y = 0.5) to its tip (y = −0.5). */
export class Solid {
  private readonly curve: Point[];

  constructor(
    profile: Profile,
    private readonly look: { readonly size: number; readonly colour: string; readonly pen: number },
    private readonly at: Point,
    private readonly facing: number,
    /** Points of the edge between two of the profile. */
    steps = 6
  ) {
    this.curve = smooth(
      profile.map(([x, y]) => ({ x, y })),
      steps
    );
  }

  place(point: Point): Point {
    return placed([point], this.at, this.facing, this.look.size)[0]!;
  }

  /** A line of longitude. @param share sine of the longitude: −1 and 1 are the edges */
  meridian(share: number, wave = 0): Point[] {
    return placed(
      this.curve.map(({ x, y }, i) => ({ x: share * x + wave * Math.sin(i * 0.95) * x, y })),
      this.at,
      this.facing,
      this.look.size
    );
  }

  band(from: number, to: number, fill: string, opacity: number, wave = 0): Shape {
    return filled([[...this.meridian(from, wave), ...this.meridian(to, wave).reverse()]], fill, opacity);
  }

  /** The washed body, without its outline. */
  body(colour = this.look.colour): Shape[] {
    const dark = tone(colour, -0.6);
    return [
      filled([[...this.meridian(-1), ...this.meridian(1).reverse()]], colour),
      this.band(0.3, 1, dark, 0.16),
      this.band(0.55, 1, dark, 0.2),
      this.band(0.78, 1, dark, 0.24),
      this.band(-0.78, -0.18, tone(colour, 0.6), 0.2),
      this.band(-0.66, -0.36, tone(colour, 0.85), 0.34)
    ];
  }

  outline(): Shape[] {
    const { pen } = this.look;
    return [inkLine(this.meridian(-1), pen * 1.1), inkLine(this.meridian(1), pen * 1.7)];
  }

  /** Ribs that stand out from the body: a light flank, a dark one, a fine pen line. */
  ribs(shares: readonly number[], width: number, wave = 0): Shape[] {
    const { colour, pen } = this.look;
    return [
      ...shares.flatMap((share) => {
        const slim = width * Math.sqrt(Math.max(0.1, 1 - share * share));
        return [
          this.band(share - slim, share, tone(colour, 0.65), 0.6, wave),
          this.band(share, share + slim, tone(colour, -0.65), 0.5, wave)
        ];
      }),
      lines(
        shares.map((share) => this.meridian(share, wave)),
        tone(colour, -0.75),
        pen * 0.7,
        0.8
      )
    ];
  }
}

/** A ball or an egg. */
export const sphere = (wide: number, high = 0.5): Profile =>
  Array.from({ length: 9 }, (_, i) => {
    const a = (Math.PI * i) / 8;
    return [wide * Math.sin(a), high * Math.cos(a)] as const;
  });
