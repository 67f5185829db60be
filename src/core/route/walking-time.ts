import type { Leg } from './legs';

export const paceRules = ['Naismith', 'Tobler'] as const;
export interface Pace {
  readonly rule: (typeof paceRules)[number];
  /** 1 for a brisk walker; a group that gathers ambles. */
  readonly factor: number;
  /** By which the way back is reckoned, so that it is seldom longer; the same where nothing is known of it. */
  readonly cautious?: number;
}

/** About 2 km/h on the flat for adults, 1.5 km/h with children among them (common practice, no source). */
export const usualFactor = { adults: 2.5, 'with children': 3.3 } as const;
/** Who comes along. */
export type Company = keyof typeof usualFactor;

/** Naismith's rule: 5 km/h, and an hour more for each 600 m of ascent. */
const metresPerHour = 5000;
const ascentMetresPerHour = 600;

/**
 * Walking time by Naismith's rule (1892), times the group's factor: a foraging group ambles.
 * @param metres along the ground
 * @param ascentMetres sum of the climbs, not negative
 * @param factor 1 for a brisk walker; 2.5 gives about 2 km/h on the flat
 * @returns seconds
 * @example naismithSeconds(10_000, 600, 1) === 3 * 3600
 */
export function naismithSeconds(metres: number, ascentMetres: number, factor: number): number {
  return 3600 * factor * (metres / metresPerHour + ascentMetres / ascentMetresPerHour);
}

/**
 * Tobler's hiking function (1993): fastest on a slight descent.
 * @param slope rise over run, downhill negative
 * @returns km/h
 * @example toblerKilometresPerHour(-0.05) === 6
 */
export const toblerKilometresPerHour = (slope: number): number => 6 * Math.exp(-3.5 * Math.abs(slope + 0.05));

/**
 * Walking time by Tobler's function over a leg's profile, times the group's factor; level where heights are
 * not known.
 * @returns seconds
 */
export function toblerSeconds({ metres, profile }: Pick<Leg, 'metres' | 'profile'>, factor: number): number {
  const secondsOver = (way: number, slope: number) => (way / 1000 / toblerKilometresPerHour(slope)) * 3600;
  let [seconds, known] = [0, 0];
  profile.forEach(([walked, height], i) => {
    const before = profile[i - 1];
    const way = before ? walked - before[0] : 0;
    if (!before || way <= 0) return;
    seconds += secondsOver(way, (height - before[1]) / way);
    known += way;
  });
  return factor * (seconds + secondsOver(Math.max(0, metres - known), 0));
}

/** Walking time of a leg by the rule that a walk goes by. */
export const walkingSeconds = (leg: Leg, { rule, factor }: Pick<Pace, 'rule' | 'factor'>): number =>
  rule === 'Tobler' ? toblerSeconds(leg, factor) : naismithSeconds(leg.metres, leg.ascentMetres, factor);

/** The same in whole minutes, rounded up. */
export const walkingMinutes = (leg: Leg, pace: Pick<Pace, 'rule' | 'factor'>): number =>
  Math.ceil(walkingSeconds(leg, pace) / 60);
