import type { BriefDocument } from './document';

/** What of a brief learners get: no kit and no plan B of the leaders, and places as the school allows it. */

/** How well learners may know where plants stand. The meeting point they always get: they have to find it. */
export const placesForLearners = ['exact', 'coarse', 'none'] as const;
export type PlacesForLearners = (typeof placesForLearners)[number];

/** A hundredth of a degree: about a kilometre from north to south, 650 m from west to east at 54° N. */
const coarsely = (degrees: number): number => Math.round(degrees * 100) / 100;

/** The stops whose place the reader may know. */
export const placedStops = ({ stops }: Pick<BriefDocument, 'stops'>) =>
  stops.flatMap(({ longitude, latitude, ...stop }) =>
    longitude === undefined || latitude === undefined ? [] : [{ ...stop, longitude, latitude }]
  );

/** @returns the same brief, as a learner may read it */
export function forLearners(brief: BriefDocument, places: PlacesForLearners): BriefDocument {
  const { map, ...rest } = brief;
  const hidesNone = brief.stops.every(({ isRare }, i) => i === 0 || !isRare);
  return {
    ...rest,
    // The way leads to every stop: it is shown where each of them is.
    ...(map && places === 'exact' && { map: hidesNone ? map : { ...map, route: [] } }),
    front: {
      ...brief.front,
      kit: brief.front.kit.filter(({ carriedBy }) => carriedBy === 'everyone'),
      drops: []
    },
    stops: brief.stops.map((stop, i) => {
      const { longitude, latitude, ...unplaced } = stop;
      if (i === 0 || longitude === undefined || latitude === undefined) return stop;
      if (stop.isRare || places === 'none') return unplaced;
      return places === 'exact'
        ? stop
        : { ...unplaced, longitude: coarsely(longitude), latitude: coarsely(latitude) };
    })
  };
}
