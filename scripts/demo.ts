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
import { keepWarmth } from '../src/lib/server/season/warmth';
import { readStation, stationName } from '../src/lib/server/season/weather-station';
import { closePool } from '../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../src/lib/server/database/school';
import type { IdOf } from './demo-place';
import { Demo } from './demo-schema';
import { loadResults } from './demo-results';
import { loadSites } from './demo-sites';
import { insertWalks, liftStops, publishWalks } from './demo-walks';
import { createAccount, hasAccounts, isEmailTaken } from '../src/lib/server/accounts';

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
    for (const { key, name, email } of demo.people) {
      if (!email || (await isEmailTaken(email))) continue;
      // Who was erased meanwhile, or got another role, stays as they are.
      const id = idOf('person', key);
      const isThere = await withSchool(schoolId, async (db) =>
        Boolean(
          (await db.query("select from person where id = $1 and name = $2 and role <> 'guest'", [id, name]))
            .rowCount
        )
      );
      if (isThere) await createAccount(schoolId, id, email, demo.password);
    }
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
