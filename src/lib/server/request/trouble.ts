import { type Outage, outageOf } from '../database/database';
import { faultOf, log } from './log';

/** What people are told when something goes wrong, with a number by which it is found in the log. */

const outages: Record<Outage, string> = {
  gone: 'The database does not answer just now. What was stored is safe; what you sent last was not stored. Try again in a moment.',
  busy: 'Too much is going on at once just now. What you sent last was not stored. Try again in a moment.',
  slow: 'The database took too long to answer. What you sent last was not stored. Try again in a moment.',
  full: 'The database has no room left: nothing can be stored until whoever runs this installation makes room.'
};

/** Values that PostgreSQL cannot hold (class 22 of its error codes): a year 0, a letter that is none. */
const isBadValue = (problem: unknown) =>
  problem instanceof Error &&
  'code' in problem &&
  typeof problem.code === 'string' &&
  /^22/.test(problem.code);

/** Words and status for an error that nobody expected. */
export function wordsFor(problem: unknown): { readonly status: 400 | 500 | 503; readonly message: string } {
  const outage = outageOf(problem);
  if (outage) return { status: 503, message: outages[outage] };
  if (isBadValue(problem))
    return {
      status: 400,
      message: 'Something that was entered is out of range or not readable: nothing was stored.'
    };
  return {
    status: 500,
    message: 'Something went wrong here, and it is not your doing. What you sent last was not stored.'
  };
}

/** Logs an error and says which status and words it gets. */
export function report(problem: unknown, event: { locals: App.Locals; route: { id: string | null } }) {
  const { status, message } = wordsFor(problem);
  const line = { request: event.locals.number, route: event.route.id, ...faultOf(problem) };
  if (status === 400) log.warn({ what: 'refused', ...line });
  else log.error({ what: 'failed', ...line });
  return { status, message, number: event.locals.number };
}
