/** West, south, east, north, in degrees. */
type Box = readonly [west: number, south: number, east: number, north: number];

/** The regions in whose area a place lies: none, or several where their edges overlap. @param place in degrees, WGS 84 */
export const regionsAt = <One extends { readonly area: readonly Box[] }>(
  regions: readonly One[],
  { longitude, latitude }: { readonly longitude: number; readonly latitude: number }
): One[] =>
  regions.filter(({ area }) =>
    area.some(
      ([west, south, east, north]) =>
        longitude >= west && longitude <= east && latitude >= south && latitude <= north
    )
  );
