import { readFileSync } from 'node:fs';
import { v5 as uuidFrom } from 'uuid';
import { parse } from 'yaml';
import {
  type Claim,
  LibraryDocument,
  readStored,
  cellAt,
  cellHash,
  claimsOf,
  compileLibrary,
  scopeOf
} from '../src/core/knowledge';
import { keepWarmth } from '../src/lib/server/season/warmth';
import { readStation, stationName } from '../src/lib/server/season/weather-station';
import { closePool } from '../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../src/lib/server/database/school';
import { insert } from '../src/lib/server/database/insert';
import type { IdOf } from './demo-place';
import { Demo } from './demo-schema';
import { loadFieldDays, takeAlong } from './demo-field';
import { loadMaking } from './demo-making';
import { loadClassroom, loadNotebooks, loadResults } from './demo-results';
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
        await takeAlong(db, demo, idOf);
        await loadResults(db, demo, idOf);
        await loadClassroom(db, demo, idOf);
        await loadNotebooks(db, demo, idOf);
        await loadMaking(db, demo, idOf);
        await keepWarmth(db, idOf('site', 'wood'), readStation('2027-12-31', 54.3), stationName);
        await db.query('update school set demo_date = $1', [demo.school.demoDate]);
      });
    }
    await loadFieldDays(schoolId, demo, idOf);
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
  const { school } = demo;
  const { rows } = await db.query<{ region: string; document: unknown }>(
    'select region, document from release_library where hash = $1 and region = any ($2)',
    [libraryHash, school.regions]
  );
  const releases = new Map(
    rows.map(({ region, document }) => [region, readStored(LibraryDocument, document)])
  );
  const release = releases.get(school.regions[0]!)!;
  const libraries = school.regions.map((region) => compileLibrary(releases.get(region)!).library);
  const taxonOf = (slug: string) => libraries.flatMap(({ taxa }) => taxa.get(slug) ?? [])[0]!;
  await insert(db, 'school', {
    name: school.name,
    timeZone: school.timeZone,
    libraryHash: libraryHash,
    regions: school.regions,
    isDemo: true,
    emergencyNumbers: JSON.stringify(school.emergencyNumbers),
    insuranceUntil: school.insuranceUntil
  });
  for (const { key, name, role, minor, guardian, firstAid } of demo.people)
    await insert(db, 'person', {
      id: idOf('person', key),
      name,
      role,
      isMinor: minor,
      guardianName: guardian ?? null,
      guardianConsentOn: guardian ? '2027-03-20' : null,
      firstAidUntil: firstAid ?? null
    });
  for (const { key, name, level, members } of demo.cohorts) {
    await insert(db, 'cohort', { id: idOf('cohort', key), name, level });
    for (const member of members)
      await insert(db, 'cohort_member', { cohortId: idOf('cohort', key), personId: idOf('person', member) });
  }
  for (const { key, kind, citation } of demo.bookshelf)
    await insert(db, 'source', { id: idOf('source', key), kind, citation });
  const says = (claim: Claim, source: string, otherwise?: string) =>
    insert(db, 'opinion', {
      id: idOf('opinion', `${claim.hash} ${source}`),
      claimHash: claim.hash,
      sourceId: idOf('source', source),
      says: otherwise ? 'otherwise' : 'agrees',
      otherwise: otherwise ?? null,
      enteredBy: idOf('person', 'owner'),
      effectiveAt: '2027-03-15T12:00:00Z'
    });
  for (const { taxon, sources, claims } of demo.confirmations)
    for (const claim of claimsOf(taxonOf(taxon)).filter(({ kind }) => claims.includes(kind)))
      for (const source of sources) await says(claim, source);
  for (const { taxon, hazard, source, otherwise } of demo.disagreements) {
    const claim = claimsOf(taxonOf(taxon)).find(
      (one) => one.kind === 'hazard' && one.hazard.route === hazard
    );
    await says(claim!, source, otherwise);
  }
  for (const [i, { taxon, path, value, reason }] of demo.corrections.entries())
    await insert(db, 'library_edit', {
      id: idOf('edit', `${taxon} ${path}`),
      version: i + 1,
      taxon,
      path,
      region: school.regions[0]!,
      scope: scopeOf(path, school.regions[0]!),
      kind: 'set',
      value: JSON.stringify(value),
      baseHash:
        cellHash(
          cellAt(
            release.taxa.find(({ slug }) => slug === taxon),
            path
          )
        ) ?? null,
      beforeKind: 'withdraw',
      reason,
      editedBy: idOf('person', 'instructor'),
      effectiveAt: '2027-03-20T12:00:00Z'
    });
  await loadSites(db, demo, idOf);
  await insertWalks(db, demo, idOf);
}
