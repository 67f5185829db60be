import { error } from '@sveltejs/kit';
import { type SchoolDb, withSchool } from './school';
import { type Viewer, leads } from './sign-in';

const uuidPattern = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** What belongs to another school and what does not exist look the same from here. */
export const notHere = (what: string): never => error(404, `There is no such ${what} in your school.`);

/** The viewer of a page behind the sign-in. */
export function signedIn(locals: App.Locals): Viewer {
  return locals.viewer ?? error(401, 'Sign in first.');
}

/** Owner or instructor. */
export function leading(locals: App.Locals): Viewer {
  const viewer = signedIn(locals);
  return leads(viewer) ? viewer : error(403, 'Only owners and instructors can do this.');
}

/** An id typed by hand may be anything. */
export const idFrom = (value: string | undefined, what: string): string =>
  value && uuidPattern.test(value) ? value : notHere(what);

/** Work in the viewer's school. */
export const inSchoolOf = <T>(viewer: Viewer, work: (db: SchoolDb) => Promise<T>): Promise<T> =>
  withSchool(viewer.schoolId, work);

/** A value that must be there, or 404. */
export const found = <T>(value: T | undefined, what: string): T => value ?? notHere(what);

/** Owner, instructor or assistant: who sees the school's ground. */
export function teaching(locals: App.Locals): Viewer {
  const viewer = signedIn(locals);
  return viewer.role === 'learner' ? error(403, 'Only those who teach see this.') : viewer;
}
