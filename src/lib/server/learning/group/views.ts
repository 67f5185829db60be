import { LRUCache } from 'lru-cache';
import {
  type Contrast,
  type Division,
  type Feedback,
  type GroupPhase,
  type GroupQuestion,
  type LetteredPart,
  type OpenPicture,
  type Specification,
  divisionOf,
  groupQuestion
} from '$core/learning';
import { type ToDraw, askDesk } from '../../drawing';
import { withSchool } from '../../database/school';
import { libraryByKey, schoolLibrary } from '../../library/library';
import { type AskedSpecimen, type GroupRound, readGroupRound, readSpecimens } from './rounds';
import { answersIn } from './seats';

/** What a screen and the phones of a round may know: nothing of what a specimen is before it is told. */

interface Named {
  readonly name: string;
  readonly scientific: string;
}

/** What is shown once a specimen is told. */
export interface Told extends Pick<GroupQuestion, 'worth'> {
  readonly truth: NonNullable<Feedback['truth']>;
  readonly reasons: readonly string[];
  readonly contrast: Contrast | undefined;
  /** The letters of what tells the two apart. */
  readonly telling: readonly string[];
}

/** What each phone may know: the same for all of them. */
export interface PhoneView {
  readonly step: number;
  readonly name: string;
  readonly phase: GroupPhase;
  readonly position: number;
  readonly length: number;
  readonly question:
    | {
        readonly target: Named;
        /** What of it is gathered; undefined where nothing is. */
        readonly gathers: string | undefined;
        readonly letters: readonly Pick<LetteredPart, 'letter' | 'label' | 'at'>[];
        readonly picture: OpenPicture;
      }
    | undefined;
  readonly told: Told | undefined;
}

/** What stands on the large screen, for all to see. */
export interface ScreenView extends PhoneView {
  readonly phones: number;
  readonly answered: number;
  readonly hands: Division['hands'];
  /** Once the leader has asked for it. */
  readonly division: Division | undefined;
}

interface Facts {
  readonly asked: GroupQuestion;
  readonly question: NonNullable<PhoneView['question']>;
  readonly told: Told;
}

const known = new LRUCache<string, Promise<Facts | undefined>>({ max: 60 });

async function drawnFrom(schoolId: string, region: string, spec: Specification): Promise<ToDraw> {
  const { key } = await withSchool(schoolId, (db) => schoolLibrary(db, region));
  return { library: await libraryByKey(schoolId, key), spec, photographs: [] };
}

async function findFacts(toDraw: ToDraw, schoolId: string): Promise<Facts | undefined> {
  const { spec } = toDraw;
  if (spec.drill !== 'side by side') return undefined;
  const { library } = await libraryByKey(schoolId, toDraw.library.key);
  const asked = groupQuestion(library, spec);
  const opened = await askDesk(toDraw, 'open', { wishes: [] });
  const graded = await askDesk(toDraw, 'grade', {
    answer: { drill: 'side by side', choice: 'cannot tell', confidence: 'sure' },
    wishes: []
  });
  const open = opened?.found.question;
  if (!asked || open?.drill !== 'side by side' || !graded?.found.feedback.truth) return undefined;
  const { truth, reasons, contrast } = graded.found.feedback;
  return {
    asked,
    question: {
      target: open.names.target,
      gathers: open.gathers,
      letters: asked.letters.map(({ letter, label, at }) => ({ letter, label, at })),
      picture: open.picture
    },
    told: {
      worth: asked.worth,
      truth,
      reasons,
      contrast,
      telling: asked.letters.filter(({ tells }) => tells).map(({ letter }) => letter)
    }
  };
}

/** @returns undefined before the first specimen, and where the library has its plants no more */
async function factsOf(
  schoolId: string,
  { id, position, region, spec }: AskedSpecimen
): Promise<Facts | undefined> {
  if (!spec) return undefined;
  const toDraw = await drawnFrom(schoolId, region, spec);
  const place = `${id} ${position} ${toDraw.library.key}`;
  const found = known.get(place) ?? findFacts(toDraw, schoolId);
  known.set(place, found);
  // What failed is tried again.
  found.catch(() => known.delete(place));
  return found;
}

const isTold = ({ phase }: GroupRound) => phase === 'told' || phase === 'closed';

function phoneView(round: GroupRound, facts: Facts | undefined): PhoneView {
  const { step, name, phase, position, length } = round;
  return {
    step,
    name,
    phase,
    position,
    length,
    question: facts?.question,
    told: isTold(round) ? facts?.told : undefined
  };
}

export interface Views {
  readonly phone: PhoneView;
  readonly screen: ScreenView;
}

/** What there is to see of a round now; undefined where there is no such round. */
export async function viewsOf(schoolId: string, roundId: string): Promise<Views | undefined> {
  const round = await withSchool(schoolId, (db) => readGroupRound(db, roundId));
  if (!round) return undefined;
  const facts = await factsOf(schoolId, round);
  const phone = phoneView(round, facts);
  const isDivided = round.phase === 'divided' || isTold(round);
  const answers = isDivided ? await withSchool(schoolId, (db) => answersIn(db, roundId, round.position)) : [];
  const { phones, answered, hands } = round;
  return {
    phone,
    screen: {
      ...phone,
      phones,
      answered,
      hands,
      division: isDivided && round.position > 0 ? divisionOf(answers, hands) : undefined
    }
  };
}

/** The drawing of the specimen that is asked about; undefined where there is none. */
export async function specimenOf(schoolId: string, roundId: string): Promise<string | undefined> {
  const round = await withSchool(schoolId, (db) => readGroupRound(db, roundId));
  if (!round?.spec) return undefined;
  const place = `${round.id} ${round.position}`;
  const drawn = drawings.get(place);
  if (drawn) return drawn;
  const image = (
    await askDesk(await drawnFrom(schoolId, round.region, round.spec), 'image', {
      name: 'specimen',
      wishes: []
    })
  )?.found;
  if (!image || !('svg' in image)) return undefined;
  drawings.set(place, image.svg);
  return image.svg;
}

/** A whole group looks at one drawing. */
const drawings = new LRUCache<string, string>({ max: 20 });

/** What came of one specimen, for whoever led. */
export interface SpecimenSummary {
  readonly position: number;
  readonly truth: Told['truth'] | undefined;
  readonly division: Division;
  /** Phones that took the dangerous plant for the other. */
  readonly mistaken: readonly string[];
}

/** What came of a round that is over. */
export async function summaryOf(
  schoolId: string,
  roundId: string,
  answers: Awaited<ReturnType<typeof answersIn>>
): Promise<SpecimenSummary[]> {
  const rounds = await withSchool(schoolId, (db) => readSpecimens(db, roundId));
  const summaries: SpecimenSummary[] = [];
  for (const round of rounds) {
    const facts = await factsOf(schoolId, round);
    const own = answers.filter(({ position }) => position === round.position);
    summaries.push({
      position: round.position,
      truth: facts?.told.truth,
      division: divisionOf(own, round.hands),
      mistaken: own
        .filter(({ choice }) => facts?.asked.worth[choice] === 'dangerous gather')
        .map(({ name }) => name)
    });
  }
  return summaries;
}
