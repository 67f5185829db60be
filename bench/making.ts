import pg from 'pg';
import { openSite, resize, seeText, signInAs, visit } from '../tests/support/browser';
import { signedIn } from '../tests/support/client';
import { type Figure, medianMs, quantile } from './figure';

const events = 2000;
const labels = 24;
const redraws = 20;
const warmUp = 4;

/** Copies takings of the demo's recorded walk until it has so many events. @returns the walk */
async function longWalk(superuser: string): Promise<string> {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  try {
    const { rows } = await client.query<{ walk: string }>(
      `with one as (select * from walk_event where kind = 'taken' order by effective_at limit 1),
            more as (
              insert into walk_event
              select (jsonb_populate_record(null::walk_event, to_jsonb(one) || jsonb_build_object(
                        'id', next.id,
                        'body', one.body || jsonb_build_object('id', next.id)))).*
                from one, lateral (select gen_random_uuid() as id from generate_series(1, $1::int)) next
              returning walk_id)
       select distinct walk_id as walk from more`,
      [events]
    );
    return rows[0]!.walk;
  } finally {
    await client.end();
  }
}

/** What comes after a walk, and what is made of it. */
export async function makingFigures(): Promise<Figure[]> {
  const site = await openSite('demo');
  try {
    const walk = await longWalk(site.database.superuser);
    const instructor = await signedIn(site.origin, 'instructor');
    const recap = await medianMs(() => instructor.text(`/walks/${walk}/after`), { warmUp: 5, runs: 30 });

    const page = await instructor.text('/making/labels');
    const pack = /name="pack" value="([0-9a-f-]{36})"/.exec(page)![1]!;
    const client = new pg.Client({ connectionString: site.database.superuser });
    await client.connect();
    await client.query(`update batch_event set body = body || '{"vessels": ${labels}}' where id = $1`, [
      pack
    ]);
    await client.end();
    const sheet = encodeURIComponent('3 × 8, 70 × 37 mm');
    const sheets = await medianMs(
      async () => {
        const response = await instructor.fetch(`/making/labels/sheet?pack=${pack}&sheet=${sheet}`);
        if (!response.ok) throw new Error(`labels answered ${response.status}`);
        await response.arrayBuffer();
      },
      { warmUp: 2, runs: 8 }
    );

    const { driver } = site;
    await resize(driver, 1280, 800);
    await signInAs(site, 'Instructor');
    await visit(site, '/making/cards/allium-ursinum?part=leaf&way=steam&pieces=48&people=6');
    await seeText(driver, 'A portion is');
    const scaled: number[] = [];
    for (let i = 0; i < redraws + warmUp; i += 1) {
      const ms = await driver.executeAsyncScript<number>(
        `const [pieces, done] = arguments;
         const input = document.querySelector('main input[type=number]');
         const words = () => document.querySelector('main').innerText;
         const before = words();
         const from = performance.now();
         input.value = pieces;
         input.dispatchEvent(new Event('input', { bubbles: true }));
         const look = () => words() === before ? requestAnimationFrame(look) : requestAnimationFrame(() => done(performance.now() - from));
         requestAnimationFrame(look);`,
        String(60 + 7 * i)
      );
      if (i >= warmUp) scaled.push(ms);
    }
    return [
      {
        name: `recap of a walk with ${events} events served`,
        unit: 'ms',
        goal: 200,
        value: recap,
        how: 'what came of it, for who leads, median of 30'
      },
      {
        name: `a sheet of ${labels} labels as PDF`,
        unit: 's',
        goal: 1.5,
        value: sheets / 1000,
        how: 'from the request to the whole file, median of 8'
      },
      {
        name: 'a card scaled',
        unit: 'ms',
        goal: 50,
        value: quantile(scaled, 0.5),
        how: `from what is typed to what is painted, median of ${scaled.length}, in Chromium`
      }
    ];
  } finally {
    await site.stop();
  }
}
