import { setTimeout as wait } from 'node:timers/promises';
import { SetupError, say } from './say.js';
import { serve } from './server.js';

/** Seconds before the application is started again after it has ended by itself: each time longer. */
const pauses = [0, 1, 2, 5, 15, 30, 60];

/** Who served for so many seconds was well: the next end is a new story. */
const wellAfter = 300;

/**
 * Serves the application, and starts it again whenever it ends by itself.
 * @param {import('./server.js').ServeOptions} options
 * @param {{ isStopping: () => boolean, onFirst: (origin: string) => void }} hooks
 * @returns {{ ended: Promise<void>, stop: () => Promise<void> }} `ended` fails where it cannot be kept alive
 */
export function keepServing(options, { isStopping, onFirst }) {
  /** @type {Awaited<ReturnType<typeof serve>> | undefined} */
  let server;
  const run = async () => {
    for (let ends = 0; ;) {
      const began = Date.now();
      try {
        const isFirst = !server;
        server = await serve({ ...options, remember: true });
        if (isFirst) onFirst(server.origin);
        else say('The application serves again.');
        await server.exited;
      } catch (error) {
        // What does not start the first time needs somebody to mend it.
        if (!server) throw error;
        say(error instanceof Error ? error.message : String(error));
      }
      if (isStopping()) return;
      ends = Date.now() - began > wellAfter * 1000 ? 1 : ends + 1;
      const pause = pauses[ends - 1];
      if (pause === undefined)
        throw new SetupError(
          `The application has ended by itself ${ends} times in a row (see above). It is not started again.`
        );
      say(`The application has ended by itself (see above). It starts again in ${pause} s …`);
      await wait(pause * 1000);
      if (isStopping()) return;
    }
  };
  return { ended: run(), stop: async () => server?.stop() };
}
