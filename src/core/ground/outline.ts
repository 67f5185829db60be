import area from '@turf/area';
import { polygon } from '@turf/helpers';
import pointOnFeature from '@turf/point-on-feature';
import { z } from 'zod';
import { At } from './ground';

/** A patch as an area: one ring or more, the first its edge, as GeoJSON has it (RFC 7946). */
export const Outline = z.object({
  type: z.literal('Polygon'),
  coordinates: z.array(z.array(At).min(4)).min(1)
});
export type Outline = z.infer<typeof Outline>;

/** Area on the globe in m². */
export const squareMetresOf = ({ coordinates }: Outline): number => area(polygon(coordinates));

/** A place inside, near the middle: longitude and latitude. */
export function middleOf({ coordinates }: Outline): [number, number] {
  const [longitude, latitude] = pointOnFeature(polygon(coordinates)).geometry.coordinates;
  return [longitude!, latitude!];
}
