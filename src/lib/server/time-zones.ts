/** IANA names of time zones, such as Europe/Dublin. */
export const timeZones = Intl.supportedValuesOf('timeZone') as [string, ...string[]];

/** Those of the continents of some of them. */
export function zonesNear(zones: readonly string[]): string[] {
  const continents = new Set(zones.map((zone) => zone.split('/')[0]));
  return timeZones.filter((zone) => continents.has(zone.split('/')[0]!));
}
