import { gzipSync } from 'node:zlib';
import { tryPort } from '../scripts/setup/ports.js';
import { serve } from '../scripts/setup/server.js';
import { answerTo, cautious, openQuestion } from '../tests/support/answers';
import { type Client, signedIn } from '../tests/support/client';
import { cloneDatabase } from '../tests/support/database';
import { type Figure, medianMs, quantile, timed } from './figure';

/** Script that a page loads before it comes alive, compressed: its preload header names every module. */
async function scriptKilobytes(client: Client, path: string): Promise<number> {
  const page = await client.fetch(path);
  const named = `${page.headers.get('link')} ${await page.text()}`;
  const paths = new Set([...named.matchAll(/\/_app\/immutable\/[\w/.-]+\.js/g)].map(([module]) => module));
  const sizes = await Promise.all(
    [...paths].map(async (module) => gzipSync(await client.text(module)).length)
  );
  return sizes.reduce((sum, bytes) => sum + bytes, 0) / 1000;
}

/** Answers whole rounds and times the storing of each answer, in milliseconds. */
async function answerTimes(client: Client, walkPath: string, rounds: number): Promise<number[]> {
  const times: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const roundPath = await client.submit(`${walkPath}/practise`);
    for (;;) {
      const open = await openQuestion(client, roundPath);
      if (!open) break;
      const event = answerTo(open.questionId, cautious(open.drill));
      const { ms, result } = await timed(() => client.send([event]));
      if (!result.ok) throw new Error(`an answer was refused: ${await result.text()}`);
      times.push(ms);
    }
  }
  return times;
}

/** Publishes a brief with more pairs, and times its PDF from the request to the whole file, in milliseconds. */
async function pdfTimes(instructor: Client, walkPath: string): Promise<{ ms: number[]; pairs: number }> {
  const stopId = /id="at-([0-9a-f-]{36})"/.exec(await instructor.text(walkPath))![1]!;
  for (const taxon of ['smyrnium-olusatrum', 'anthriscus-sylvestris', 'sambucus-nigra'])
    await instructor.change(`${walkPath}?/addTaxon`, {
      stopId,
      taxon,
      role: 'show',
      __superform_id: 'taxon'
    });
  const ms: number[] = [];
  for (let version = 0; version < 5; version += 1) {
    await instructor.change(`${walkPath}/brief?/publish`);
    const address = `${walkPath}/print/learners`;
    const made = await timed(async () => {
      const stateOf = async (response: Response) => ((await response.json()) as { state: string }).state;
      let state = await stateOf(await instructor.fetch(address, { method: 'POST' }));
      while (state !== 'done') {
        if (state === 'failed') throw new Error('a PDF failed');
        await new Promise((done) => setTimeout(done, 20));
        state = await stateOf(await instructor.fetch(`${address}?state`));
      }
      await (await instructor.fetch(address)).arrayBuffer();
    });
    ms.push(made.ms);
  }
  const pairs = (await instructor.text(`${walkPath}/brief`)).match(/Pair \d+ of (\d+)/)?.[1];
  return { ms, pairs: Number(pairs) };
}

/** The built application on a clone of the demo, over loopback. */
export async function serverFigures(): Promise<Figure[]> {
  const database = await cloneDatabase('demo');
  const server = await serve({ port: (await tryPort(0))!, app: database.app });
  try {
    const learner = await signedIn(server.origin, 'learner');
    const [walkPath] = /\/walks\/[0-9a-f-]{36}/.exec(await learner.text('/walks'))!;
    const brief = await medianMs(() => learner.text(`${walkPath}/brief`), { warmUp: 5, runs: 40 });
    const compare = await medianMs(
      () => learner.text('/species/compare?plant=daucus-carota~flower&plant=conium-maculatum~flower'),
      { warmUp: 5, runs: 40 }
    );
    const answers = (await answerTimes(learner, walkPath, 6)).slice(10);
    const roundPath = await learner.submit(`${walkPath}/practise`);
    const instructor = await signedIn(server.origin, 'instructor');
    const plan = await medianMs(() => instructor.text(walkPath!), { warmUp: 5, runs: 20 });
    const pdf = await pdfTimes(instructor, walkPath!);
    return [
      { name: 'brief page served', unit: 'ms', goal: 100, value: brief, how: 'median of 40' },
      {
        name: 'plan page served',
        unit: 'ms',
        goal: 400,
        value: plan,
        how: 'median of 20; a goal of our own'
      },
      {
        name: 'brief as PDF',
        unit: 's',
        goal: 3,
        value: quantile(pdf.ms, 0.5) / 1000,
        how: `${pdf.pairs} pairs, median of ${pdf.ms.length}; slowest ${(Math.max(...pdf.ms) / 1000).toFixed(1)} s`
      },
      { name: 'compare page served', unit: 'ms', goal: 100, value: compare, how: 'two plants, median of 40' },
      {
        name: 'answer to a drill stored',
        unit: 'ms',
        goal: 30,
        value: quantile(answers, 0.5),
        how: `median of ${answers.length}; 95 % below ${quantile(answers, 0.95).toFixed(1)} ms`
      },
      {
        name: 'script of the drill page on first load',
        unit: 'kB',
        goal: 200,
        value: await scriptKilobytes(learner, roundPath),
        how: 'gzip'
      }
    ];
  } finally {
    await server.stop();
    await database.drop();
  }
}
