import { wayAlong } from '../src/core/route';
import { type PlanFacts, planTimes, proposeKit, runChecks } from '../src/core/walk';
import { plannedTaxon, soundPlan } from '../tests/support/plan';
import { type Figure, medianMs } from './figure';

/** A walk of 12 stops along a path of 400 bends, with 25 taxa in all roles and 20 learners. */
function fullWalk(): { facts: PlanFacts; path: number[][] } {
  const path = Array.from({ length: 400 }, (_, i) => [
    -8.7 + 0.00004 * i,
    54.3 + 0.0004 * Math.sin(i / 9),
    40 + 30 * Math.sin(i / 60)
  ]);
  const stops = Array.from({ length: 12 }, (_, i) => ({
    ...soundPlan.stops[0]!,
    id: `stop ${i}`,
    name: `Stop ${i}`,
    at: path[30 * i]!.slice(0, 2),
    minutes: 15,
    patch: { ...soundPlan.stops[0]!.patch!, id: `patch ${i}` }
  }));
  const slugs = [
    'allium-ursinum',
    'rumex-acetosa',
    'nasturtium-officinale',
    'arum-maculatum',
    'conium-maculatum'
  ];
  const roles = ['gather', 'show', 'danger'] as const;
  const taxa = Array.from({ length: 25 }, (_, i) => ({
    ...plannedTaxon(slugs[i % slugs.length]!, roles[i % roles.length]!, { piecesEach: 4 }),
    slug: `taxon-${i}`,
    stopId: `stop ${i % 12}`
  }));
  return { facts: { ...soundPlan, stops, taxa, group: { ...soundPlan.group, learners: 20 } }, path };
}

export async function planningFigures(): Promise<Figure[]> {
  const { facts, path } = fullWalk();
  const way = wayAlong(path);
  let minutes = 10;
  const value = await medianMs(
    () => {
      minutes = minutes === 10 ? 20 : 10;
      const changed = {
        ...facts,
        stops: facts.stops.map((stop, i) => (i === 3 ? { ...stop, minutes } : stop))
      };
      const times = planTimes(changed, way);
      return runChecks({ facts: changed, times, kit: proposeKit(changed, times.end, []) });
    },
    { warmUp: 20, runs: 100 }
  );
  return [
    {
      name: 'every check and time of a walk',
      unit: 'ms',
      goal: 10,
      value,
      how: '12 stops, 25 taxa, 20 learners, a path of 400 bends, median of 100, in the core'
    }
  ];
}
