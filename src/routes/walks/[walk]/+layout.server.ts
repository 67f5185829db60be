import { nameIn } from '$core/knowledge';
import { leads } from '$lib/server/accounts';
import { type Renamed, renamedUnder } from '$lib/server/ground/patches';
import { libraryOf } from '$lib/server/library/library';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { followRegion } from '$lib/server/request/region';
import { readSite } from '$lib/server/ground/sites';
import { readSettings, settingsAt } from '$lib/server/school/schools';
import { changesSince, readBrief } from '$lib/server/walk/briefs';
import { helpOfBrief, helpOfPlan } from '$lib/server/walk/emergency';
import { walkPage } from '$lib/server/walk/walk-page';
import { readWalk } from '$lib/server/walk/walks';
import type { TrailPart } from '$lib/ui/TrailLine.svelte';
import type { LayoutServerLoad } from './$types';

/** Learners, too, must not go by a name that was wrong. */
const named = (library: Parameters<typeof nameIn>[0], renamed: readonly Renamed[]) => {
  const nameOf = nameIn(library);
  return renamed.map((one) => ({ ...one, oldName: nameOf(one.oldTaxon), newName: nameOf(one.newTaxon) }));
};

/** What every part of a walk shows: its head and its trail line. Learners walk only Brief and Practise. */
export const load: LayoutServerLoad = async ({ locals, params, cookies, url }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  const at = (part: string) => `/walks/${id}${part}`;
  if (viewer.role === 'learner')
    return inSchoolOf(viewer, async (db) => {
      const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
      followRegion(viewer, cookies, url, walk.region);
      const parts: TrailPart[] = [
        { label: 'Brief', href: at('/brief'), state: walk.briefVersion ? 'done' : 'open' },
        { label: 'Practise', href: at('/practise'), state: 'open' },
        ...(walk.isWalked ? [{ label: 'After', href: at('/after'), state: 'open' as const }] : [])
      ];
      const renamed = named(await libraryOf(db, walk.region), await renamedUnder(db, id));
      const brief = await readBrief(db, id);
      const site = orNotFound(await readSite(db, walk.siteId), 'site');
      const { emergencyNumbers } = settingsAt(site, await readSettings(db));
      const help = brief
        ? helpOfBrief(brief.document, emergencyNumbers)
        : { numbers: emergencyNumbers, access: [], meeting: '', signal: '' };
      return { walk, parts, renamed, leads: false, help };
    });
  const { plan, brief, isDrilled } = await walkPage(locals, id);
  const { walk, checks, stops, patches, site, library } = plan;
  followRegion(viewer, cookies, url, site.region);
  const hasStop = (...keys: string[]) =>
    checks.some(({ key, state }) => state === 'stop' && keys.includes(key));
  const worst = checks[0]?.state;
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
    { label: 'Practise', href: at('/practise'), state: isDrilled ? 'done' : 'open' },
    { label: 'Walk', href: at('/walk'), state: walk.isWalked ? 'done' : 'open', also: [at('/walk/paper')] },
    {
      label: 'After',
      href: at('/after'),
      state: !walk.isWalked ? 'open' : walk.isOwnerTold && walk.isDebriefed ? 'done' : 'look',
      also: ['people', 'owner', 'learned', 'acts', 'paper'].map((page) => at(`/after/${page}`))
    }
  ];
  return { walk, parts, renamed: named(library, plan.renamed), leads: leads(viewer), help: helpOfPlan(plan) };
};
