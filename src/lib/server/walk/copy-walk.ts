import type { Plan } from './plan';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { addStop, addTaxon } from './stops';
import { reservationProblem } from '../ground/ledger';
import { type Walk, addWalk, saveLeaders, saveWalkDay, saveWeather } from './walks';

/**
 * Copies a plan to another day: stops, taxa, group, leaders, times and weather limits. Kit, lifts and briefs
 * belong to their own walk. Pieces are reserved anew where the patch has that many left.
 * @returns the id of the copy
 */
export async function copyWalk(
  db: SchoolDb,
  viewer: Viewer,
  plan: Plan,
  day: Pick<Walk, 'name' | 'heldOn' | 'startsAt'>
): Promise<string> {
  const { walk, stops, site, patches, library, members } = plan;
  const id = await addWalk(db, { ...walk, ...day });
  await saveWalkDay(db, id, { ...walk, ...day });
  await saveLeaders(
    db,
    id,
    walk.leaderId,
    walk.otherLeaders.map((leader) => leader.id)
  );
  await saveWeather(db, id, walk.weather);
  await db.query('update walk set copied_from = $2 where id = $1', [id, walk.id]);
  for (const stop of stops) {
    const patch = patches.find((one) => one.id === stop.patchId);
    const stopId = await addStop(db, id, stop);
    for (const planned of stop.taxa) {
      const entry = library.taxa.get(planned.taxon);
      const isShort =
        planned.piecesEach !== null &&
        patch?.taxon === planned.taxon &&
        entry &&
        (await reservationProblem(
          db,
          site,
          patch,
          entry,
          {
            plannedId: undefined,
            part: planned.part,
            heldOn: day.heldOn,
            people: members.length,
            piecesEach: planned.piecesEach
          },
          viewer.today
        )) !== undefined;
      await addTaxon(db, id, stopId, { ...planned, piecesEach: isShort ? null : planned.piecesEach });
    }
  }
  return id;
}
