import { setTimeout as pause } from 'node:timers/promises';
import { signedIn } from '../tests/support/client';
import { Phone, act, openRound, screenOf } from '../tests/support/group';
import { install } from '../tests/support/installation';
import { type Figure, quantile, timed } from './figure';

/**
 * Two hundred phones and a screen in a round with a group, at two processes behind nginx and PgBouncer, the load beside
 * them on the same cores: ten seconds over each specimen. Over the third a process is killed.
 */

const phonesInAll = 200;
const specimens = 8;
const secondsEach = 10;

export async function togetherFigures(): Promise<Figure[]> {
  const installation = await install();
  const { origin } = installation;
  try {
    const leader = await signedIn(origin, 'instructor');
    const { address, code } = await openRound(leader, { length: String(specimens) });
    const screen = screenOf(leader, address);
    /** When the screen showed how many. */
    const seen: { readonly position: number; readonly answered: number; readonly at: number }[] = [];
    let read = 0;
    const watching = setInterval(() => {
      for (const { position, answered } of screen.views.slice(read))
        seen.push({ position, answered, at: performance.now() });
      read = screen.views.length;
    }, 10);
    const phones: Phone[] = [];
    for (let i = 0; i < phonesInAll; i += 1) phones.push(await Phone.join([origin], code, `Pair ${i}`));
    const until = async (isSo: () => boolean, what: string) => {
      for (let waited = 0; !isSo(); waited += 20) {
        if (waited > 60_000) throw new Error(`Not seen: ${what}.`);
        await pause(20);
      }
    };
    const go = async (what: string) => {
      const { step } = screen.now!;
      for (let tries = 0; screen.now!.step === step && tries < 20; tries += 1) {
        await act(leader, address, what, step).catch(() => undefined);
        await pause(300);
      }
      await until(() => screen.now!.step > step, what);
      return screen.now!.step;
    };
    await until(() => screen.now?.phones === phonesInAll, 'all phones');
    const times: number[] = [];
    const lags: number[] = [];
    const steps: number[] = [];
    let taken = 0;
    for (let position = 1; position <= specimens; position += 1) {
      const step = await go('ask');
      const asked = performance.now();
      await until(
        () => phones.every(({ stream }) => (stream.now?.step ?? 0) >= step),
        `specimen ${position}`
      );
      steps.push(performance.now() - asked);
      if (position === 3) setTimeout(() => void installation.restartProcess(0, 'SIGKILL'), 4000);
      const stored: number[] = [];
      await Promise.all(
        phones.map(async (phone, i) => {
          await pause((i / phonesInAll) * secondsEach * 1000);
          const { ms, result } = await timed(() =>
            phone.answer(position, i % 3 === 0 ? 'target' : 'lookalike')
          );
          if (result.status !== 200) return;
          times.push(ms);
          stored.push(performance.now());
        })
      );
      taken += stored.length;
      await until(() => screen.now?.answered === stored.length, 'all answers');
      await pause(50);
      const own = seen.filter((one) => one.position === position);
      for (const [i, at] of stored.sort((a, b) => a - b).entries())
        lags.push(Math.max(0, own.find(({ answered }) => answered > i)!.at - at));
      await go('divide');
      await go('tell');
    }
    clearInterval(watching);
    const [kept] = await installation.query<{ n: number }>('select count(*)::int as n from group_answer');
    [screen, ...phones.map(({ stream }) => stream)].forEach((stream) => stream.end());
    const how = `${phonesInAll} phones, ${taken} answers, one of two processes killed`;
    return [
      {
        name: 'answer of a phone stored',
        unit: 'ms',
        goal: 300,
        value: quantile(times, 0.95),
        how: `95 % of: ${how}`
      },
      {
        name: 'answer on the screen',
        unit: 'ms',
        goal: 1000,
        value: quantile(lags, 0.95),
        how: '95 % of the times from stored to counted there'
      },
      {
        name: 'next specimen on every phone',
        unit: 'ms',
        goal: 1000,
        value: Math.max(...steps),
        how: `the slowest of ${specimens}, from the screen to the last phone`
      },
      {
        name: 'answers lost',
        unit: '%',
        goal: 0.001,
        value: (100 * (phonesInAll * specimens - kept!.n)) / (phonesInAll * specimens),
        how: `${taken} taken, ${kept!.n} kept`
      }
    ];
  } finally {
    await installation.stop();
  }
}
