import { deleteExpired } from './health';
import { withSchool } from '../database/school';
import { schoolIds, sweepCodes, sweepSessions } from '../accounts';
import { forgetSeatNames } from '../learning/group';
import { sweepMail } from '../mail';
import { faultOf, log } from '../request/log';

/** What has to happen whether or not anybody opens a page. */

const hour = 3_600_000;

/** Letters of the outbox are kept for so many days: they hold addresses and names. */
const outboxDays = 90;

/** Deletes what has had its time, in every school and above them. @returns how many health notes */
export async function sweep(): Promise<number> {
  let deleted = 0;
  for (const id of await schoolIds())
    deleted += await withSchool(id, async (db) => {
      await db.query('delete from outbox_message where created_at < now() - make_interval(days => $1)', [
        outboxDays
      ]);
      await forgetSeatNames(db);
      await db.query('select sweep_audit()');
      await db.query('select forget_walk_health(null)');
      return deleteExpired(db);
    });
  await sweepSessions();
  await sweepMail();
  await sweepCodes();
  return deleted;
}

/** Sweeps now and every hour. @returns ends it */
export function keepSweeping(): () => void {
  const run = () =>
    void sweep().catch((error: unknown) => log.error({ what: 'sweep failed', ...faultOf(error) }));
  run();
  const timer = setInterval(run, hour);
  timer.unref();
  return () => clearInterval(timer);
}
