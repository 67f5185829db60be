import { setTimeout as pause } from 'node:timers/promises';
import { signedIn } from '../tests/support/client';
import { install } from '../tests/support/installation';
import { type Load, enrol, megabytesOf, practise } from './crowd';
import { type Figure, quantile } from './figure';

/**
 * A whole school practises for ten minutes at two processes behind nginx and PgBouncer, the load beside them on the same
 * cores. In the fourth minute a process is killed, in the seventh the database is restarted.
 */

const minutes = 10;
/**
 * From one answer to the next: a question counts as 12 s until there are answers, and reading what follows it as long
 * again (`roundSeconds`).
 */
const secondsEach = Number(process.env['SECONDS_EACH'] ?? 24);
const minute = 60_000;

export async function clusterFigures(): Promise<Figure[]> {
  const installation = await install();
  try {
    const first = await signedIn(installation.origin, 'learner');
    const [walkPath] = /\/walks\/[0-9a-f-]{36}/.exec(await first.text('/walks'))!;
    const cookies = await enrol(installation.addresses.superuser, walkPath!, '__Host-session');
    const began = performance.now();
    const load: Load = {
      secondsEach,
      from: began + minute,
      until: began + minutes * minute,
      times: [],
      refusals: []
    };
    const learners = Promise.all(
      cookies.map((cookie) => practise(installation.origin, cookie, walkPath!, load))
    );
    const at = (after: number) => pause(Math.max(0, began + after * minute - performance.now()));
    // The second process is left alone, so that its memory is that of all ten minutes.
    const memory = () => megabytesOf(installation.servers[1]!.pid!);
    await at(2);
    const early = memory();
    await at(4);
    await installation.restartProcess(0, 'SIGKILL');
    await at(7);
    await installation.restartDatabase();
    await at(minutes - 0.1);
    const late = memory();
    const answers = (await learners).reduce((sum, n) => sum + n, 0);
    const how = `200 learners at two processes, an answer in ${secondsEach} s each, ${answers} answers in ${load.times.length} requests of nine minutes`;
    // What was refused while a process or the database was away was sent again, and is counted apart.
    const [kept] = await installation.query<{ n: number }>('select count(*)::int as n from answer_event');
    return [
      {
        name: 'requests at two processes',
        unit: 'ms',
        goal: 300,
        value: quantile(load.times.filter(Number.isFinite), 0.95),
        how: `95 % of: ${how}`
      },
      {
        name: 'requests without an answer',
        unit: '%',
        goal: 1,
        value: (100 * load.refusals.length) / load.times.length,
        how: `${load.refusals.length}, while a process was dead or the database restarted; ${kept!.n} answers kept`
      },
      {
        name: 'memory grows',
        unit: '%',
        goal: 10,
        value: (100 * (late - early)) / early,
        how: `from ${Math.round(early)} to ${Math.round(late)} MB, minute 2 to ${minutes}`
      }
    ];
  } finally {
    await installation.stop();
  }
}
