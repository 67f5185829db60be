import { placeSteps } from '$core/formats';
import { askedOccurrences } from '$lib/server/season/occurrences';
import type { PageServerLoad } from './$types';

const shown = 12;

export const load: PageServerLoad = async (event) => {
  const { query, occurrences } = await askedOccurrences(event);
  return {
    query,
    placeSteps,
    count: occurrences.length,
    rare: occurrences.filter(({ isRare }) => isRare).length,
    latest: occurrences
      .slice(-shown)
      .reverse()
      .map(
        ({ id, eventDate, vernacularName, scientificName, reproductiveCondition, lifeStage, remarks }) => ({
          id,
          on: eventDate,
          name: vernacularName,
          scientific: scientificName,
          what: [reproductiveCondition || lifeStage, remarks].filter(Boolean).join('; ')
        })
      )
  };
};
