import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { withSchool } from '../../src/lib/server/database/school';
import { erasePerson } from '../../src/lib/server/school/people';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase, demo } from '../support/database';

/** What a learner sees of the course, says at patches where the school allows it, and what goes when one is erased. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let instructor: Client;
let learner: Client;
let superuser: pg.Client;

const query = async <T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await superuser.query<T>(text, values)).rows;
const idOf = async (text: string): Promise<string> => (await query<{ id: string }>(text))[0]!.id;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  superuser = new pg.Client({ connectionString: database.superuser });
  await superuser.connect();
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [instructor, learner] = await Promise.all([
    signedIn(server.origin, 'instructor'),
    signedIn(server.origin, 'learner')
  ]);
});
afterAll(async () => {
  await superuser.end();
  await server.stop();
  await database.drop();
});

describe('a course', () => {
  it('says what was new, what was met again, and who came', async () => {
    const hill = await idOf("select id from cohort where name = 'Hill group'");
    const page = await instructor.words(`/walks/course/${hill}`);
    expect(page).toMatch(/Meadow and hazels in May New: Common sorrel ?, Lords-and-ladies/);
    expect(page).toMatch(/Dara Killeavy (here )+1 of 1 recorded meeting/);
  });

  it('shows those who learn in it their own name, and others nothing', async () => {
    const other = await idOf("select id from cohort where name = 'Second-year group'");
    expect((await learner.fetch(`/walks/course/${other}`)).status).toBe(404);
    const own = await idOf(
      `select cohort_id as id from cohort_member join person on person.id = person_id
        join walk using (cohort_id) where person.name = 'Imke Sandvoss' limit 1`
    );
    const page = await learner.words(`/walks/course/${own}`);
    expect(page).toContain('What comes');
    expect(page).not.toContain('Dara Killeavy');
    expect((await learner.fetch(`/walks/course/${uuid()}`)).status).toBe(404);
  });
});

describe('what is up, said by learners', () => {
  const stopOf = (abundance: string) =>
    query<{ site: string; patch: string; taxon: string }>(
      `select patch.site_id as site, patch.id as patch, patch.taxon from patch
         join stop on stop.patch_id = patch.id join walk on walk.id = stop.walk_id
         join cohort_member member on member.cohort_id = walk.cohort_id
         join person on person.id = member.person_id and person.name = 'Imke Sandvoss'
        where patch.abundance ${abundance} and patch.taxon = 'allium-ursinum' limit 1`
    );
  const say = (at: { site: string; patch: string }) =>
    learner.send([
      {
        id: uuid(),
        at: '2027-04-24T10:00:00Z',
        kind: 'sighting',
        siteId: at.site,
        patchId: at.patch,
        stage: 'leaf',
        says: 'there',
        seenOn: '2027-04-23'
      }
    ]);
  const answer = async (response: Response) => JSON.stringify(await response.json());

  it('is not open until the school allows it', async () => {
    const [at] = await stopOf("<> 'rare'");
    expect((await learner.fetch(`/ground/${at!.site}/scout`)).status).toBe(403);
    expect(await answer(await say(at!))).toContain('Only those who teach note what is up there.');
    expect(await learner.words('/notebook')).not.toContain('say what is up');
  });

  it('is kept at the patches of their walks, without places and without rare ones', async () => {
    await superuser.query(
      `update school set policy = policy || '{"learnersScout": "at the patches of their walks"}'`
    );
    const [at] = await stopOf("<> 'rare'");
    expect(await learner.words('/notebook')).toContain('lets you say what is up');
    const page = await learner.text(`/ground/${at!.site}/scout`);
    expect(page).toContain('Ramsons carpet');
    const [place] = await query<{ longitude: number }>('select longitude from patch where id = $1', [
      at!.patch
    ]);
    expect(page).not.toContain(String(place!.longitude).slice(0, 7));
    expect(page).not.toContain('Something new');
    expect(await answer(await say(at!))).not.toContain('problem');
    expect(
      await query(
        "select 1 from sighting join person on person.id = seen_by where person.name = 'Imke Sandvoss'"
      )
    ).toHaveLength(1);
    // A patch that no walk of theirs stops at, and one that has become rare.
    const [other] = await query<{ site: string; patch: string }>(
      `select site_id as site, id as patch from patch where taxon = 'urtica-dioica'
          and id not in (select patch_id from stop where patch_id is not null) limit 1`
    );
    expect(await answer(await say(other!))).toContain('Only those who teach');
    await superuser.query("update patch set abundance = 'rare' where id = $1", [at!.patch]);
    expect(await answer(await say(at!))).toContain('Only those who teach note what is up there.');
  });
});

describe('a person who is erased', () => {
  it('takes notebook, tastings and tasks along, and leaves batches and cookings to nobody by name', async () => {
    const inDemo = <T>(work: Parameters<typeof withSchool<T>>[1]) => withSchool(demo.schoolId, work);
    await learner.post('/notebook?/add', { kind: 'find', words: 'Mine alone.', seenOn: '2027-04-20' });
    const imke = await idOf("select id from person where name = 'Imke Sandvoss'");
    const ruth = await idOf("select id from person where name = 'Ruth Penhale'");
    const made = () => query('select id from batch_event');
    const before = (await made()).length;
    expect(await query('select 1 from batch_event where done_by = $1', [ruth])).not.toHaveLength(0);
    expect(await inDemo((db) => erasePerson(db, imke))).toBeUndefined();
    expect(await query('select 1 from notebook_entry where person_id = $1', [imke])).toHaveLength(0);
    expect(
      await query("select 1 from walk_event where kind = 'tasting' and body ->> 'person' = $1", [imke])
    ).toHaveLength(0);
    expect(await inDemo((db) => erasePerson(db, ruth))).toBeUndefined();
    expect(await made()).toHaveLength(before);
    const id = await idOf("select id from batch where way = 'boil'");
    const page = await instructor.words(`/making/batches/${id}`);
    expect(page).not.toContain('Ruth Penhale');
    expect(page).toContain('taken out');
  });
});
