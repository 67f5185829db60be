import {
  type Specification,
  anybody,
  composeRound,
  isOnPair,
  newLearner,
  otherUnit
} from '../src/core/learning';
import { type SimulatedLearner, simulateAnswer } from './simulated-learner';
import { type Random, createRandom, seedOf } from '../src/core/random';
import { pairsOfWalk } from '../src/lib/server/learning/drills';
import { libraryOf } from '../src/lib/server/library/library';
import type { SchoolDb } from '../src/lib/server/database/school';
import type { IdOf } from './demo-place';
import type { Demo } from './demo-schema';

const questionsEach = 16;
const scores = { right: 1, left: 0.5, missed: 0, 'dangerous gather': 0 } as const;

/** Invented answers and results on living plants: each learner answers as a simulated one of that skill. */
export async function loadResults(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  const library = await libraryOf(db);
  const pairs = await pairsOfWalk(db, idOf('walk', demo.rounds.walk));
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
  const insert = (table: string, row: Record<string, unknown>) => {
    const columns = Object.entries({ school_id: db.schoolId, ...row });
    return db.query(
      `insert into ${table} (${columns.map(([name]) => name).join(', ')})
       values (${columns.map((_, i) => `$${i + 1}`).join(', ')})`,
      columns.map(([, value]) => value)
    );
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
    await insert('question', {
      id: questionId,
      round_id: roundId,
      position: i + 1,
      specification: JSON.stringify(spec)
    });
    const common = {
      id: idOf('answer', key),
      question_id: questionId,
      person_id: personId,
      effective_at: new Date(Date.parse(at) + i * 30_000),
      drill: spec.drill,
      seconds: Math.round(random.between(6, 24))
    };
    if (!isOnPair(spec)) {
      const outcome = random.next() < learner.skill ? 'right' : 'missed';
      await insert('answer_event', {
        ...common,
        body: JSON.stringify({ invented: true }),
        unit: otherUnit('season', 'invented', String(spec.seed)),
        is_dangerous_specimen: false,
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
    await insert('answer_event', {
      ...common,
      body: JSON.stringify({ invented: true, given }),
      unit,
      pair,
      specimen_stage: unit.split('@')[1],
      is_dangerous_specimen: isDangerousSpecimen,
      could_be_told: true,
      specimen: isDangerousSpecimen ? spec.lookalike : spec.target,
      taken_for: decision === 'gather' ? spec.target : decision === 'leave' ? spec.lookalike : null,
      decision,
      outcome,
      score: scores[outcome],
      is_part_right: spec.drill === 'side by side' && outcome === 'right' ? random.next() < 0.85 : null,
      confidence: given.confidence
    });
  }
  for (const { person, days, from, skill, caution } of demo.rounds.learners)
    for (const [d, day] of days.entries()) {
      const random = createRandom(`results ${person} ${day}`);
      const roundId = idOf('round', `${person} ${day}`);
      const personId = idOf('person', person);
      const at = `${day}T19:00:00Z`;
      await insert('round', {
        id: roundId,
        person_id: personId,
        walk_id: idOf('walk', demo.rounds.walk),
        effective_at: at
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
  for (const { key, cohort, by, on, sat, questions, ...quiz } of demo.quizzes) {
    const quizId = idOf('quiz', key);
    const specs = composeRound(
      { ...frame, learner: anybody(pairs) },
      pairs,
      questions,
      createRandom(`round ${seedOf(quizId)}`)
    );
    await insert('quiz', {
      id: quizId,
      ...quiz,
      minutes: quiz.minutes ?? null,
      cohort_id: idOf('cohort', cohort),
      walk_id: idOf('walk', demo.rounds.walk),
      questions: JSON.stringify(specs),
      made_by: idOf('person', by),
      effective_at: `${on}T18:00:00Z`
    });
    for (const { person, on: day, ...learner } of sat) {
      const roundId = idOf('round', `quiz ${key} ${person}`);
      const at = `${day}T20:00:00Z`;
      await insert('round', {
        id: roundId,
        person_id: idOf('person', person),
        walk_id: idOf('walk', demo.rounds.walk),
        effective_at: at,
        quiz_id: quizId,
        phase: 'before',
        opened_at: at
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
    await insert('sign_off', {
      id: idOf('sign-off', `${person} ${signed.pair} ${signed.step} ${on}`),
      person_id: idOf('person', person),
      signed_by: idOf('person', by),
      effective_at: `${on}T15:00:00Z`,
      ...signed
    });
}
