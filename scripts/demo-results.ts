import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { composePlate, renderPlate } from '../src/core/figure';
import type { Library } from '../src/core/knowledge';
import {
  type Choice,
  type Given,
  type Outcome,
  type PairSpecification,
  type Specification,
  anybody,
  choices,
  composeRound,
  composeRoundOfKind,
  WrittenQuestion,
  groupQuestion,
  inUnits,
  isError,
  isOnPair,
  mostOptions,
  newLearner,
  otherUnit,
  plantOf,
  pose
} from '../src/core/learning';
import { type SimulatedLearner, simulateAnswer } from './simulated-learner';
import { type Random, createRandom, seedOf } from '../src/core/random';
import { codeOf } from '../src/core/words';
import { pairsOfWalk } from '../src/lib/server/learning/drills';
import { libraryOf } from '../src/lib/server/library/library';
import type { SchoolDb } from '../src/lib/server/database/school';
import { insert } from '../src/lib/server/database/insert';
import type { IdOf } from './demo-place';
import type { Demo } from './demo-schema';

const questionsEach = 16;
const scores = { right: 1, left: 0.5, missed: 0, 'dangerous gather': 0 } as const;

/** Invented answers and results on living plants: each learner answers as a simulated one of that skill. */
export async function loadResults(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  // The walk of the results is one of the first region's.
  const [region] = demo.school.regions as [string];
  const library = await libraryOf(db, region);
  const pairs = await pairsOfWalk(db, { id: idOf('walk', demo.rounds.walk), region });
  const rules = { mayDig: false, scentCounts: true };
  const frame = {
    library,
    context: pairs,
    rules,
    isoDate: demo.walks.find(({ key }) => key === demo.rounds.walk)!.on,
    buffers: {},
    learner: newLearner,
    now: db.now
  };
  /** One answer as a learner of that skill gives it; questions not on pairs are right by the same chance. */
  async function answer(
    roundId: string,
    key: string,
    personId: string,
    i: number,
    spec: Specification,
    learner: SimulatedLearner,
    at: string,
    random: Random
  ): Promise<void> {
    const questionId = idOf('question', key);
    await insert(db, 'question', {
      id: questionId,
      roundId: roundId,
      position: i + 1,
      specification: JSON.stringify(spec)
    });
    const common = {
      id: idOf('answer', key),
      questionId,
      personId,
      effectiveAt: new Date(Date.parse(at) + i * 30_000),
      drill: spec.drill,
      seconds: Math.round(random.between(6, 24))
    };
    if (!isOnPair(spec)) {
      const outcome = random.next() < learner.skill ? 'right' : 'missed';
      await insert(db, 'answer_event', {
        ...common,
        body: JSON.stringify({ invented: true, given: ownGiven(library, spec, outcome) }),
        unit:
          spec.drill === 'own question'
            ? otherUnit('own', spec.id)
            : otherUnit('season', 'invented', String(spec.seed)),
        isDangerousSpecimen: false,
        outcome,
        score: scores[outcome]
      });
      return;
    }
    const { given, unit, pair, isDangerousSpecimen, decision, outcome } = simulateAnswer(
      spec,
      learner,
      random
    );
    await insert(db, 'answer_event', {
      ...common,
      body: JSON.stringify({ invented: true, given }),
      unit,
      pair,
      specimenStage: unit.split('@')[1],
      isDangerousSpecimen: isDangerousSpecimen,
      couldBeTold: true,
      specimen: isDangerousSpecimen ? spec.lookalike : spec.target,
      takenFor: decision === 'gather' ? spec.target : decision === 'leave' ? spec.lookalike : null,
      decision,
      outcome,
      score: scores[outcome],
      isPartRight: spec.drill === 'side by side' && outcome === 'right' ? random.next() < 0.85 : null,
      confidence: given.confidence
    });
  }
  for (const { person, days, from, skill, caution } of demo.rounds.learners)
    for (const [d, day] of days.entries()) {
      const random = createRandom(`results ${person} ${day}`);
      const roundId = idOf('round', `${person} ${day}`);
      const personId = idOf('person', person);
      const at = `${day}T19:00:00Z`;
      await insert(db, 'round', {
        id: roundId,
        personId: personId,
        walkId: idOf('walk', demo.rounds.walk),
        region,
        effectiveAt: at
      });
      const learner = { skill: from + ((skill - from) * d) / Math.max(days.length - 1, 1), caution };
      const specs = composeRound(
        frame,
        pairs,
        questionsEach,
        createRandom(`round ${seedOf(roundId)}`)
      ).filter(isOnPair);
      for (const [i, spec] of specs.entries())
        await answer(roundId, `${person} ${day} ${i}`, personId, i, spec, learner, at, random);
    }
  const ownQuestions = await storeOwnQuestions(db, library, demo, idOf);
  for (const { key, cohort, by, on, sat, questions, own, ...quiz } of demo.quizzes) {
    const quizId = idOf('quiz', key);
    const composed = composeRound(
      { ...frame, learner: anybody(pairs) },
      pairs,
      questions,
      createRandom(`round ${seedOf(quizId)}`)
    );
    const specs = [...composed, ...own.map((one) => ownQuestions.get(one)!)];
    await insert(db, 'quiz', {
      id: quizId,
      ...quiz,
      minutes: quiz.minutes ?? null,
      cohortId: idOf('cohort', cohort),
      walkId: idOf('walk', demo.rounds.walk),
      region,
      questions: JSON.stringify(specs),
      madeBy: idOf('person', by),
      effectiveAt: `${on}T18:00:00Z`,
      openedAt: `${on}T18:00:00Z`
    });
    for (const { person, on: day, ...learner } of sat) {
      const roundId = idOf('round', `quiz ${key} ${person}`);
      const at = `${day}T20:00:00Z`;
      await insert(db, 'round', {
        id: roundId,
        personId: idOf('person', person),
        walkId: idOf('walk', demo.rounds.walk),
        region,
        effectiveAt: at,
        quizId: quizId,
        phase: 'before',
        openedAt: at
      });
      const random = createRandom(`quiz ${key} ${person}`);
      for (const [i, spec] of specs.entries())
        await answer(
          roundId,
          `quiz ${key} ${person} ${i}`,
          idOf('person', person),
          i,
          spec,
          learner,
          at,
          random
        );
    }
  }
  for (const { person, by, on, ...signed } of demo.signOffs)
    await insert(db, 'sign_off', {
      id: idOf('sign-off', `${person} ${signed.pair} ${signed.step} ${on}`),
      personId: idOf('person', person),
      signedBy: idOf('person', by),
      effectiveAt: `${on}T15:00:00Z`,
      ...signed
    });
}

/** The first answer to a question of the school’s own that comes to an outcome; none to others. */
function ownGiven(library: Library, spec: Specification, outcome: Outcome): Given | undefined {
  if (spec.drill !== 'own question') return undefined;
  const posed = pose(library, spec, new Map())!;
  const answers = Array.from({ length: mostOptions }, (_, id): Given => ({
    drill: spec.drill,
    chosen: [id],
    typed: ''
  }));
  return answers.find((given) => posed.grade(given, []).outcome === outcome);
}

/** Drawings that become pictures of questions are made so much larger. */
const pictureScale = 2;
const drawing = { width: 620, height: 440 };

/** @returns the questions that the school has written, as quizzes ask them, by their keys */
async function storeOwnQuestions(
  db: SchoolDb,
  library: Library,
  { ownQuestions }: Demo,
  idOf: IdOf
): Promise<ReadonlyMap<string, Specification>> {
  const stored = new Map<string, Specification>();
  for (const { key, by, on, plate, answer, ...words } of ownQuestions) {
    const id = idOf('own question', key);
    const made = { madeBy: idOf('person', by), effectiveAt: `${on}T18:00:00Z` };
    const [width, height] = [pictureScale * drawing.width, pictureScale * drawing.height];
    const picture = plate && { id: idOf('question picture', key), width, height, words: plate.words };
    if (plate && picture) {
      const { taxon, stage } = plantOf(library, plate.taxon, plate.stage)!;
      const svg = renderPlate(composePlate(library, taxon, stage, plate.seed, ['whole'], drawing));
      const jpeg = await sharp(Buffer.from(svg), { density: 72 * pictureScale })
        .flatten({ background: '#ffffff' })
        .jpeg({ quality: 82 })
        .toBuffer();
      await insert(db, 'question_picture', { id: picture.id, jpeg, width, height, ...made });
    }
    const question = WrittenQuestion.parse({
      ...words,
      picture,
      answer:
        answer.kind === 'spot'
          ? {
              ...answer,
              options: answer.options.map((one) => ({
                ...one,
                shape: inUnits(one.shape, pictureScale, pictureScale)
              }))
            }
          : answer
    });
    await insert(db, 'own_question', { id, body: JSON.stringify(question), ...made });
    stored.set(key, { drill: 'own question', id, question, seed: seedOf(id) % 2 ** 31 });
  }
  return stored;
}

/** Rounds that a group has answered together, and pictures by which its school keeps plants in mind. */
export async function loadClassroom(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  const [region] = demo.school.regions as [string];
  const library = await libraryOf(db, region);
  const walkId = idOf('walk', demo.rounds.walk);
  const pairs = await pairsOfWalk(db, { id: walkId, region });
  for (const { key, name, by, on, specimens, openAt, phones } of demo.groupRounds) {
    const id = idOf('group round', key);
    const code = codeOf(Buffer.from(id.replaceAll('-', ''), 'hex').subarray(0, 4));
    const at = Date.parse(`${on}T18:00:00Z`);
    const frame = {
      library,
      context: pairs,
      rules: { mayDig: false, scentCounts: true },
      isoDate: on,
      buffers: {},
      learner: anybody(pairs),
      now: db.now
    };
    const specs = composeRoundOfKind(frame, pairs, specimens, 'side by side', createRandom(`group ${key}`));
    await insert(db, 'group_round', {
      id,
      name,
      walkId,
      region,
      ledBy: idOf('person', by),
      code,
      // Each specimen is asked, divided and told.
      step: openAt ? 3 * openAt - 2 : 3 * specs.length + 1,
      phase: openAt ? 'asked' : 'closed',
      position: openAt ?? specs.length,
      effectiveAt: new Date(at),
      closedAt: openAt ? undefined : new Date(at + 1_800_000)
    });
    if (openAt)
      await db.query(
        `insert into group_code (code, school_id, round_id, until) values ($1, $2, $3, now() + interval '10 years')
         on conflict do nothing`,
        [code, db.schoolId, id]
      );
    for (const [i, specification] of specs.entries())
      await insert(db, 'group_question', { roundId: id, position: i + 1, specification });
    for (const [nth, phone] of phones.entries()) {
      const seatId = idOf('group seat', `${key} ${phone.name}`);
      await insert(db, 'group_seat', {
        id: seatId,
        roundId: id,
        name: phone.name,
        tokenHash: createHash('sha256').update(seatId).digest()
      });
      const random = createRandom(`group ${key} ${phone.name}`);
      const answered = openAt ? openAt - (nth < 0.75 * phones.length ? 0 : 1) : specs.length;
      for (const [i, spec] of specs.slice(0, answered).entries()) {
        const asked = groupQuestion(library, spec as PairSpecification)!;
        const choice = groupChoice(asked.worth, phone, random);
        const letter = asked.letters.find(({ tells }) => tells === random.next() < phone.skill)?.letter;
        await insert(db, 'group_answer', {
          id: idOf('group answer', `${key} ${phone.name} ${i}`),
          roundId: id,
          position: i + 1,
          seatId,
          choice,
          part: choice === 'cannot tell' ? undefined : letter,
          confidence: random.next() < phone.skill ? 'sure' : 'fairly sure',
          effectiveAt: new Date(at + 180_000 * (i + 1))
        });
      }
    }
  }
  for (const { by, on, states, ...picture } of demo.memoryPictures)
    await insert(db, 'memory_picture', {
      id: idOf('memory picture', `${picture.taxon} ${picture.words}`),
      ...picture,
      states: JSON.stringify(states),
      madeBy: idOf('person', by),
      effectiveAt: `${on}T18:00:00Z`
    });
}

/** What a phone of some skill answers: the right thing, else caution, else the wrong one. */
function groupChoice(
  worth: Readonly<Record<Choice, Outcome>>,
  { skill, caution }: { readonly skill: number; readonly caution: number },
  random: Random
): Choice {
  if (random.next() < skill) return choices.find((choice) => worth[choice] === 'right')!;
  if (random.next() < caution) return 'cannot tell';
  return choices.find((choice) => isError(worth[choice]))!;
}

/** What learners have written, each in the evening of its day, and what was answered a day later. */
export async function loadNotebooks(db: SchoolDb, { notebooks }: Demo, idOf: IdOf): Promise<void> {
  for (const { person, kind, on, words, taxon, place, shared, answer } of notebooks)
    await insert(db, 'notebook_entry', {
      id: idOf('notebook entry', `${person} ${on} ${kind}`),
      personId: idOf('person', person),
      kind,
      taxon,
      words,
      place,
      seenOn: on,
      isShared: shared,
      answer: answer?.words,
      answeredBy: answer && idOf('person', answer.by),
      answeredAt: answer && new Date(Date.parse(`${on}T18:00:00Z`) + 86_400_000),
      effectiveAt: `${on}T18:00:00Z`
    });
}
