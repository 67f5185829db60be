import { inSchoolOf, signedIn } from '$lib/server/guard';
import { leads } from '$lib/server/sign-in';
import { pairsOfWalk } from '$lib/server/drills';
import { findsToSeeAgain } from '$lib/server/finds';
import { libraryOf } from '$lib/server/library';
import { readPlan } from '$lib/server/plan';
import { memoryOf } from '$lib/server/progress';
import { listSites } from '$lib/server/sites';
import { listWalks } from '$lib/server/walks';
import { englishName } from '$core/knowledge';
import { pairKey, unitKey } from '$core/learning';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = signedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const walks = await listWalks(db, viewer);
    const coming = walks.filter(({ heldOn }) => heldOn >= viewer.today);
    const next = coming[0];
    const plan = next && viewer.role !== 'learner' ? await readPlan(db, viewer, next.id) : undefined;
    const library = await libraryOf(db);
    const memory = await memoryOf(db, viewer.personId);
    const pairs = next ? await pairsOfWalk(db, next.id) : [];
    return {
      today: viewer.today,
      leads: leads(viewer),
      coming: coming.slice(0, 5),
      stops:
        plan?.stops.map((stop, i) => ({
          name: stop.name,
          minutes: stop.minutes,
          arrive: plan.times.rows[i]!.arrive
        })) ?? [],
      finds:
        viewer.role === 'learner'
          ? []
          : await findsToSeeAgain(db, library, await listSites(db), viewer.today),
      checks: plan?.checks.filter(({ state }) => state !== 'pass') ?? [],
      pairs: pairs.map((pair) => {
        const units = [pair.targetStage, pair.lookalikeStage].map((stage) =>
          memory.get(unitKey(pairKey(pair), stage))
        );
        const isDue = units.some((unit) => !unit || unit.due <= db.now);
        return {
          key: pairKey(pair),
          target: englishName(library.taxa.get(pair.target)!),
          lookalike: englishName(library.taxa.get(pair.lookalike)!),
          isDue,
          firmness: units.some((unit) => unit?.firmness === 'missed')
            ? 'missed'
            : units.every((unit) => unit?.firmness === 'firm')
              ? 'firm'
              : units.some(Boolean)
                ? 'shaky'
                : 'new'
        };
      })
    };
  });
};
