import { z } from 'zod';
import type { Viewer } from '../accounts';
import { rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';

/**
 * The patches at which somebody who learns may say what is up, where the school lets learners scout: those at which
 * their walks stop, none of them rare.
 */
async function patchesOfLearner(db: SchoolDb, personId: string): Promise<Set<string>> {
  const { policy } = await readSettings(db);
  if (policy.learnersScout === 'not at all') return new Set();
  const rows = await rowsOf(
    db,
    z.object({ id: z.string() }),
    `select distinct patch.id from cohort_member member
       join walk on walk.school_id = member.school_id and walk.cohort_id = member.cohort_id and walk.called_off_at is null
       join stop on stop.school_id = walk.school_id and stop.walk_id = walk.id
       join patch on patch.school_id = stop.school_id and patch.id = stop.patch_id
      where member.person_id = $1 and patch.abundance is not null and patch.abundance <> 'rare'`,
    [personId]
  );
  return new Set(rows.map(({ id }) => id));
}

/** Whether a viewer may say what is up at a patch. */
export async function mayScout(db: SchoolDb, viewer: Viewer): Promise<(patchId: string) => boolean> {
  if (viewer.role !== 'learner') return () => true;
  const own = await patchesOfLearner(db, viewer.personId);
  return (patchId) => own.has(patchId);
}

/** The sites at which a learner may scout. */
export async function sitesToScout(db: SchoolDb, viewer: Viewer) {
  const own = await patchesOfLearner(db, viewer.personId);
  return rowsOf(
    db,
    z.object({ id: z.string(), name: z.string() }),
    `select distinct site.id, site.name from patch
       join site on site.school_id = patch.school_id and site.id = patch.site_id
      where patch.id = any ($1) and site.put_away_at is null order by site.name`,
    [[...own]]
  );
}
