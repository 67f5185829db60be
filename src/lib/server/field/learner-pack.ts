import type { LearnerPack } from '$core/field';
import { forLearners } from '$core/walk';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { readSite } from '../ground/sites';
import { schoolLibrary } from '../library/library';
import { readSettings, settingsAt } from '../school/schools';
import { listSightings, seasonOf } from '../season/sightings';
import { readBrief } from '../walk/briefs';
import type { Walk } from '../walk/walks';
import { briefAlong } from './brief-along';
import { homeTasks } from './home-tasks';
import { mayBeUp } from './pack';

/** All that a learner's phone takes along: nothing that their pages would not show them. */
export async function learnerPackOf(db: SchoolDb, viewer: Viewer, walk: Walk): Promise<LearnerPack> {
  const site = (await readSite(db, walk.siteId))!;
  const settings = settingsAt(site, await readSettings(db));
  const { library, document } = await schoolLibrary(db, site.region);
  const brief = await readBrief(db, walk.id);
  const season = seasonOf(library, site, await listSightings(db, site.id), walk.heldOn);
  return {
    format: 'for learners',
    walk: {
      id: walk.id,
      name: walk.name,
      isoDate: walk.heldOn,
      timeZone: site.timeZone,
      site: site.name
    },
    takenAt: db.now.toISOString(),
    takenBy: { id: viewer.personId, name: viewer.name },
    numbers: [...settings.emergencyNumbers],
    scentCounts: settings.policy.scentCounts,
    habitats: [...site.habitats],
    mayBeUp: mayBeUp(library, season.calendar, walk.heldOn),
    brief:
      brief &&
      (await briefAlong(db, {
        ...brief,
        document: forLearners(brief.document, settings.learnersSeePlaces)
      })),
    tasks: await homeTasks(db, viewer),
    library: document
  };
}
