import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** What a school adds to its library besides plants: there at once, in its region, with history, undone, out and in. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let owner: Client;
let learner: Client;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  [owner, learner] = await Promise.all([
    signedIn(server.origin, 'owner'),
    signedIn(server.origin, 'learner')
  ]);
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const brief = '/walks/bdfda21f-6323-5707-a31d-9c1e836d4732/brief';
const add = (what: string, fields: Record<string, string>) =>
  owner.post(`/species/own/${what}?/save`, fields);
/** The two beside each other. */
const beside = '/species/compare?plant=urtica-dioica~leaf&plant=ficaria-verna~leaf';
const nettlePair = {
  target: 'urtica-dioica',
  lookalike: 'ficaria-verna',
  kind: 'mistaken for',
  hardestAt: 'leaf',
  why: 'They stand in one bed by our barn.',
  claim: 'It stings, or it does not.',
  fails: 'Not through a glove.',
  inseparable: ''
};

const geese = {
  name: 'Geese with young',
  from: '4',
  until: '6',
  avoid: 'Go round the nest.',
  firstAid: 'Back off.\nCool the bruise.',
  consequence: '2',
  likelihood: '3'
};

describe('a pair of the school’s own', () => {
  it('stands where the two are compared, in this region alone, and is undone', async () => {
    expect((await add('pair', nettlePair)).status).toBe(303);
    expect(await owner.words('/species/own/pair')).toContain('They stand in one bed by our barn.');
    expect(await owner.words(beside)).toContain('Not through a glove.');
    await owner.text('/species?region=eastern-north-america');
    expect(await owner.words(beside)).not.toContain('Not through a glove.');
    await owner.text('/species?region=north-west-europe');

    const changes = await owner.text('/species/changes');
    expect(changes).toContain('The library itself');
    const id = /name="id" value="([0-9a-f-]{36})"/.exec(changes)![1]!;
    expect((await owner.post('/species/changes?/undo', { id })).status).toBe(200);
    expect(await owner.words(beside)).not.toContain('Not through a glove.');
  });

  it('is refused where it makes no sense, with what was typed kept', async () => {
    const same = await (await add('pair', { ...nettlePair, lookalike: 'urtica-dioica' })).text();
    expect(same).toContain('A plant is not taken for itself');
    expect(same).toContain('They stand in one bed by our barn.');
    const unseen = await (await add('pair', { ...nettlePair, hardestAt: 'winter' })).text();
    expect(unseen).toContain('is not described in winter');
    // The starter library has this one.
    const released = await (
      await add('pair', { ...nettlePair, target: 'allium-ursinum', lookalike: 'convallaria-majalis' })
    ).text();
    expect(released).toMatch(/is there already|stays as it is/);
  });
});

describe('how a plant comes to stand in a region', () => {
  it('is corrected there alone', async () => {
    const sheet = '/species/urtica-dioica';
    const page = await owner.text(`${sheet}/correct`);
    const form = page.slice(page.indexOf('name="path" value="standing"'));
    const seen = /name="seen" value="([0-9a-f]*)"/.exec(form)![1]!;
    const saved = await owner.post(`${sheet}/correct?/save`, {
      path: 'standing',
      seen,
      origin: 'native',
      frequency: 'rare'
    });
    expect(saved.status).toBe(200);
    expect(await owner.words(sheet)).toContain('Atlantic north-west Europe: native, rare.');
    await owner.text('/species?region=eastern-north-america');
    expect(await owner.words(sheet)).not.toContain('native, rare');
    await owner.text('/species?region=north-west-europe');
  });
});

describe('animals, families and states', () => {
  it('are added, and taken away by who may', async () => {
    expect((await add('animal', geese)).status).toBe(303);
    expect(await owner.words('/species/own/animal')).toContain(
      'Geese with young: Go round the nest. Back off.'
    );
    // In the brief of a walk of its time, beside the animals of the release.
    expect(await owner.words(brief)).toContain('Geese with young');
    expect(
      (
        await add('family', {
          name: 'Droseraceae',
          english: 'Sundew family',
          shares: 'Sticky hairs.',
          trust: 'Sure.',
          caution: 'Protected.',
          cautious: 'on'
        })
      ).status
    ).toBe(303);
    expect(await owner.words('/species/families')).toContain('Sundew family');
    expect(await owner.text('/species/own')).toContain('Droseraceae');
    expect(
      (await add('state', { character: 'scent', label: 'fishy', definition: 'Of stale fish.' })).status
    ).toBe(303);
    expect(
      await (await add('state', { character: 'scent', label: 'Fishy', definition: 'Again.' })).text()
    ).toContain('is there already');

    const remove = { path: 'states/scent:fishy' };
    expect((await learner.post('/species/own/state?/remove', remove)).status).toBe(403);
    expect(await owner.words('/species/own/state')).toContain('Of stale fish.');
    expect((await owner.post('/species/own/state?/remove', remove)).status).toBe(303);
    expect(await owner.words('/species/own/state')).not.toContain('Of stale fish.');
    // What the starter library says is not taken away.
    const kept = await (
      await owner.post('/species/own/state?/remove', { path: 'states/scent:garlic' })
    ).text();
    expect(kept).toContain('stays as it is');
  });

  it('are changed under their name, and never over somebody else’s change', async () => {
    const path = 'animals/geese-with-young';
    const page = await owner.text(`/species/own/animal?change=${encodeURIComponent(path)}`);
    expect(page).toContain('Go round the nest.');
    const seen = /name="seen" value="([0-9a-f]{64})"/.exec(page)![1]!;
    const changed = {
      ...geese,
      name: 'Geese and goslings',
      againFrom: '9',
      againUntil: '10',
      leadersCarry: 'A stick',
      path,
      seen
    };
    expect((await add('animal', { ...changed, againUntil: '' })).status).toBe(400);
    expect((await add('animal', changed)).status).toBe(303);
    const [, row] = /(geese-with-young.*)/.exec(await owner.text('/species/exchange/files/animals.csv'))!;
    expect(row).toContain('Geese and goslings');
    expect(row).toContain('91 181; 244 304');
    expect(row).toContain('a-stick = A stick = leaders = protects');
    expect(await owner.words(brief)).toContain('A stick');

    const late = await add('animal', { ...changed, avoid: 'Run.' });
    expect(late.status).toBe(409);
    expect(await late.text()).toContain('has changed it meanwhile');
    expect(await owner.words('/species/own/animal')).not.toContain('Run.');
  });

  it('go out with the tables, and come in with them', async () => {
    expect(await owner.text('/species/exchange/files/families.csv')).toContain('Droseraceae');
    const animals = await owner.text('/species/exchange/files/animals.csv');
    const geeseRow = /geese-with-young.*/.exec(animals)![0];
    const files = new FormData();
    const table = `${animals.trimEnd()}\n${geeseRow.replace('geese-with-young', 'swans').replace('Geese and goslings', 'Swans')}\n`;
    files.append('files', new File([table], 'animals.csv'));
    const preview = (await owner.post('/species/exchange', files)).headers.get('location')!;
    expect(await owner.words(preview)).toContain('Swans: Go round the nest.');
    expect((await owner.post(preview)).status).toBe(303);
    expect(await owner.words('/species/own/animal')).toContain('Swans: Go round the nest.');
    expect(await owner.words(brief)).toContain('Swans');
  });
});
