import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import pg from 'pg';

/** Every address of the application, read off the folders of its routes: what is added later is asked, too. */

const routes = join(process.cwd(), 'src/routes');

/** A place of the application, by the pattern of its route. */
export interface Place {
  readonly route: string;
  readonly isPage: boolean;
  /** Names of its form actions; `default` has none in the address. */
  readonly actions: readonly string[];
}

const actionsIn = (file: string): string[] => {
  const [, body = ''] = readFileSync(file, 'utf8').split('export const actions');
  return [...body.matchAll(/^ {2}(\w+): /gm)].map(([, name]) => name!);
};

export function places(): Place[] {
  const files = readdirSync(routes, { recursive: true, encoding: 'utf8' });
  const folders = [
    ...new Set(files.filter((file) => /\+(page\.svelte|server\.ts)$/.test(file)).map((file) => dirname(file)))
  ];
  return folders.sort().map((folder) => {
    const has = (name: string) => files.includes(join(folder, name));
    return {
      route: `/${relative(routes, join(routes, folder))}`,
      isPage: has('+page.svelte'),
      actions: has('+page.server.ts') ? actionsIn(join(routes, folder, '+page.server.ts')) : []
    };
  });
}

const nowhere = '0192f000-0000-7000-8000-00000000beef';

/** How the parameters of routes are filled, by one row of a table each. */
const rows: Readonly<Record<string, string>> = {
  site: 'select id::text as value from site order by name limit 1',
  walk: 'select walk.id::text as value from walk join brief on walk_id = walk.id order by held_on limit 1',
  patch:
    'select id::text as value from patch where site_id = (select id from site order by name limit 1) order by id limit 1',
  find: 'select id::text as value from open_find order by id limit 1',
  sighting: 'select id::text as value from sighting order by id limit 1',
  round: 'select id::text as value from round order by id limit 1',
  question: 'select id::text as value from question order by id limit 1',
  family: "select 'Apiaceae' as value",
  group: 'select id::text as value from group_round order by id limit 1',
  own: "select id::text as value from own_question order by (body -> 'picture') is null, id limit 1",
  quiz: 'select id::text as value from quiz order by id limit 1',
  person: "select id::text as value from person where role = 'learner' order by name limit 1",
  message: 'select id::text as value from outbox_message order by id limit 1',
  photo: 'select id::text as value from photograph order by id limit 1',
  import: 'select id::text as value from library_import order by id limit 1',
  plate: 'select id as value from brief_plate order by id limit 1',
  entry: 'select entry_id::text as value from notebook_picture limit 1',
  event: 'select event_id::text as value from walk_picture limit 1',
  batch: 'select id::text as value from batch order by begun_on limit 1',
  cohort: 'select id::text as value from cohort order by name limit 1',
  dish: 'select id::text as value from dish order by id limit 1',
  code: 'select code as value from batch order by begun_on limit 1',
  release: 'select hash as value from library_release limit 1'
};
const fixed: Readonly<Record<string, string>> = {
  taxon: 'conium-maculatum',
  stage: 'flower',
  seed: '1',
  picture: 'specimen',
  kind: 'brief',
  tour: 'wood',
  what: 'pair',
  file: 'taxa.csv',
  token: 'half-a-link'
};

/** Fills the parameters of routes with ids of a database. @param superuser its connection, above all schools */
export async function fillerFor(superuser: string): Promise<(route: string) => string> {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  const values: Record<string, string> = { ...fixed };
  for (const [name, sql] of Object.entries(rows))
    values[name] = (await client.query<{ value: string }>(sql)).rows[0]?.value ?? nowhere;
  await client.end();
  return (route) =>
    route.replaceAll(/\[(\w+)\]/g, (_, name: string) => {
      const value = values[name];
      if (value === undefined) throw new Error(`The parameter “${name}” of ${route} is not filled: say how.`);
      return value;
    });
}
