import { composeRound, isOnPair, newLearner, simulateAnswer } from '../src/core/learning';
import { createRandom, seedOf } from '../src/core/random';
import { pairsOfWalk } from '../src/lib/server/drills';
import { libraryOf } from '../src/lib/server/library';
import type { SchoolDb } from '../src/lib/server/school';
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
      const specs = composeRound(frame, pairs, questionsEach, seedOf(roundId)).filter(isOnPair);
      for (const [i, spec] of specs.entries()) {
        const questionId = idOf('question', `${person} ${day} ${i}`);
        const answer = simulateAnswer(spec, learner, random);
        await insert('question', {
          id: questionId,
          round_id: roundId,
          position: i + 1,
          specification: JSON.stringify(spec)
        });
        await insert('answer_event', {
          id: idOf('answer', `${person} ${day} ${i}`),
          question_id: questionId,
          person_id: personId,
          effective_at: new Date(Date.parse(at) + i * 30_000),
          body: JSON.stringify({ invented: true, given: answer.given }),
          drill: spec.drill,
          unit: answer.unit,
          pair: answer.pair,
          specimen_stage: answer.unit.split('@')[1],
          is_dangerous_specimen: answer.isDangerousSpecimen,
          could_be_told: true,
          specimen: answer.isDangerousSpecimen ? spec.lookalike : spec.target,
          taken_for:
            answer.decision === 'gather' ? spec.target : answer.decision === 'leave' ? spec.lookalike : null,
          decision: answer.decision,
          outcome: answer.outcome,
          score: scores[answer.outcome],
          is_part_right:
            spec.drill === 'side by side' && answer.outcome === 'right' ? random.next() < 0.85 : null,
          seconds: Math.round(random.between(6, 24)),
          confidence: answer.given.confidence
        });
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
