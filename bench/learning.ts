import { createHash, randomBytes } from 'node:crypto';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { By, until } from 'selenium-webdriver';
import { tryPort } from '../scripts/setup/ports.js';
import { serve } from '../scripts/setup/server.js';
import { createRandom } from '../src/core/random';
import {
  type DrillPair,
  type LearnersAnswer,
  type Specification,
  composeRound,
  learnerFrom,
  newLearner,
  pose
} from '../src/core/learning';
import { answerTo, cautious, openQuestion } from '../tests/support/answers';
import {
  type Site,
  answerQuestion,
  drillTitle,
  openSite,
  press,
  resize,
  signInAs,
  visit
} from '../tests/support/browser';
import { Client, signedIn } from '../tests/support/client';
import { shippedLibrary } from '../tests/support/content';
import { type TestDatabase, cloneDatabase, demo } from '../tests/support/database';
import { type Figure, medianMs, quantile, timed } from './figure';

const learners = 500;
const answersEach = 400;
const drillingAtOnce = 100;
const questionsEach = 5;
/** Seconds between two answers of one learner. */
const thinking = [6, 18] as const;

/** Next questions of all kinds, drawn with all that the page shows of them at once, in milliseconds. */
function questionTimes(): Figure {
  const library = shippedLibrary();
  const pairs = ['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale', 'mercurialis-perennis'].map(
    (lookalike): DrillPair => ({
      target: 'allium-ursinum',
      lookalike,
      targetStage: 'leaf',
      lookalikeStage: 'leaf',
      deciding: []
    })
  );
  const frame = {
    library,
    context: pairs,
    rules: { mayDig: false, scentCounts: true },
    isoDate: '2027-04-25',
    buffers: {},
    learner: newLearner,
    now: new Date('2027-04-24T10:00:00Z')
  };
  const times: number[] = [];
  const specs: Specification[] = Array.from({ length: 12 }, (_, i) =>
    composeRound(frame, pairs, 20, createRandom(`round ${i}`))
  ).flat();
  for (const [i, spec] of specs.entries()) {
    const from = performance.now();
    const posed = pose(library, spec, new Map())!;
    const open = posed.open([]);
    if ('picture' in open && open.picture) posed.image(open.picture.name, []);
    if (open.drill === 'prove it') posed.image('far', ['far']);
    if (i >= 40) times.push(performance.now() - from);
  }
  return {
    name: 'next question with its drawing',
    unit: 'ms',
    goal: 60,
    value: quantile(times, 0.5),
    how: `all kinds, median of ${times.length}; 95 % below ${quantile(times, 0.95).toFixed(0)} ms`
  };
}

/**
 * Ten thousand answers of one learner, replayed into what is remembered: a round a day on ten of sixty pairs, with 2.6
 * questions a pair, as rounds are composed. What takes the time is the scheduler at each pair's first answer of a day.
 */
function replayTime(): Figure {
  const random = createRandom('replay');
  const start = Date.UTC(2025, 0, 1, 18);
  const aDay = 26;
  const answers = Array.from({ length: 10_000 }, (_, i): LearnersAnswer => {
    const days = Math.floor(i / aDay);
    const at = new Date(start + days * 86_400_000 + (i % aDay) * 30_000);
    const pair = `allium-ursinum~${(days * 10 + (i % 10)) % 60}`;
    return {
      unit: `${pair}@leaf`,
      pair,
      drill: 'side by side',
      at,
      day: at.toISOString().slice(0, 10),
      outcome: random.next() < 0.1 ? 'missed' : 'right',
      isDangerousSpecimen: i % 2 === 0,
      partRight: undefined,
      confidence: 'sure',
      seconds: random.between(3, 30)
    };
  });
  const times = Array.from({ length: 9 }, () => {
    const from = performance.now();
    learnerFrom(answers, '2026-01-20');
    return performance.now() - from;
  });
  return {
    name: '10,000 answers of one learner replayed',
    unit: 'ms',
    goal: 120,
    value: quantile(times, 0.5),
    how: `a round a day over 385 days, ten of sixty pairs, median of ${times.length}`
  };
}

/** Fills a database with invented learners and answers in one group. @returns the group, and the walk that is its own */
export async function fill(database: TestDatabase): Promise<{ cohort: string; walk: string }> {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  // The sums of answers are kept by their owner, who sees one school at a time.
  await client.query("select set_config('app.school', $1, false)", [demo.schoolId]);
  const cohort = uuid();
  const { rows } = await client.query<{ walk: string }>(
    'select walk_id as walk from brief where school_id = $1 group by walk_id order by count(*) desc, walk_id limit 1',
    [demo.schoolId]
  );
  const { walk } = rows[0]!;
  await client.query("insert into cohort (school_id, id, name, level) values ($1, $2, 'Many', 'beginner')", [
    demo.schoolId,
    cohort
  ]);
  await client.query('update walk set cohort_id = $2 where school_id = $1 and id = $3', [
    demo.schoolId,
    cohort,
    walk
  ]);
  await client.query(
    `insert into person (school_id, id, name, role)
     select $1, gen_random_uuid(), 'Invented ' || n, 'learner' from generate_series(1, $2) n`,
    [demo.schoolId, learners]
  );
  await client.query(
    "insert into cohort_member select $1, $2, id from person where school_id = $1 and name like 'Invented %'",
    [demo.schoolId, cohort]
  );
  await client.query(
    `insert into round (school_id, id, person_id, walk_id, region, effective_at)
     select $1, gen_random_uuid(), id, $2, 'north-west-europe', '2027-04-20' from person where school_id = $1 and name like 'Invented %'`,
    [demo.schoolId, walk]
  );
  await client.query(
    `insert into question (school_id, id, round_id, position, specification)
     select $1, gen_random_uuid(), round.id, n, '{}' from round join person on person.school_id = round.school_id and person.id = person_id,
            generate_series(1, $2) n where round.school_id = $1 and person.name like 'Invented %'`,
    [demo.schoolId, answersEach]
  );
  await client.query(
    `insert into answer_event (school_id, id, question_id, person_id, effective_at, body, drill, unit, pair, specimen_stage,
                               is_dangerous_specimen, could_be_told, specimen, taken_for, decision, outcome, score, seconds, confidence)
     select $1, gen_random_uuid(), question.id, person_id,
            '2027-04-24'::timestamptz - make_interval(days => (position / 8)::int, secs => position * 7), '{}', 'side by side',
            pair || '@leaf', pair, 'leaf', position % 2 = 0, true, split_part(pair, '~', 1 + position % 2),
            case when luck < 0.02 then 'allium-ursinum' end,
            case when luck < 0.02 then 'gather' when position % 2 = 0 then 'leave' else 'gather' end,
            case when luck < 0.02 and position % 2 = 0 then 'dangerous gather' when luck < 0.1 then 'left' else 'right' end,
            1, 9, (array['unsure', 'fairly sure', 'sure'])[1 + position % 3]
       from (select question.*, person_id, random() as luck,
                    'allium-ursinum~' || (array['arum-maculatum', 'convallaria-majalis', 'colchicum-autumnale',
                      'mercurialis-perennis', 'hyacinthoides-non-scripta', 'arum-italicum'])[1 + position % 6] as pair
               from question join round on round.school_id = question.school_id and round.id = round_id
               join person on person.school_id = round.school_id and person.id = person_id
              where question.school_id = $1 and person.name like 'Invented %') question`,
    [demo.schoolId]
  );
  await client.query('analyze');
  await client.end();
  return { cohort, walk };
}

/** Signed-in learners of one group, without the time that passwords take. */
async function manyLearners(database: TestDatabase, origin: string): Promise<Client[]> {
  const client = new pg.Client({ connectionString: database.superuser });
  await client.connect();
  const { rows } = await client.query<{ id: string }>(
    "select id from person where school_id = $1 and name like 'Invented %' order by id limit $2",
    [demo.schoolId, drillingAtOnce]
  );
  const clients: Client[] = [];
  for (const { id } of rows) {
    const [account, token] = [uuid(), randomBytes(32).toString('base64url')];
    await client.query("insert into account (id, email, password_hash) values ($1, $2, 'none')", [
      account,
      `${account}@bench.example`
    ]);
    await client.query('insert into membership values ($1, $2, $3)', [account, demo.schoolId, id]);
    await client.query(
      "insert into session (token_hash, account_id, school_id, expires_at) values ($1, $2, $3, now() + interval '1 hour')",
      [createHash('sha256').update(token).digest(), account, demo.schoolId]
    );
    clients.push(new Client(origin, `session=${token}`));
  }
  await client.end();
  return clients;
}

const pause = (seconds: number) => new Promise((done) => setTimeout(done, 1000 * seconds));

/** Learners who think between their answers: how long each answer takes to be acknowledged. */
async function drillTogether(clients: readonly Client[], walkPath: string): Promise<number[]> {
  const times: number[] = [];
  await Promise.all(
    clients.map(async (client, i) => {
      await pause((i / clients.length) * thinking[1]);
      const roundPath = await client.submit(`${walkPath}/practise`);
      for (let n = 0; n < questionsEach; n += 1) {
        const open = await openQuestion(client, roundPath);
        if (!open) return;
        await client.fetch(`/questions/${open.questionId}/specimen`);
        await pause(thinking[0] + Math.random() * (thinking[1] - thinking[0]));
        const event = answerTo(open.questionId, cautious(open.drill));
        const { ms, result } = await timed(() => client.send([event]));
        if (!result.ok) throw new Error(`an answer was refused: ${await result.text()}`);
        times.push(ms);
      }
    })
  );
  return times;
}

/** From sending an answer to its explanation, and on to the next question with its picture, in milliseconds. */
async function nextQuestionTimes(site: Site): Promise<number[]> {
  const { driver } = site;
  const times: number[] = [];
  for (let round = 0; round < 3; round += 1) {
    await visit(site, '/practice');
    await press(driver, 'Start a round on it');
    await driver.wait(until.urlMatches(/practice\/[0-9a-f-]{36}/), 15_000);
    for (;;) {
      const title = await drillTitle(driver);
      if (title === 'Round done') break;
      await answerQuestion(driver, false);
      const isLast =
        (await driver.findElements(By.xpath('//main//button[contains(., "See the round")]'))).length > 0;
      if (isLast) break;
      const ms = await driver.executeAsyncScript<number>(`
        const done = arguments[0];
        const button = [...document.querySelectorAll('main button')].find((one) => one.innerText.includes('Next question'));
        const number = document.querySelector('main header').innerText;
        const start = performance.now();
        button.click();
        const look = () => {
          if (document.querySelector('main header').innerText === number) return requestAnimationFrame(look);
          const images = [...document.querySelectorAll('main image')].map((one) => new Promise((loaded) => {
            const copy = new Image();
            copy.onload = copy.onerror = loaded;
            copy.src = one.getAttribute('href');
          }));
          Promise.all(images).then(() => done(performance.now() - start));
        };
        requestAnimationFrame(look);
      `);
      times.push(ms);
    }
  }
  return times;
}

export async function learningFigures(): Promise<Figure[]> {
  const figures = [questionTimes(), replayTime()];
  const database = await cloneDatabase('demo');
  const server = await serve({ port: (await tryPort(0))!, app: database.app });
  try {
    const { cohort, walk } = await fill(database);
    const instructor = await signedIn(server.origin, 'instructor');
    const progress = await medianMs(() => instructor.text(`/progress?cohort=${cohort}`), {
      warmUp: 3,
      runs: 12
    });
    const clients = await manyLearners(database, server.origin);
    const times = await drillTogether(clients, `/walks/${walk}`);
    figures.push(
      {
        name: 'progress page of a group',
        unit: 'ms',
        goal: 300,
        value: progress,
        how: `${learners} learners with ${learners * answersEach} answers, median of 12`
      },
      {
        name: 'answers acknowledged to many at once',
        unit: 'ms',
        goal: 300,
        value: quantile(times, 0.95),
        how: `${drillingAtOnce} learners, ${times.length} answers, none lost, 95 %; median ${quantile(times, 0.5).toFixed(0)} ms`
      }
    );
  } finally {
    await server.stop();
    await database.drop();
  }
  const site = await openSite('demo');
  try {
    await resize(site.driver, 1280, 800);
    await signInAs(site, 'Learner');
    const times = await nextQuestionTimes(site);
    figures.push({
      name: 'next question shown with its pictures',
      unit: 'ms',
      goal: 200,
      value: quantile(times, 0.5),
      how: `in Chromium, median of ${times.length}; 95 % below ${quantile(times, 0.95).toFixed(0)} ms`
    });
  } finally {
    await site.stop();
  }
  return figures;
}
