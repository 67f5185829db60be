import { gzipSync } from 'node:zlib';
import { v7 as uuid } from 'uuid';
import { tryPort } from '../scripts/setup/ports.js';
import { serve } from '../scripts/setup/server.js';
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
    for (let number = 0; number < 10; number += 1) {
      const [, questionId] = /\/questions\/([0-9a-f-]{36})/.exec(await client.text(roundPath))!;
      const event = {
        id: uuid(),
        kind: 'answer',
        questionId,
        choice: 'cannot tell',
        confidence: 'sure',
        seconds: 5
      };
      const { ms, result } = await timed(() => client.json('/api/events', { events: [event] }));
      if (!result.ok) throw new Error(`an answer was refused: ${await result.text()}`);
      times.push(ms);
    }
  }
  return times;
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
    return [
      { name: 'brief page served', unit: 'ms', goal: 100, value: brief, how: 'median of 40' },
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
