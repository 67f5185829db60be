import type { PlanFacts } from './facts';
import { type WeatherKind, weatherKinds } from '../weather-limit';

/** What weather matters on a walk, by its ground and its month. A class in a room has none. */
export function weatherOf(facts: Pick<PlanFacts, 'kind' | 'site' | 'isoDate' | 'stops'>): WeatherKind[] {
  if (facts.kind === 'class') return [];
  const month = Number(facts.isoDate.slice(5, 7));
  const { habitats, kinds, hasTide, altitudeMetres } = facts.site;
  const applies: Readonly<Record<WeatherKind, boolean>> = {
    lightning: true,
    'wind under trees':
      habitats.includes('woodland') || kinds.includes('wood') || kinds.includes('overhead branches'),
    heat: month >= 5 && month <= 9,
    'cold and wet': month >= 10 || month <= 4,
    'stream in spate': kinds.includes('stream'),
    'sea state': hasTide && facts.stops.some(({ isOnShore }) => isOnShore),
    fog: (altitudeMetres ?? 0) >= 150
  };
  return weatherKinds.filter((kind) => applies[kind]);
}
