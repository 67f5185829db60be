import { nameIn } from '$core/knowledge';
import { pairKey } from '$core/learning';
import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/request/guard';
import { readPlan } from '$lib/server/walk/plan';
import { leads } from '$lib/server/accounts';
import { changesSince, readBrief } from '$lib/server/walk/briefs';
import { libraryOf } from '$lib/server/library/library';
import { pairsOf } from '$lib/server/learning/drills';
import { renamedUnder } from '$lib/server/ground/patches';
import { isDrilled } from '$lib/server/learning/progress';
import { readWalk } from '$lib/server/walk/walks';
import type { TrailPart } from '$lib/ui/TrailLine.svelte';
import type { LayoutServerLoad } from './$types';

/** What every part of a walk shows: its head and its trail line. Learners walk only Brief and Practise. */
export const load: LayoutServerLoad = ({ locals, params }) => {
  const viewer = signedIn(locals);
  const id = idFrom(params.walk, 'walk');
  return inSchoolOf(viewer, async (db) => {
    const walk = found(await readWalk(db, viewer, id), 'walk');
    const brief = await readBrief(db, id);
    const library = await libraryOf(db);
    const pairs = pairsOf(library, brief);
    const nameOf = nameIn(library);
    // Learners, too, must not go by a name that was wrong.
    const renamed = (await renamedUnder(db, id)).map((one) => ({
      ...one,
      oldName: nameOf(one.oldTaxon),
      newName: nameOf(one.newTaxon)
    }));
    const at = (part: string) => `/walks/${id}${part}`;
    if (viewer.role === 'learner') {
      const parts: TrailPart[] = [
        { label: 'Brief', href: at('/brief'), state: walk.briefVersion ? 'done' : 'open' },
        { label: 'Practise', href: at('/practise'), state: 'open' }
      ];
      return { walk, parts, renamed, leads: false };
    }
    const plan = found(await readPlan(db, viewer, id), 'walk');
    const { checks, stops, patches, site } = plan;
    const hasStop = (...keys: string[]) =>
      checks.some(({ key, state }) => state === 'stop' && keys.includes(key));
    const worst = checks[0]?.state;
    const drilled = await isDrilled(db, pairs.map(pairKey));
    const hasPath = site.ground.features.some(({ properties }) => properties.kind === 'path');
    const parts: TrailPart[] = [
      { label: 'Scout', href: at('/scout'), state: hasPath && patches.length > 0 ? 'done' : 'open' },
      {
        label: 'Day',
        href: at('/day'),
        state: hasStop('date', 'daylight', 'cohort') ? 'stop' : 'done'
      },
      {
        label: 'Species',
        href: at(''),
        state: stops.length === 0 ? 'open' : worst === 'stop' ? 'stop' : 'done',
        also: [at('/group'), at('/kit'), at('/letter'), at('/copy')]
      },
      {
        label: 'Brief',
        href: at('/brief'),
        state: !brief ? 'open' : changesSince(brief, plan).length > 0 ? 'look' : 'done'
      },
      { label: 'Practise', href: at('/practise'), state: drilled ? 'done' : 'open' }
    ];
    return { walk, parts, renamed, leads: leads(viewer) };
  });
};
