import { error, redirect } from '@sveltejs/kit';
import { ownPath } from './own-path';
import { type SchoolDb, withSchool } from '../database/school';
import { type Viewer, leads } from '../accounts';

const uuidPattern = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** What belongs to another school and what does not exist look the same from here. */
export const notFound = (what: string): never => error(404, `There is no such ${what} in your school.`);

/** The viewer of a page behind the sign-in. */
export function requireSignedIn(locals: App.Locals): Viewer {
  return locals.viewer ?? error(401, 'Sign in first.');
}

/** Owner or instructor. */
export function requireLeader(locals: App.Locals): Viewer {
  const viewer = requireSignedIn(locals);
  return leads(viewer) ? viewer : error(403, 'Only owners and instructors can do this.');
}

/** Minutes for which entering the password once is enough for what is grave. */
const confirmedFor = 15;

/**
 * Who has entered their password a short while ago; others are asked for it first and come back. For what cannot be
 * undone or lets much out: erasing, exporting people, changing roles.
 */
export function requireRecentPassword(viewer: Viewer, url: URL): Viewer {
  if (Date.now() - viewer.confirmedAt.getTime() < confirmedFor * 60_000) return viewer;
  redirect(
    303,
    `/confirm?to=${encodeURIComponent(ownPath(url.pathname + url.search.replace(/^\?\/\w*/, '')))}`
  );
}

/** Only the owner of a school. */
export function requireOwner(locals: App.Locals): Viewer {
  const viewer = requireSignedIn(locals);
  return viewer.role === 'owner' ? viewer : error(403, 'Only an owner can do this.');
}

/** An id typed by hand may be anything. */
export const idFrom = (value: string | undefined, what: string): string =>
  value && uuidPattern.test(value) ? value : notFound(what);

/** Work in the viewer's school. */
export const inSchoolOf = <T>(viewer: Viewer, work: (db: SchoolDb) => Promise<T>): Promise<T> =>
  withSchool(viewer.schoolId, work);

/** A value that must be there, or 404. */
export const orNotFound = <T>(value: T | undefined, what: string): T => value ?? notFound(what);

/** Owner, instructor or assistant: who sees the school's ground. */
export function requireTeacher(locals: App.Locals): Viewer {
  const viewer = requireSignedIn(locals);
  return viewer.role === 'learner' ? error(403, 'Only those who teach see this.') : viewer;
}
