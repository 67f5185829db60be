import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { membershipsOf } from '../accounts';
import { type SchoolDb, withSchool } from '../database/school';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';

/**
 * What was done to people, roles, permissions and data, and by whom. Entries hold ids and figures, no names, and are
 * never changed; owners read them, and they are swept after two years.
 */

export const auditKinds = {
  'signed in': 'signed in',
  'sign-in refused': 'a sign-in was refused',
  'password changed': 'changed their password',
  'password link made': 'made a link for a new password',
  'password set by link': 'set a new password by a link',
  'password asked for': 'asked for a link for a new password by mail',
  'address changed': 'changed the address with which they sign in',
  'second factor set': 'set up a second factor',
  'second factor taken off': 'took a second factor off',
  'recovery code used': 'signed in by a recovery code',
  'session ended': 'ended a session',
  'person added': 'added a person',
  'person corrected': 'corrected a person’s entry',
  'people exported': 'took out the list of people',
  invited: 'made an invitation',
  'invitation withdrawn': 'withdrew an invitation',
  joined: 'joined by an invitation',
  'role changed': 'changed a role',
  'person erased': 'erased a person',
  'person exported': 'took out the data of a person',
  'school exported': 'took out the whole school',
  'results exported': 'took out results',
  'settings changed': 'changed the settings of the school'
} as const;
export type AuditKind = keyof typeof auditKinds;

/** Who did it, and in which request; nobody where the server itself or a stranger did. */
export interface Actor {
  readonly personId?: string;
  readonly number?: string;
}

export async function audit(
  db: SchoolDb,
  actor: Actor,
  what: AuditKind,
  about?: string,
  detail: Record<string, string | number> = {}
): Promise<void> {
  await insert(db, 'audit_entry', {
    id: uuid(),
    actorId: actor.personId,
    what,
    aboutId: about,
    detail,
    request: actor.number
  });
}

/** Notes in each school of an account what happened to it; `byThemselves` where that is known. */
export async function auditAccount(
  accountId: string,
  what: AuditKind,
  { byThemselves, number }: { readonly byThemselves: boolean; readonly number: string }
): Promise<void> {
  for (const { schoolId, personId } of await membershipsOf(accountId))
    await withSchool(schoolId, (db) =>
      audit(db, byThemselves ? { personId, number } : { number }, what, personId)
    );
}

const AuditEntry = z.object({
  id: z.string(),
  at: z.date(),
  what: z.enum(Object.keys(auditKinds) as AuditKind[]),
  actor: maybe(z.string()),
  about: maybe(z.string()),
  detail: z.record(z.string(), z.union([z.string(), z.number()])),
  request: maybe(z.string())
});
export type AuditEntry = Readonly<z.infer<typeof AuditEntry>>;

/** The latest entries. @param before only those before this one, by its id */
export function listAudit(db: SchoolDb, most: number, before?: string): Promise<AuditEntry[]> {
  return rowsOf(
    db,
    AuditEntry,
    `select entry.id, recorded_at as at, what, actor.name as actor, about.name as about, detail, request
       from audit_entry entry
       left join person actor on actor.school_id = entry.school_id and actor.id = actor_id
       left join person about on about.school_id = entry.school_id and about.id = about_id
      where $2::uuid is null or entry.id < $2
      order by entry.id desc limit $1`,
    [most, before ?? null]
  );
}

/** How often signing in as this person was refused since they last signed in, before this moment. */
export async function refusedSince(db: SchoolDb, personId: string): Promise<number> {
  const refused = await rowOf(
    db,
    z.object({ n: z.number() }),
    `with sign_ins as (
       select recorded_at from audit_entry where what = 'signed in' and actor_id = $1 order by recorded_at desc limit 2)
     select count(*)::int as n from audit_entry
      where what = 'sign-in refused' and about_id = $1
        and recorded_at > coalesce((select min(recorded_at) from sign_ins having count(*) = 2), '-infinity')`,
    [personId]
  );
  return refused!.n;
}
