import { z } from 'zod';
import { aboveSchools, patienceMs, query } from '../database/database';
import { maybe, rowOf } from '../database/rows';
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
  /** The region of the library that is shown where no site says which; one of the school's. */
  readonly region: string;
  /** All that the school works in, that one first. */
  readonly regions: readonly string[];
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
  /** The school wants a second factor of them, and their account has none. */
  readonly lacksFactor: boolean;
}

export const leads = (viewer: Pick<Viewer, 'role'>): boolean =>
  viewer.role === 'owner' || viewer.role === 'instructor';

/** By the columns of the function that finds it. */
const ViewerRow = z.object({
  session_id: z.string(),
  account_id: z.string(),
  school_id: z.string(),
  person_id: z.string(),
  confirmed_at: z.date(),
  schools: z.number(),
  is_stale: z.boolean(),
  name: z.string(),
  role: z.string(),
  school: z.string(),
  demo_date: maybe(z.string()),
  time_zone: z.string(),
  regions: z.array(z.string()).min(1),
  today: z.string(),
  lacks_factor: z.boolean()
});

/** A viewer as they look at a region; as they are where the school does not work in it. */
export const lookingAt = (viewer: Viewer, region: string | null | undefined): Viewer =>
  region && viewer.regions.includes(region)
    ? { ...viewer, region, regions: [region, ...viewer.regions.filter((other) => other !== region)] }
    : viewer;

/**
 * The viewer of a session token.
 * @returns undefined where it is unknown, expired or unused for too long, or its person has no role any more
 */
export async function viewerOf(token: string): Promise<Viewer | undefined> {
  const row = await rowOf(aboveSchools, ViewerRow, 'select * from viewer_of($1, $2, $3)', [
    hashOf(token),
    idleDays,
    patienceMs()
  ]);
  const role = Role.safeParse(row?.role);
  if (!row || !role.success) return undefined;
  // Not at every request: that would be dear.
  if (row.is_stale) await query('update session set seen_at = now() where id = $1', [row.session_id]);
  return {
    accountId: row.account_id,
    sessionId: row.session_id,
    schoolId: row.school_id,
    personId: row.person_id,
    name: row.name,
    role: role.data,
    region: row.regions[0]!,
    regions: row.regions,
    school: { name: row.school, demoDate: row.demo_date, timeZone: row.time_zone },
    today: row.today,
    confirmedAt: row.confirmed_at,
    schools: row.schools,
    lacksFactor: row.lacks_factor
  };
}
