import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { readGeoJson, readGpxFile, readKml, textOfMapFile } from '../../src/core/formats';
import { type Client, signedIn } from '../support/client';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** Drawing a site's own map, taking it out, and what it says of its patches. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let instructor: Client;
let site: string;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  instructor = await signedIn(server.origin, 'instructor');
  const all = (await instructor.text('/ground')).match(/\/ground\/[0-9a-f-]{36}/g) ?? [];
  for (const one of new Set(all)) if ((await instructor.words(one)).includes('Crannoge Wood ·')) site = one;
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

const at = (x: number, y: number) => [-8.7 + x * 1e-4, 54.3 + y * 1e-4];
const feature = (kind: string, type: string, coordinates: unknown, name?: string) => ({
  type: 'Feature',
  geometry: { type, coordinates },
  properties: name ? { kind, name } : { kind }
});
const path = feature('path', 'LineString', [[...at(0, 0), 12], at(10, 0), at(20, 10)], 'Burn path');
const map = (features: object[], revision: number) =>
  JSON.stringify({ ground: { type: 'FeatureCollection', features }, revision });
const save = async (text: string, by = instructor) => {
  const response = await by.post(`${site}/map`, { map: text });
  return { status: response.status, text: await response.text() };
};
/** Counts up with each map that is kept. */
let revision = 1;

describe('the map of a site', () => {
  it('is drawn by those who lead', async () => {
    expect(await instructor.words(`${site}/map`)).toContain('Map of Crannoge Wood');
    expect((await learner.fetch(`${site}/map`)).status).toBe(403);
    expect((await save(map([path], revision), learner)).status).toBe(403);
  });

  it.each([
    ['is cut off on the way', '{"ground": {', 'did not arrive whole'],
    ['lies outside the world', map([feature('label', 'Point', [8, 95])], 1), 'cannot be kept'],
    ['has a kind that nobody draws', map([feature('volcano', 'Point', at(0, 0))], 1), 'cannot be kept'],
    [
      'crosses itself',
      map([feature('wood', 'Polygon', [[at(0, 0), at(9, 9), at(9, 0), at(0, 9), at(0, 0)]], 'Oak')], 1),
      'The outline of Oak crosses itself at 54.30045, -8.69955'
    ],
    ['has two paths', map([path, path], 1), 'There are two paths'],
    ['was drawn on an older one', map([path], 0), 'Somebody else changed this site meanwhile']
  ])('that %s is refused with its reason, and nothing is changed', async (_, text, reason) => {
    const before = await (await instructor.fetch(`${site}/export?as=geojson`)).text();
    const answer = await save(text);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.text).toContain(reason);
    expect(await (await instructor.fetch(`${site}/export?as=geojson`)).text()).toBe(before);
  });

  it('is kept with its heights, and taken out as GeoJSON and GPX', async () => {
    const answer = await save(map([path, feature('car park', 'Point', at(0, -2), 'Car park')], revision));
    expect(answer.status).toBe(200);
    revision += 1;
    const geojson = await instructor.fetch(`${site}/export?as=geojson`);
    expect(geojson.headers.get('content-disposition')).toContain('Crannoge%20Wood.geojson');
    const read = readGeoJson(await geojson.text());
    if ('problem' in read) throw new Error(read.problem);
    expect(read.ground.features.slice(0, 2).map(({ properties }) => properties.name)).toEqual([
      'Burn path',
      'Car park'
    ]);
    const file = readGpxFile(await (await instructor.fetch(`${site}/export?as=gpx`)).text());
    if ('problem' in file) throw new Error(file.problem);
    expect(file.lines[0]!.segments[0]!.map(({ elevation }) => elevation)).toEqual([12, undefined, undefined]);
    expect(file.waypoints.find(({ name }) => name === 'Ramsons carpet by the burn')!.note).toContain(
      'Allium ursinum'
    );
    // All that is drawn comes along, and says what it is.
    expect(file.waypoints.find(({ name }) => name === 'Car park')).toMatchObject({ type: 'car park' });
    expect((await instructor.fetch(`${site}/export?as=fit`)).status).toBe(404);
  });

  it('is taken out as KML and KMZ, with its patches, and read back', async () => {
    const kml = await (await instructor.fetch(`${site}/export?as=kml`)).text();
    const kmz = new Uint8Array(await (await instructor.fetch(`${site}/export?as=kmz`)).arrayBuffer());
    expect(textOfMapFile(kmz)).toEqual({ text: kml });
    const read = readKml(kml);
    if ('problem' in read) throw new Error(read.problem);
    const own = readGeoJson(await (await instructor.fetch(`${site}/export?as=geojson`)).text());
    if ('problem' in own) throw new Error(own.problem);
    const told = ({ patches, ground }: typeof read) => ({
      patches: patches.map(({ name, taxon, habitats }) => ({ name, taxon, habitats })),
      ground: ground.features.map(({ properties }) => properties.kind)
    });
    expect(told(read)).toEqual(told(own));
  });
});

describe('what lies too near to a patch', () => {
  it('stands beside it, by the usual distances or those of the school', async () => {
    const patches = JSON.parse(await (await instructor.fetch(`${site}/export?as=geojson`)).text());
    const named = (name: string) =>
      patches.features.find((one: { properties: { name: string } }) => one.properties.name === name).geometry;
    // An area goes out as one.
    expect(named('Ramsons carpet by the burn').type).toBe('Polygon');
    const lily = named('Lily under the hazels').coordinates as [number, number];
    // A road some 33 m to the north of it.
    const road = feature(
      'main road',
      'LineString',
      [
        [lily[0] - 0.01, lily[1] + 0.0003],
        [lily[0] + 0.01, lily[1] + 0.0003]
      ],
      'High road'
    );
    expect((await save(map([path, road], revision))).status).toBe(200);
    const words = () => instructor.words(site);
    expect(await words()).toContain(
      'Lily under the hazels High road, 30 m off, keep 50 m: dust and metals of traffic'
    );

    const settings = {
      name: 'Tarn Hollow Field School',
      numbers: 'Emergency call: 112',
      cautiousFamiliesFrom: 'experienced',
      dangerousSpecimens: 'shown in place; bagged for a class',
      childrenTaste: 'not at all',
      adultsPerLeader: '10',
      withChildrenPerLeader: '6',
      healthDays: '14',
      signOffMonths: '12'
    };
    const refused = await instructor.post('/school?/save', {
      ...settings,
      buffers: 'main road: 20\nvolcano: 9'
    });
    expect(refused.status).toBe(400);
    expect(await refused.text()).toContain('Line 2, “volcano: 9”, should read like “main road: 50”');
    expect(await words()).toContain('High road');
    const taken = await instructor.post('/school?/save', { ...settings, buffers: 'Main road: 20 m' });
    expect(taken.status).toBe(200);
    expect(await words()).not.toContain('Lily under the hazels High road');
    expect(await instructor.words('/school')).toContain('main road: 20');
  });
});
