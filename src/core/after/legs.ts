import type { Position } from 'geojson';
import type { DayStop } from '../field';
import { type Leg, type WalkedLeg, walkingSeconds, wasAStop } from '../route';

/** The legs of a walk as they were walked. */

export interface RecordedLeg {
  /** Of the planned stop that it led from, from 0. */
  readonly position: number;
  /** Of the stop that it led to: what was left out in between was passed by. */
  readonly to: number;
  readonly metres: number;
  readonly naismithSeconds: number;
  readonly toblerSeconds: number;
  readonly realSeconds: number;
}

/** Shorter legs say more of gates and stiles than of a pace. */
const shortestMetres = 80;

/**
 * @param places where each planned stop lies: longitude, latitude
 * @param stops as they went, in the same order
 * @param way along the site's path
 */
export function recordedLegs(
  places: readonly Position[],
  stops: readonly Pick<DayStop, 'arrivedAt' | 'leftAt'>[],
  way: (from: Position, to: Position) => Leg
): RecordedLeg[] {
  const visited = stops.flatMap((stop, position) =>
    stop.arrivedAt === undefined ? [] : [{ ...stop, position }]
  );
  // In the order in which the group came: somebody may have turned the plan round.
  visited.sort((a, b) => a.arrivedAt! - b.arrivedAt!);
  return visited.flatMap(({ position, leftAt }, i) => {
    const next = visited[i + 1];
    if (!next || leftAt === undefined || next.arrivedAt! <= leftAt) return [];
    const leg = way(places[position]!, places[next.position]!);
    if (leg.metres < shortestMetres) return [];
    return [
      {
        position,
        to: next.position,
        metres: leg.metres,
        naismithSeconds: walkingSeconds(leg, { rule: 'Naismith', factor: 1 }),
        toblerSeconds: walkingSeconds(leg, { rule: 'Tobler', factor: 1 }),
        realSeconds: (next.arrivedAt! - leftAt) / 1000
      }
    ];
  });
}

/** By the rule that a walk goes by. */
export const asWalked = (
  leg: Pick<RecordedLeg, 'naismithSeconds' | 'toblerSeconds' | 'realSeconds'>,
  rule: 'Naismith' | 'Tobler',
  daysAgo: number
): WalkedLeg => ({
  modelSeconds: rule === 'Tobler' ? leg.toblerSeconds : leg.naismithSeconds,
  realSeconds: leg.realSeconds,
  daysAgo
});

/** Legs on which the group seems to have stood somewhere. @param usual factor of such a group */
export const stoodOn = (leg: RecordedLeg, rule: 'Naismith' | 'Tobler', usual: number): boolean =>
  wasAStop(asWalked(leg, rule, 0), usual);
