import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { claimsOf } from '../../src/core/knowledge';
import {
  addSource,
  citations,
  confirmedClaims,
  confirmingQueue,
  disagreements,
  enterOpinions,
  listSources,
  removeSource
} from '../../src/lib/server/library/bookshelf';
import { libraryOf } from '../../src/lib/server/library/library';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import type { Viewer } from '../../src/lib/server/accounts';
import { type TestDatabase, cloneDatabase, demo, demoViewer } from '../support/database';
import { homeRegion } from '../support/content';

let database: TestDatabase;
let owner: Viewer;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  owner = await demoViewer('owner');
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const claimsIn = (db: SchoolDb, slug: string) =>
  libraryOf(db, homeRegion).then((library) => claimsOf(library.taxa.get(slug)!));
const sourceNamed = async (db: SchoolDb, words: string) =>
  (await listSources(db)).find(({ citation }) => citation.includes(words))!;
const queue = () => inDemo(async (db) => confirmingQueue(db, await libraryOf(db, homeRegion), owner.today));

describe('the queue', () => {
  it('puts what the next walk plans first, then what is dangerously taken for it, then the rest by harm', async () => {
    const waiting = await queue();
    const groups = waiting.map(({ walk }) => (walk ? walk.isoDate : '9999'));
    expect(groups).toEqual([...groups].sort());
    const [first] = groups;
    const ofFirst = waiting.filter(({ walk }) => walk?.isoDate === first);
    expect(ofFirst.map(({ walk }) => walk!.asLookalike)).toEqual(
      ofFirst.map(({ walk }) => walk!.asLookalike).sort((a, b) => Number(a) - Number(b))
    );
    const rest = waiting
      .filter(({ walk }) => !walk)
      .map(({ taxon }) => Math.max(taxon.eatenSeverity, taxon.contactSeverity));
    expect(rest).toEqual([...rest].sort((a, b) => b - a));
  });

  it('holds only taxa with open claims, and says how many', async () => {
    const waiting = await queue();
    expect(waiting.map(({ taxon }) => taxon.slug)).not.toContain('allium-ursinum');
    for (const { open, claims } of waiting) {
      expect(open).toBeGreaterThan(0);
      expect(open).toBeLessThanOrEqual(claims);
    }
  });

  it('lets a taxon go once each of its claims has two sources', async () => {
    await inDemo(async (db) => {
      const [a, b] = [await sourceNamed(db, 'Hedgerows'), await sourceNamed(db, 'Careful Gatherer')];
      const opinions = (await claimsIn(db, 'digitalis-purpurea')).flatMap(({ hash }) =>
        [a.id, b.id].map((source) => ({ claim: hash, source, says: 'agrees' as const }))
      );
      expect(await enterOpinions(db, owner.personId, opinions)).toEqual({
        entered: opinions.length,
        disputed: 0
      });
      // Entered once more it is nothing new.
      expect(await enterOpinions(db, owner.personId, opinions)).toEqual({ entered: 0, disputed: 0 });
    });
    expect((await queue()).map(({ taxon }) => taxon.slug)).not.toContain('digitalis-purpurea');
  });
});

describe('what a source says', () => {
  const claim = (db: SchoolDb) => claimsIn(db, 'allium-ursinum').then(([first]) => first!.hash);
  const count = () => inDemo(async (db) => (await confirmedClaims(db)).get(await claim(db)) ?? 0);

  it('otherwise makes the claim count as unconfirmed, with both shown, until it is taken back', async () => {
    expect(await count()).toBe(2);
    const expert = await inDemo((db) => sourceNamed(db, 'Farraway'));
    const say = (says: 'nothing' | { otherwise: string }) =>
      inDemo(async (db) =>
        enterOpinions(db, owner.personId, [{ claim: await claim(db), source: expert.id, says }])
      );
    await say({ otherwise: 'Worse than that.' });
    expect(await count()).toBe(0);
    await inDemo(async (db) => {
      expect((await disagreements(db)).get(await claim(db))).toEqual([
        { sourceId: expert.id, citation: expert.citation, says: 'Worse than that.' }
      ]);
      expect((await citations(db)).get(await claim(db))).toHaveLength(2);
    });
    await say('nothing');
    expect(await count()).toBe(2);
  });

  it('keeps every word that was entered, with who entered it', async () => {
    const { rows } = await inDemo(async (db) =>
      db.query(
        'select says, otherwise from opinion where claim_hash = $1 and entered_by = $2 order by recorded_at, id',
        [await claim(db), owner.personId]
      )
    );
    expect(rows.slice(-2)).toEqual([
      { says: 'otherwise', otherwise: 'Worse than that.' },
      { says: 'nothing', otherwise: null }
    ]);
  });

  it('counts once with what it was copied from', async () => {
    const hash = await inDemo(async (db) => (await claimsIn(db, 'berula-erecta'))[0]!.hash);
    const agree = (words: string) =>
      inDemo(async (db) =>
        enterOpinions(db, owner.personId, [
          { claim: hash, source: (await sourceNamed(db, words)).id, says: 'agrees' }
        ])
      );
    const confirmed = () => inDemo(async (db) => (await confirmedClaims(db)).get(hash) ?? 0);
    await inDemo(async (db) => {
      const original = await sourceNamed(db, 'Careful Gatherer');
      await addSource(db, { kind: 'handbook', citation: 'A reprint of it (invented)', copyOf: original.id });
    });
    await agree('Careful Gatherer');
    await agree('A reprint of it');
    expect(await confirmed()).toBe(1);
    await agree('Hedgerows');
    expect(await confirmed()).toBe(2);
  });
});

describe('the bookshelf', () => {
  it('takes a book once, whatever its capitals', async () => {
    const add = (citation: string) => inDemo((db) => addSource(db, { kind: 'flora', citation }));
    expect(await add('Marsh plants (invented)')).toBe(true);
    expect(await add('MARSH PLANTS (invented)')).toBe(false);
  });

  it('lets go of a source of which nothing was entered, and of no other', async () => {
    await inDemo(async (db) => {
      expect(await removeSource(db, (await sourceNamed(db, 'Marsh plants')).id)).toBe(true);
      expect(await removeSource(db, (await sourceNamed(db, 'Hedgerows')).id)).toBe(false);
    });
  });
});
