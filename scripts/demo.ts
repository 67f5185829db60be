import { readFileSync } from 'node:fs';
import { v5 as uuidFrom } from 'uuid';
import { parse } from 'yaml';
import {
  type Claim,
  LibraryDocument,
  cellAt,
  cellHash,
  claimsOf,
  compileLibrary
} from '../src/core/knowledge';
import { composeRound, judge, pairKey } from '../src/core/learning';
import { createRandom } from '../src/core/random';
import { keepWarmth } from '../src/lib/server/warmth';
import { readStation, stationName } from '../src/lib/server/weather-station';
import { closePool } from '../src/lib/server/pool';
import { pairsOfWalk } from '../src/lib/server/drills';
import { type SchoolDb, withSchool } from '../src/lib/server/school';
import type { IdOf } from './demo-place';
import { Demo } from './demo-schema';
import { loadSites } from './demo-sites';
import { insertWalks, liftStops, publishWalks } from './demo-walks';
import { createAccount, hasAccounts, isEmailTaken } from '../src/lib/server/sign-in';

/** The invented demo school. Its ids follow from its keys, so that an interrupted load can be taken up again. */

export async function loadDemo(libraryHash: string, path: string): Promise<void> {
  const demo = Demo.parse(parse(readFileSync(path, 'utf8')));
  const { id: schoolId } = demo.school;
  const idOf = (kind: string, key: string) => uuidFrom(`${kind} ${key}`, schoolId);
  try {
    const isLoaded = await withSchool(schoolId, async (db) =>
      Boolean((await db.query('select 1 from school')).rowCount)
    );
    if (!isLoaded) {
      // Somebody has set up a school of their own: it stays alone.
      if (await hasAccounts()) return;
      await withSchool(schoolId, async (db) => {
        await loadSchool(db, demo, libraryHash, idOf);
        await liftStops(db, demo, idOf);
        await publishWalks(db, demo, idOf);
        await loadResults(db, demo, idOf);
        await keepWarmth(db, idOf('site', 'wood'), readStation('2027-12-31'), stationName);
        await db.query('update school set demo_date = $1', [demo.school.demoDate]);
      });
    }
    for (const { key, email } of demo.people)
      if (email && !(await isEmailTaken(email)))
        await createAccount(schoolId, idOf('person', key), email, demo.password);
  } finally {
    await closePool();
  }
}

async function loadSchool(db: SchoolDb, demo: Demo, libraryHash: string, idOf: IdOf): Promise<void> {
  const { schoolId } = db;
  const { school } = demo;
  const { rows } = await db.query<{ document: unknown }>(
    'select document from library_release where hash = $1',
    [libraryHash]
  );
  const release = LibraryDocument.parse(rows[0]!.document);
  const { library } = compileLibrary(release);
  const insert = (table: string, row: Record<string, unknown>) => {
    const columns = Object.keys(row);
    return db.query(
      `insert into ${table} (school_id, ${columns.join(', ')}) values ($1, ${columns.map((_, i) => `$${i + 2}`).join(', ')})`,
      [schoolId, ...Object.values(row)]
    );
  };
  await insert('school', {
    name: school.name,
    time_zone: school.timeZone,
    library_hash: libraryHash,
    is_demo: true,
    emergency_numbers: JSON.stringify(school.emergencyNumbers),
    insurance_until: school.insuranceUntil
  });
  for (const { key, name, role, minor, guardian, firstAid } of demo.people)
    await insert('person', {
      id: idOf('person', key),
      name,
      role,
      is_minor: minor,
      guardian_name: guardian ?? null,
      guardian_consent_on: guardian ? '2027-03-20' : null,
      first_aid_until: firstAid ?? null
    });
  for (const { key, name, level, members } of demo.cohorts) {
    await insert('cohort', { id: idOf('cohort', key), name, level });
    for (const member of members)
      await insert('cohort_member', { cohort_id: idOf('cohort', key), person_id: idOf('person', member) });
  }
  for (const { key, kind, citation } of demo.bookshelf)
    await insert('source', { id: idOf('source', key), kind, citation });
  const says = (claim: Claim, source: string, otherwise?: string) =>
    insert('opinion', {
      id: idOf('opinion', `${claim.hash} ${source}`),
      claim_hash: claim.hash,
      source_id: idOf('source', source),
      says: otherwise ? 'otherwise' : 'agrees',
      otherwise: otherwise ?? null,
      entered_by: idOf('person', 'owner'),
      effective_at: '2027-03-15T12:00:00Z'
    });
  for (const { taxon, sources, claims } of demo.confirmations)
    for (const claim of claimsOf(library.taxa.get(taxon)!).filter(({ kind }) => claims.includes(kind)))
      for (const source of sources) await says(claim, source);
  for (const { taxon, hazard, source, otherwise } of demo.disagreements) {
    const claim = claimsOf(library.taxa.get(taxon)!).find(
      (one) => one.kind === 'hazard' && one.hazard.route === hazard
    );
    await says(claim!, source, otherwise);
  }
  for (const [i, { taxon, path, value, reason }] of demo.corrections.entries())
    await insert('library_edit', {
      id: idOf('edit', `${taxon} ${path}`),
      version: i + 1,
      taxon,
      path,
      kind: 'set',
      value: JSON.stringify(value),
      base_hash:
        cellHash(
          cellAt(
            release.taxa.find(({ slug }) => slug === taxon),
            path
          )
        ) ?? null,
      before_kind: 'withdraw',
      reason,
      edited_by: idOf('person', 'instructor'),
      effective_at: '2027-03-20T12:00:00Z'
    });
  await loadSites(demo, idOf, insert);
  await insertWalks(demo, idOf, insert);
}

/** Invented answers: each learner is right with the chance that is called skill. */
async function loadResults(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  const { walk, days, learners, skills } = demo.rounds;
  const pairs = await pairsOfWalk(db, idOf('walk', walk));
  for (const key of learners) {
    const skill = skills[key] ?? demo.people.find((person) => person.key === key)?.skill ?? 0.7;
    for (const [d, day] of days.entries()) {
      const random = createRandom(`results ${key} ${day}`);
      const roundId = idOf('round', `${key} ${day}`);
      const personId = idOf('person', key);
      const at = `${day}T19:00:00Z`;
      await db.query(
        'insert into round (school_id, id, person_id, walk_id, effective_at) values ($1, $2, $3, $4, $5)',
        [db.schoolId, roundId, personId, idOf('walk', walk), at]
      );
      const questions = composeRound(pairs, new Map(), new Date(at), 10, d + random.integer(1, 1e6)).filter(
        ({ partial }) => !partial
      );
      for (const [i, question] of questions.entries()) {
        const questionId = idOf('question', `${key} ${day} ${i}`);
        await db.query(
          'insert into question (school_id, id, round_id, position, specification) values ($1, $2, $3, $4, $5)',
          [db.schoolId, questionId, roundId, i + 1, question]
        );
        const isRight = random.next() < skill + 0.04 * d;
        const other = question.specimen === 'target' ? 'lookalike' : 'target';
        const choice = isRight ? question.specimen : random.next() < 0.55 ? 'cannot tell' : other;
        await db.query(
          `insert into answer_event (school_id, id, question_id, person_id, effective_at, body, pair, specimen_stage, is_dangerous_specimen, outcome, is_part_right, seconds, confidence)
           values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`,
          [
            db.schoolId,
            idOf('answer', `${key} ${day} ${i}`),
            questionId,
            personId,
            new Date(Date.parse(at) + i * 30_000),
            { invented: true, choice },
            pairKey(question),
            question[`${question.specimen}Stage`],
            question.specimen === 'lookalike',
            judge(choice, question.specimen, true),
            isRight && random.next() < 0.8,
            Math.round(random.between(6, 22)),
            isRight ? 'sure' : 'fairly sure'
          ]
        );
      }
    }
  }
}
