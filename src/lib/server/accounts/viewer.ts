import { z } from 'zod';
import { query } from '../database';
import { withSchool } from '../school';
import { hashOf } from './tokens';
import { idleDays } from './sessions';

export const roles = ['owner', 'instructor', 'assistant', 'learner'] as const;
export const Role = z.enum(roles);
export type Role = z.infer<typeof Role>;

/** Who is signed in, where, and as what. */
export interface Viewer {
  readonly accountId: string;
  readonly sessionId: string;
  readonly schoolId: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  readonly school: {
    readonly name: string;
    readonly demoDate: string | undefined;
    readonly timeZone: string;
  };
  /** Local date of the school's own clock. */
  readonly today: string;
  /** When the password was last entered in this session. */
  readonly confirmedAt: Date;
  /** Of how many schools the account is. */
  readonly schools: number;
}

export const leads = (viewer: Pick<Viewer, 'role'>): boolean =>
  viewer.role === 'owner' || viewer.role === 'instructor';

/** Minutes between two notes of a session's use: writing at every request would be dear. */
const noteUseAfter = 5;

/**
 * The viewer of a session token.
 * @returns undefined where it is unknown, expired or unused for too long, or its person has no role any more
 */
export async function viewerOf(token: string): Promise<Viewer | undefined> {
  const { rows } = await query<{
    id: string;
    account_id: string;
    school_id: string;
    person_id: string;
    confirmed_at: Date;
    schools: number;
    is_stale: boolean;
  }>(
    `select session.id, session.account_id, session.school_id, membership.person_id, confirmed_at,
            (select count(*)::int from membership other where other.account_id = session.account_id) as schools,
            seen_at < now() - make_interval(mins => $3) as is_stale
       from session join membership using (account_id, school_id)
      where token_hash = $1 and expires_at > now() and seen_at > now() - make_interval(days => $2)`,
    [hashOf(token), idleDays, noteUseAfter]
  );
  const [session] = rows;
  if (!session) return undefined;
  if (session.is_stale) await query('update session set seen_at = now() where id = $1', [session.id]);
  return withSchool(session.school_id, async (db) => {
    const { rows: people } = await db.query<{
      name: string;
      role: string;
      school: string;
      demo_date: string | null;
      time_zone: string;
      today: string;
    }>(
      `select person.name, person.role, school.name as school, school.demo_date, school.time_zone,
              (domain_now() at time zone school.time_zone)::date as today
         from person join school using (school_id) where person.id = $1`,
      [session.person_id]
    );
    const [person] = people;
    const role = Role.safeParse(person?.role);
    if (!person || !role.success) return undefined;
    return {
      accountId: session.account_id,
      sessionId: session.id,
      schoolId: session.school_id,
      personId: session.person_id,
      name: person.name,
      role: role.data,
      school: { name: person.school, demoDate: person.demo_date ?? undefined, timeZone: person.time_zone },
      today: person.today,
      confirmedAt: session.confirmed_at,
      schools: session.schools
    };
  });
}
