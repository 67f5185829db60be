import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { publishBrief, readBrief } from '../../src/lib/server/walk/briefs';
import { asEml, listMessages, queueMessage } from '../../src/lib/server/school/outbox';
import { listPatches, savePatchDetails } from '../../src/lib/server/ground/patches';
import { readPlan } from '../../src/lib/server/walk/plan';
import { closePool } from '../../src/lib/server/database/database';
import { type SchoolDb, withSchool } from '../../src/lib/server/database/school';
import { readSettings, saveSettings, setDemoDate } from '../../src/lib/server/school/schools';
import type { Viewer } from '../../src/lib/server/accounts';
import { addTaxon, changeTaxon, listStops, removeTaxon } from '../../src/lib/server/walk/stops';
import { listWalks } from '../../src/lib/server/walk/walks';
import { type TestDatabase, cloneDatabase, demo, demoViewer, planned, plannedId } from '../support/database';

let database: TestDatabase;
let instructor: Viewer;
let walkId: string;
const inDemo = <T>(work: (db: SchoolDb) => Promise<T>) => withSchool(demo.schoolId, work);

beforeAll(async () => {
  database = await cloneDatabase('demo');
  process.env['DATABASE_URL'] = database.app;
  instructor = await demoViewer('instructor');
  const walks = await inDemo((db) => listWalks(db, instructor));
  walkId = walks.find(({ name }) => name === 'Wood in leaf')!.id;
});
afterAll(async () => {
  await closePool();
  await database.drop();
});

const plan = () => inDemo(async (db) => (await readPlan(db, instructor, walkId))!);
const stops = async () => (await plan()).checks.filter(({ state }) => state === 'stop').map(({ key }) => key);

describe('a plan', () => {
  it('adds the dangerous lookalikes that nobody planned', async () => {
    const ramsons = (await plan()).taxa.find(({ taxon }) => taxon === 'allium-ursinum')!;
    expect(ramsons.survey.pairs.map(({ lookalike }) => lookalike.taxon.slug)).toContain(
      'colchicum-autumnale'
    );
  });

  it('expects at a patch what shares the habitat that it stands in, not all that the site has', async () => {
    const walks = await inDemo((db) => listWalks(db, instructor));
    const shore = walks.find(({ name }) => name === 'Saltmarsh at low water')!;
    const besidePlantain = () =>
      inDemo(async (db) => {
        const { taxa } = (await readPlan(db, instructor, shore.id))!;
        const { survey } = taxa.find(({ taxon }) => taxon === 'plantago-maritima')!;
        return survey.pairs.map(({ lookalike }) => lookalike.taxon.slug);
      });
    expect(await besidePlantain()).toEqual(['triglochin-maritima']);
    await inDemo(async (db) => {
      const patches = await listPatches(db, shore.siteId!);
      const patch = patches.find(({ taxon }) => taxon === 'triglochin-maritima')!;
      await savePatchDetails(db, patch.id, { ...patch, habitats: [] });
    });
    expect(await besidePlantain()).toContain('hyacinthoides-non-scripta');
  });

  it('takes a part of a plant once a stop; another part, or another stop, is another thing to do', async () => {
    const add = (nth: number, role: 'show' | 'gather', part: string) =>
      inDemo(async (db) => {
        const stops = await listStops(db, walkId);
        return addTaxon(db, walkId, stops[nth]!.id, planned('urtica-dioica', role, { part }));
      });
    expect(await add(0, 'show', '')).toBe(true);
    expect(await add(0, 'show', '')).toBe(false);
    expect(await add(0, 'gather', 'seed')).toBe(true);
    expect(await add(1, 'gather', 'seed')).toBe(true);
    await inDemo(async (db) => {
      for (let nth = 0; nth < 3; nth += 1)
        await removeTaxon(db, walkId, await plannedId(db, walkId, 'urtica-dioica'));
    });
  });

  it('stops a gathering without two sources, and a brief then is not published', async () => {
    const asRole = (role: 'gather' | 'show') =>
      inDemo(async (db) =>
        changeTaxon(db, walkId, {
          ...planned('nasturtium-officinale', role, { part: 'leafy shoot' }),
          id: await plannedId(db, walkId, 'nasturtium-officinale')
        })
      );
    await asRole('gather');
    expect(await stops()).toContain('sources nasturtium-officinale');
    const result = await inDemo(async (db) =>
      publishBrief(db, instructor, (await readPlan(db, instructor, walkId))!)
    );
    expect(result).toHaveProperty('problem', expect.stringContaining('watercress has one source'));
    await asRole('show');
  });

  it('stops without emergency numbers', async () => {
    const settings = await inDemo(readSettings);
    await inDemo((db) => saveSettings(db, { ...settings, emergencyNumbers: [] }));
    expect(await stops()).toEqual(['numbers']);
    await inDemo((db) => saveSettings(db, settings));
  });

  it('calls first by the number that holds where the site is', async () => {
    const numbers = async () =>
      (await inDemo(async (db) => (await readPlan(db, instructor, walkId))!)).settings.emergencyNumbers.map(
        ({ number }) => number
      );
    const atSchool = await numbers();
    const callBy = (number: string) =>
      inDemo((db) =>
        db.query(
          'update site set emergency_call = $2 where id = (select site_id from walk where walk.id = $1)',
          [walkId, number]
        )
      );
    await callBy('911');
    expect(await numbers()).toEqual(['911', ...atSchool]);
    // Its own, where it is one of the school's: no number stands twice.
    await callBy(atSchool.at(-1)!);
    expect(await numbers()).toEqual([atSchool.at(-1), ...atSchool.slice(0, -1)]);
    await callBy('');
  });

  it('stops once its date is past by the school’s own clock', async () => {
    await inDemo((db) => setDemoDate(db, '2027-05-01'));
    const later = { ...instructor, today: '2027-05-01' };
    const { checks } = await inDemo(async (db) => (await readPlan(db, later, walkId))!);
    expect(checks[0]).toMatchObject({ key: 'date', state: 'stop' });
    await inDemo((db) => setDemoDate(db, '2027-04-24'));
  });

  it('stops a minor without a guardian’s consent', async () => {
    await inDemo((db) =>
      db.query("update person set guardian_consent_on = null where name = 'Piet Lackenby'")
    );
    expect(await stops()).toEqual(['consent']);
    await inDemo((db) =>
      db.query("update person set guardian_consent_on = '2027-03-20' where name = 'Piet Lackenby'")
    );
  });
});

describe('a brief', () => {
  it('is a snapshot: a later change of the plan changes nothing in it', async () => {
    const before = await inDemo((db) => readBrief(db, walkId));
    await inDemo((db) =>
      db.query("update stop set name = 'Renamed' where walk_id = $1 and position = 1", [walkId])
    );
    expect((await inDemo((db) => readBrief(db, walkId)))!.document).toEqual(before!.document);
    const result = await inDemo(async (db) =>
      publishBrief(db, instructor, (await readPlan(db, instructor, walkId))!)
    );
    expect(result).toEqual({ version: 2 });
    expect((await inDemo((db) => readBrief(db, walkId)))!.document.stops[0]!.name).toBe('Renamed');
    expect((await inDemo((db) => readBrief(db, walkId, 1)))!.document.stops[0]!.name).toBe('Gate meadow');
  });

  it('ranks its sheets by rating and keeps a drawing of each plant that is drawn', async () => {
    const { document } = (await inDemo((db) => readBrief(db, walkId)))!;
    const ratings = document.sheets.map(({ rating }) => rating.rating);
    expect(ratings).toEqual([...ratings].sort((a, b) => b - a));
    const { rows } = await inDemo((db) => db.query<{ id: string }>('select id from brief_plate'));
    for (const { plates } of document.sheets)
      for (const plate of plates) if (plate) expect(rows.some((row) => row.id === plate.id)).toBe(true);
    expect(document.sheets.some(({ plates }) => plates.every(Boolean))).toBe(true);
  });
});

describe('the outbox', () => {
  it('offers a message as a file that an independent mail parser reads back', async () => {
    await inDemo((db) =>
      queueMessage(
        db,
        {
          recipient: 'ada@demo.example',
          subject: 'Grüße, “Ada”',
          body: 'Line one\nhttp://localhost/welcome/x'
        },
        instructor
      )
    );
    const [message] = await inDemo(listMessages);
    const file = await asEml(message!);
    expect(file.toString('latin1')).not.toMatch(/(?<!\r)\n/);
    const parsed = await simpleParser(file);
    expect(parsed.messageId).toBe(`<${message!.id}@good-trail>`);
    expect([parsed.subject, parsed.text?.trim()]).toEqual([
      'Grüße, “Ada”',
      'Line one\nhttp://localhost/welcome/x'
    ]);
    expect(parsed.headers.get('x-unsent')).toBe('1');
  });

  it('to several people shows nobody the address of another', async () => {
    const message = { recipient: 'ada@demo.example, Erased person, ben@demo.example' };
    const parsed = await simpleParser(
      await asEml({
        ...message,
        id: '',
        subject: 'News',
        body: 'Come.',
        createdAt: new Date(),
        sentAt: undefined
      })
    );
    const addresses = [parsed.bcc].flat().flatMap((one) => one?.value.map(({ address }) => address) ?? []);
    expect(addresses).toEqual(['ada@demo.example', 'ben@demo.example']);
    expect(parsed.to).toBeUndefined();
  });
});
