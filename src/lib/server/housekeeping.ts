import { deleteExpired } from './health';
import { withSchool } from './school';
import { schoolIds } from './sign-in';

/** What has to happen whether or not anybody opens a page. */

const hour = 3_600_000;

/** Deletes the health notes whose time is over, in every school. @returns how many */
export async function sweep(): Promise<number> {
  let deleted = 0;
  for (const id of await schoolIds()) deleted += await withSchool(id, deleteExpired);
  return deleted;
}

/** Sweeps now and every hour. @returns ends it */
export function keepSweeping(): () => void {
  const run = () =>
    void sweep().catch((error: unknown) => console.error('Health notes could not be swept:', error));
  run();
  const timer = setInterval(run, hour);
  timer.unref();
  return () => clearInterval(timer);
}
