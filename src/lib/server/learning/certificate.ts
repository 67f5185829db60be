import { nameIn, nameWithin } from '$core/knowledge';
import { certificateOf, unitsOf } from '$core/learning';
import { counted, listed, plainDate, stageWord } from '$core/words';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { libraryOfAll } from '../library/library';
import { readSettings } from '../school/schools';
import { listWalks } from '../walk/walks';
import { readCourse } from './course';
import { pairsOfWalk } from './drills';
import { readSignOffs } from './sign-offs';

/** A certificate of taking part in a course, in words, as it is printed. */
export interface PrintedCertificate {
  readonly person: string;
  readonly course: string;
  readonly school: string;
  readonly on: string;
  readonly attended: readonly { readonly what: string; readonly plants: string }[];
  /** Of the other meetings. */
  readonly beside: string;
  readonly signedOff: readonly { readonly what: string; readonly words: string }[];
  readonly shown: readonly { readonly what: string; readonly words: string }[];
  readonly open: readonly string[];
}

/** @returns undefined where there is no such group, or nobody of that id in it whom the viewer may see */
export async function readCertificate(
  db: SchoolDb,
  viewer: Viewer,
  cohortId: string,
  personId: string
): Promise<PrintedCertificate | undefined> {
  const course = await readCourse(db, viewer, cohortId);
  const person = course?.people.find(({ id }) => id === personId);
  if (!course || !person) return undefined;
  const walks = (await listWalks(db, viewer)).filter(
    (walk) => walk.cohortId === cohortId && walk.briefVersion && walk.heldOn <= viewer.today
  );
  const units = new Map<string, { pair: string; stage: string }>();
  for (const walk of walks)
    for (const unit of (await pairsOfWalk(db, walk)).flatMap(unitsOf)) {
      const [pair, stage] = unit.split('@') as [string, string];
      units.set(unit, { pair, stage });
    }
  const results = await readSignOffs(db, [personId]);
  const { signOffMonths } = await readSettings(db);
  const library = await libraryOfAll(db, viewer.regions);
  const nameOf = nameIn(library);
  const found = certificateOf(
    personId,
    course.meetings,
    [...units.values()],
    results,
    viewer.today,
    signOffMonths
  );
  const pairWords = ({ pair, stage }: { readonly pair: string; readonly stage: string }) => {
    const [target = '', lookalike = ''] = pair.split('~');
    const group = library.taxa.get(target)?.group ?? 'plant';
    return `${nameOf(target)} from ${nameWithin(nameOf(lookalike))}, in ${stageWord(group, stage)}`;
  };
  return {
    person: person.name,
    course: course.cohort.name,
    school: viewer.school.name,
    on: plainDate(viewer.today),
    attended: found.attended.map(({ name, isoDate, taxa }) => ({
      what: `${plainDate(isoDate)}, ${name}`,
      plants: taxa.length > 0 ? listed(taxa.map((slug) => nameWithin(nameOf(slug)))) : ''
    })),
    beside: [
      found.missed > 0 ? `${counted(found.missed, 'meeting')} without them` : '',
      found.unrecorded > 0 ? `${counted(found.unrecorded, 'meeting')} of which nothing was recorded` : ''
    ]
      .filter(Boolean)
      .join('; '),
    signedOff: found.signedOff.map(({ result, lapsesOn }) => ({
      what: pairWords(result),
      words: `${result.plant}, ${plainDate(result.on)}, by ${result.by}; holds until ${plainDate(lapsesOn)}`
    })),
    shown: found.shown.map((result) => ({
      what: pairWords(result),
      words: `${result.plant}, ${plainDate(result.on)}, before ${result.by}`
    })),
    open: found.open.map(
      (unit) => `${pairWords(unit)}${unit.hasLapsed ? ' (was signed off, and is not any more)' : ''}`
    )
  };
}
