import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from '../scripts/setup/paths.js';
import { tryPort } from '../scripts/setup/ports.js';
import { type Figure, quantile, timed } from './figure';

const patienceSeconds = 300;

/** Runs ./start until its first page is there. @returns what stops it again */
async function startOnce(): Promise<() => Promise<void>> {
  const port = (await tryPort(0))!;
  const command = spawn(join(root, 'start'), ['--port', String(port)], { cwd: root, stdio: 'pipe' });
  let output = '';
  for (const stream of [command.stdout, command.stderr])
    stream.on('data', (chunk: Buffer) => (output += chunk.toString()));
  const exited = once(command, 'exit');
  const deadline = Date.now() + patienceSeconds * 1000;
  const isServed = () =>
    fetch(`http://localhost:${port}/sign-in`).then(
      ({ ok }) => ok,
      () => false
    );
  while (!(await isServed())) {
    if (command.exitCode !== null || Date.now() > deadline)
      throw new Error(`./start did not serve:\n${output}`);
    await wait(20);
  }
  return async () => {
    command.kill('SIGINT');
    await exited;
  };
}

const runs = 5;

/** The first start installs and builds what is missing; those after it count. */
export async function startFigures(): Promise<Figure[]> {
  const stopFirst = await startOnce();
  await stopFirst();
  const sample: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const { ms, result: stop } = await timed(startOnce);
    await stop();
    sample.push(ms / 1000);
  }
  return [
    {
      name: 'second ./start to its first page',
      unit: 's',
      goal: 6,
      value: quantile(sample, 0.5),
      how: `median of ${runs}; slowest ${Math.max(...sample).toFixed(1)} s`
    }
  ];
}
