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
