import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type View, composePlate, qualityOf, viewsFor } from '$core/figure';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  Stage,
  cellInWords,
  contentHash,
  englishName
} from '$core/knowledge';
import { separability } from '$core/evidence';
import {
  type DrillPair,
  type DrillQuestion,
  type Outcome,
  choices,
  composeRound,
  confidences,
  judge,
  pairKey,
  tellingCharacters
} from '$core/learning';
import { seedOf } from '$core/random';
import type { ContrastSheet } from '$core/walk';
import { type Brief, readBrief } from './briefs';
import { libraryOf } from './library';
import {
  type PairPhotographs,
  type Photograph,
  photographsOf,
  photographsOfPairs,
  readJpeg,
  readPhotograph
} from './photographs';
import { memoryOf } from './progress';
import { type QuestionPicture, drawnPicture, photographedPicture } from './question-picture';
import type { SchoolDb } from './school';
import type { Viewer } from './sign-in';

/** Side by side: rounds on the pairs of a walk's brief. What is asked stays on the server until it is answered. */

export const roundLength = 10;
const plateSize = { width: 620, height: 440 };

const Specification = z.object({
  target: z.string(),
  lookalike: z.string(),
  targetStage: Stage,
  lookalikeStage: Stage,
  specimen: z.enum(['target', 'lookalike']),
  partial: z.boolean(),
  inGrass: z.boolean().default(false),
  seed: z.number().int(),
  /** A photograph of the school in place of a drawing. */
  photograph: z.uuid().optional()
}) satisfies z.ZodType<DrillQuestion>;
type Specification = z.infer<typeof Specification>;

/** One question in three is asked on a photograph, where the school has some of both plants. */
const oneIn = 3;

/** The pairs of the walk's newest brief, at the stages that they have on its date. */
export const pairsOfWalk = async (db: SchoolDb, walkId: string): Promise<DrillPair[]> =>
  pairsOf(await libraryOf(db), await readBrief(db, walkId));

/** The pairs that a brief drills: those of which both plants are drawn, and neither poorly. */
export function pairsOf(library: Library, brief: Brief | undefined): DrillPair[] {
  const isFit = ({ slug, stage }: { slug: string; stage: string }) => {
    const taxon = library.taxa.get(slug);
    return taxon !== undefined && qualityOf(taxon, Stage.parse(stage)) !== 'poor';
  };
  return (brief?.document.sheets ?? [])
    .filter(({ plates }) => plates.every((plate) => plate !== null))
    .filter(({ target, lookalike }) => isFit(target) && isFit(lookalike))
    .map(({ target, lookalike }) => ({
      target: target.slug,
      lookalike: lookalike.slug,
      targetStage: Stage.parse(target.stage),
      lookalikeStage: Stage.parse(lookalike.stage)
    }));
}

/** @returns undefined where the walk has no brief with pairs yet */
export async function startRound(db: SchoolDb, viewer: Viewer, walkId: string): Promise<string | undefined> {
  const pairs = await pairsOfWalk(db, walkId);
  if (pairs.length === 0) return undefined;
  const memory = await memoryOf(db, viewer.personId);
  const id = uuid();
  await db.query(
    'insert into round (school_id, id, person_id, walk_id, effective_at) values ($1, $2, $3, $4, $5)',
    [db.schoolId, id, viewer.personId, walkId, db.now]
  );
  const questions = await withPhotographs(db, composeRound(pairs, memory, db.now, roundLength, seedOf(id)));
  for (const [position, question] of questions.entries())
    await db.query(
      'insert into question (school_id, id, round_id, position, specification) values ($1, $2, $3, $4, $5)',
      [db.schoolId, uuid(), id, position + 1, question]
    );
  return id;
}

interface Asked {
  readonly question: DrillQuestion;
  readonly library: Library;
  readonly taxa: { readonly target: LibraryTaxon; readonly lookalike: LibraryTaxon };
  readonly stages: { readonly target: StageDescription; readonly lookalike: StageDescription };
}
interface Drawn extends Asked {
  readonly picture: QuestionPicture;
}

function askedOf(library: Library, question: DrillQuestion): Asked {
  const taxa = {
    target: library.taxa.get(question.target)!,
    lookalike: library.taxa.get(question.lookalike)!
  };
  const stages = {
    target: taxa.target.stages.get(question.targetStage)!,
    lookalike: taxa.lookalike.stages.get(question.lookalikeStage)!
  };
  return { question, library, taxa, stages };
}

/**
 * Some questions are asked on photographs: only where the school has such of both plants at their stages, with
 * marks on what tells the two apart. That a photograph is shown therefore says nothing of what is on it.
 */
async function withPhotographs(db: SchoolDb, questions: readonly DrillQuestion[]): Promise<Specification[]> {
  const library = await libraryOf(db);
  const all = await photographsOf(db, [
    ...new Set(questions.flatMap(({ target, lookalike }) => [target, lookalike]))
  ]);
  return questions.map((question) => {
    const { stages } = askedOf(library, question);
    const usable = (member: 'target' | 'lookalike'): Photograph[] =>
      all.filter(
        ({ taxon, stage, marks }) =>
          taxon === question[member] &&
          stage === question[`${member}Stage`] &&
          tellingCharacters(
            library,
            stages.target,
            stages.lookalike,
            new Set(marks.map(({ character }) => character))
          ).length > 0
      );
    const photographs = { target: usable('target'), lookalike: usable('lookalike') };
    const isPlain = !question.partial && !question.inGrass;
    const isChosen = seedOf(`photograph ${question.seed}`) % oneIn === 0;
    if (!isPlain || !isChosen || photographs.target.length === 0 || photographs.lookalike.length === 0)
      return question;
    const mine = photographs[question.specimen];
    return { ...question, photograph: mine[question.seed % mine.length]!.id };
  });
}

const hasLeaves = (stage: StageDescription) =>
  stage.cells.has('leaf-outline') || stage.cells.has('leaf-division');

/** What a drawing does not have, or what one does not do to a plant before it is named. */
const notInADrill = new Set(['scent', 'dig', 'cut']);

/** The same views for both plants of a pair, so that the choice of views does not betray the specimen. */
function viewsOf(library: Library, { target, lookalike }: Drawn['stages'], partial: boolean): View[] {
  if (partial && hasLeaves(target) && hasLeaves(lookalike)) return ['leaf'];
  const telling = library.characters
    .map((character) => ({
      slug: character.slug,
      sense: character.sense,
      separability: separability(
        character,
        target.cells.get(character.slug),
        lookalike.cells.get(character.slug)
      )
    }))
    .filter((one) => one.separability > 0.5 && !notInADrill.has(one.sense))
    .sort((a, b) => b.separability - a.separability);
  const views = viewsFor(
    telling.map(({ slug }) => slug),
    2
  );
  return ['whole', ...(views.length > 0 ? views : (['leaf'] as const))];
}

function draw(asked: Asked): Drawn {
  const { library, question, taxa, stages } = asked;
  const plate = composePlate(
    library,
    taxa[question.specimen],
    stages[question.specimen],
    question.seed,
    viewsOf(library, stages, question.partial),
    plateSize,
    'right',
    { inGrass: question.inGrass }
  );
  return { ...asked, picture: drawnPicture(library, plate) };
}

/** A question is drawn for its page, its plate and its answer: the latest drawings of this process are kept. */
const drawings = new Map<string, Drawn>();
const keptDrawings = 100;

/** A photograph that was taken away meanwhile gives way to a drawing. */
async function drawQuestion(db: SchoolDb, questionId: string, specification: unknown): Promise<Drawn> {
  const library = await libraryOf(db);
  const { photograph: photographId, ...question } = Specification.parse(specification);
  const photograph = photographId && (await readPhotograph(db, photographId));
  if (photograph) {
    const asked = askedOf(library, question);
    return { ...asked, picture: photographedPicture(library, asked.stages[question.specimen], photograph) };
  }
  const known = drawings.get(questionId);
  if (known?.library === library) return known;
  const drawn = draw(askedOf(library, question));
  drawings.set(questionId, drawn);
  const [oldest] = drawings.keys();
  if (drawings.size > keptDrawings) drawings.delete(oldest!);
  return drawn;
}

async function readQuestion(
  db: SchoolDb,
  viewer: Viewer,
  questionId: string
): Promise<(Drawn & { readonly walkId: string }) | undefined> {
  const { rows } = await db.query<{ specification: unknown; walk_id: string }>(
    `select specification, walk_id from question join round on round.school_id = question.school_id and round.id = round_id
      where question.id = $1 and person_id = $2`,
    [questionId, viewer.personId]
  );
  const [row] = rows;
  return row && { ...(await drawQuestion(db, questionId, row.specification)), walkId: row.walk_id };
}

/** The picture of a question of the viewer's own: a drawing as SVG, or a photograph. */
export async function questionImage(
  db: SchoolDb,
  viewer: Viewer,
  questionId: string
): Promise<{ readonly svg: string } | { readonly jpeg: Buffer } | undefined> {
  const drawn = await readQuestion(db, viewer, questionId);
  if (!drawn) return undefined;
  const { image } = drawn.picture;
  if ('svg' in image) return { svg: image.svg() };
  const jpeg = await readJpeg(db, image.photograph.id);
  return jpeg && { jpeg };
}

/** What the page may know of a question before it is answered: nothing that tells the specimen. */
export interface OpenQuestion {
  readonly id: string;
  readonly number: number;
  readonly names: { readonly target: string; readonly lookalike: string };
  readonly scientific: { readonly target: string; readonly lookalike: string };
  /** Whether the harmless one of the pair is gathered at all. */
  readonly isGathered: boolean;
  readonly plate: { readonly width: number; readonly height: number };
  readonly isPhotograph: boolean;
  /** What the picture shows, for those who do not see it. */
  readonly words: readonly string[];
  /** For keyboards and readers: parts by number, named neutrally. */
  readonly parts: readonly { id: number; label: string }[];
}

export interface RoundState {
  readonly id: string;
  readonly walkId: string;
  readonly walkName: string;
  readonly length: number;
  readonly outcomes: readonly Outcome[];
  readonly next: OpenQuestion | undefined;
}

export async function readRound(
  db: SchoolDb,
  viewer: Viewer,
  roundId: string
): Promise<RoundState | undefined> {
  const { rows } = await db.query<{ walk_id: string; name: string }>(
    `select walk_id, walk.name from round join walk on walk.school_id = round.school_id and walk.id = walk_id
      where round.id = $1 and person_id = $2`,
    [roundId, viewer.personId]
  );
  const [round] = rows;
  if (!round) return undefined;
  const { rows: questions } = await db.query<{
    id: string;
    position: number;
    specification: unknown;
    outcome: Outcome | null;
  }>(
    `select question.id, position, specification, outcome
       from question left join answer_event on answer_event.school_id = question.school_id and question_id = question.id
      where round_id = $1 order by position`,
    [roundId]
  );
  const open = questions.find(({ outcome }) => outcome === null);
  const drawn = open && (await drawQuestion(db, open.id, open.specification));
  return {
    id: roundId,
    walkId: round.walk_id,
    walkName: round.name,
    length: questions.length,
    outcomes: questions.flatMap(({ outcome }) => (outcome ? [outcome] : [])),
    next: drawn && {
      id: open.id,
      number: open.position,
      names: { target: englishName(drawn.taxa.target), lookalike: englishName(drawn.taxa.lookalike) },
      scientific: { target: drawn.taxa.target.name, lookalike: drawn.taxa.lookalike.name },
      isGathered: drawn.taxa.target.uses.some(({ kind }) => kind === 'food' || kind === 'drink'),
      plate: drawn.picture.size,
      isPhotograph: 'photograph' in drawn.picture.image,
      words: drawn.picture.words,
      parts: drawn.picture.parts
    }
  };
}

export const AnswerEvent = z.strictObject({
  id: z.uuid(),
  kind: z.literal('answer'),
  questionId: z.uuid(),
  choice: z.enum(choices),
  /** Where the learner tapped, in plate units, or the number of the part from the list. */
  tap: z.object({ x: z.number(), y: z.number() }).optional(),
  part: z.number().int().nonnegative().optional(),
  confidence: z.enum(confidences),
  seconds: z.number().min(0).max(3600)
});
export type AnswerEvent = z.infer<typeof AnswerEvent>;

/** What the learner sees once the answer is in. */
export interface Feedback {
  readonly outcome: Outcome;
  readonly specimen: { readonly name: string; readonly scientific: string; readonly isDangerous: boolean };
  /** Who took the photograph, where the question was asked on one. */
  readonly credit: string | undefined;
  readonly canTell: boolean;
  readonly partRight: boolean | undefined;
  readonly telling: readonly {
    name: string;
    target: string;
    lookalike: string;
    at: { x: number; y: number } | undefined;
  }[];
  readonly before: string;
  /** After a dangerous 'gather': the pair's contrast sheet, to be read again at once. */
  readonly sheet?: ContrastSheet;
  readonly photographs?: PairPhotographs;
}

export type RecordResult =
  { readonly feedback: Feedback } | { readonly status: 404 | 409; readonly problem: string };

function grade(drawn: Drawn, event: AnswerEvent): Feedback {
  const { question, library, stages, taxa, picture } = drawn;
  const telling = tellingCharacters(library, stages.target, stages.lookalike, picture.shown);
  const pointed = event.tap
    ? picture.charactersAt(event.tap)
    : event.part === undefined
      ? undefined
      : picture.showsOf(event.part);
  const outcome = judge(event.choice, question.specimen, telling.length > 0);
  const named = event.choice !== 'cannot tell' && telling.length > 0;
  const specimen = taxa[question.specimen];
  return {
    outcome,
    specimen: {
      name: englishName(specimen),
      scientific: specimen.name,
      isDangerous: question.specimen === 'lookalike'
    },
    credit: 'photograph' in picture.image ? picture.image.photograph.credit : undefined,
    canTell: telling.length > 0,
    partRight: named ? telling.some(({ slug }) => pointed?.includes(slug)) : undefined,
    telling: telling.map((character) => ({
      name: character.name,
      target: cellInWords(character, stages.target.cells.get(character.slug)!),
      lookalike: cellInWords(character, stages.lookalike.cells.get(character.slug)!),
      at: picture.placeOf(character.slug)
    })),
    before: 'Before anything is gathered, two characters of different organs must agree on the living plant.'
  };
}

async function withSheet(
  db: SchoolDb,
  { walkId, question }: { walkId: string; question: DrillQuestion },
  feedback: Feedback
): Promise<Feedback> {
  if (feedback.outcome !== 'dangerous gather') return feedback;
  const brief = await readBrief(db, walkId);
  const sheet = brief?.document.sheets.find(({ key }) => key === pairKey(question));
  if (!sheet) return feedback;
  const [photographs] = await photographsOfPairs(db, [sheet]);
  return { ...feedback, sheet, photographs: photographs! };
}

/**
 * Stores an answer once. The same id with the same body is accepted silently; with another body, or for a
 * question that has an answer, it is refused.
 */
export async function recordAnswer(db: SchoolDb, viewer: Viewer, event: AnswerEvent): Promise<RecordResult> {
  const drawn = await readQuestion(db, viewer, event.questionId);
  if (!drawn) return { status: 404, problem: 'There is no such question.' };
  const feedback = await withSheet(db, drawn, grade(drawn, event));
  const { question } = drawn;
  const { rowCount } = await db.query(
    `insert into answer_event (school_id, id, question_id, person_id, effective_at, body, pair, specimen_stage,
                               is_dangerous_specimen, outcome, is_part_right, seconds, confidence)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) on conflict do nothing`,
    [
      db.schoolId,
      event.id,
      event.questionId,
      viewer.personId,
      db.now,
      event,
      pairKey(question),
      question[`${question.specimen}Stage`],
      question.specimen === 'lookalike',
      feedback.outcome,
      feedback.partRight ?? null,
      event.seconds,
      event.confidence
    ]
  );
  if (rowCount) return { feedback };
  const { rows } = await db.query<{ id: string; body: unknown }>(
    'select id, body from answer_event where id = $1 or question_id = $2',
    [event.id, event.questionId]
  );
  const isSame =
    rows.length === 1 && rows[0]!.id === event.id && contentHash(rows[0]!.body) === contentHash(event);
  return isSame
    ? { feedback }
    : { status: 409, problem: 'This question has an answer already; the first one stands.' };
}
