import type { PlanFacts } from './facts';
import { type WeatherKind, weatherKinds } from '../weather-limit';

/** Whether its month has heat, or cold and wet, where the walk is. */
export const inSeason = (
  { isoDate, months }: Pick<PlanFacts, 'isoDate' | 'months'>,
  of: 'heat' | 'cold'
): boolean => months[of].includes(Number(isoDate.slice(5, 7)));

/** What weather matters on a walk, by its ground and its month. A class in a room has none. */
export function weatherOf(
  facts: Pick<PlanFacts, 'kind' | 'site' | 'isoDate' | 'months' | 'stops'>
): WeatherKind[] {
  if (facts.kind === 'class') return [];
  const { habitats, kinds, hasTide, altitudeMetres } = facts.site;
  const applies: Readonly<Record<WeatherKind, boolean>> = {
    lightning: true,
    'wind under trees':
      habitats.includes('woodland') || kinds.includes('wood') || kinds.includes('overhead branches'),
    heat: inSeason(facts, 'heat'),
    'cold and wet': inSeason(facts, 'cold'),
    'stream in spate': kinds.includes('stream'),
    'sea state': hasTide && facts.stops.some(({ isOnShore }) => isOnShore),
    fog: (altitudeMetres ?? 0) >= 150
  };
  return weatherKinds.filter((kind) => applies[kind]);
}
