import type { FieldDay } from '$core/field';
import { type Stage, englishName } from '$core/knowledge';
import { addDays, dayOfYear } from '$core/season';
import { stageWord } from '$core/words';
import type { SchoolDb } from '../database/school';
import { listSightings, seasonOf } from '../season/sightings';
import type { Plan } from '../walk/plan';

/** What was seen on a walk, and how it moved the forecast of the site. */

/** A stage of a plant that was seen coming, or at another stage than the plan had it. */
const seenOn = (day: FieldDay): { id: string; taxon: string; stage: Stage }[] =>
  day.events.flatMap((one) => {
    if (one.kind === 'nearly ready') return [{ id: one.id, taxon: one.taxon, stage: one.stage }];
    if (one.kind === 'ground differs' && one.stage)
      return [{ id: one.id, taxon: one.taxon, stage: one.stage }];
    return [];
  });

/** When a stage has half come: a date with its 80 % range. */
interface Coming {
  readonly on: string;
  readonly from: string;
  readonly until: string;
}

export interface Moved {
  readonly taxon: string;
  readonly name: string;
  readonly stage: string;
  readonly before: Coming;
  readonly after: Coming;
}

/** @returns for each plant and stage that was seen: when it comes by the forecast without this walk, and with it */
export async function seasonMoved(
  db: SchoolDb,
  { walk, site, library }: Plan,
  day: FieldDay
): Promise<Moved[]> {
  const seen = seenOn(day);
  if (seen.length === 0) return [];
  const all = await listSightings(db, site.id);
  const own = new Set(seen.map(({ id }) => id));
  const upTo = all.filter(({ seenOn: on }) => on <= walk.heldOn);
  const without = seasonOf(
    library,
    site,
    upTo.filter(({ id }) => !own.has(id)),
    walk.heldOn
  );
  const withIt = seasonOf(library, site, upTo, walk.heldOn);
  const today = dayOfYear(walk.heldOn);
  const kinds = new Map(seen.map((one) => [`${one.taxon} ${one.stage}`, one]));
  return [...kinds.values()].flatMap(({ taxon: slug, stage }) => {
    const taxon = library.taxa.get(slug);
    const described = taxon?.stages.get(stage);
    if (!taxon || !described) return [];
    const coming = (season: typeof withIt): Coming => {
      const { expected, low, high } = season.comingOf(slug, described, today);
      return {
        on: addDays(walk.heldOn, expected),
        from: addDays(walk.heldOn, low),
        until: addDays(walk.heldOn, high)
      };
    };
    return [
      {
        taxon: slug,
        name: englishName(taxon),
        stage: stageWord(taxon.group, stage),
        before: coming(without),
        after: coming(withIt)
      }
    ];
  });
}
