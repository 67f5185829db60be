import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { type Level, levels } from '$core/walk';
import type { SchoolDb } from '../database/school';
import { addressesOf, removeMembership, roles } from '../accounts';
import { insert } from '../database/insert';
import { forgetMail, rewriteWaiting } from '../mail';
import { Identified, maybe, rowOf, rowsOf } from '../database/rows';

const Person = z.object({
  id: z.string(),
  name: z.string(),
  role: z.enum([...roles, 'guest']),
  isMinor: z.boolean(),
  guardianName: maybe(z.string()),
  guardianConsentOn: maybe(z.string()),
  telephone: maybe(z.string()),
  /** Who is told if something happens to them. */
  emergencyName: maybe(z.string()),
  emergencyTelephone: maybe(z.string()),
  /** Of who leads: until when their first-aid certificate runs. */
  firstAidUntil: maybe(z.string())
});
export type Person = Readonly<z.infer<typeof Person>>;

const Cohort = z.object({
  id: z.string(),
  name: z.string(),
  level: z.enum(levels),
  members: z.array(z.string()).readonly()
});
export type Cohort = Readonly<z.infer<typeof Cohort>>;

/** People that a school may have at most: a slip of a script fills no database. */
export const mostPeople = 5000;

export const listPeople = (db: SchoolDb): Promise<Person[]> =>
  rowsOf(
    db,
    Person,
    `select id, name, role, is_minor as "isMinor", guardian_name as "guardianName",
            guardian_consent_on as "guardianConsentOn", telephone, emergency_name as "emergencyName",
            emergency_telephone as "emergencyTelephone", first_aid_until as "firstAidUntil"
       from person order by name`
  );

export const listCohorts = (db: SchoolDb): Promise<Cohort[]> =>
  rowsOf(
    db,
    Cohort,
    `select id, name, level,
            coalesce(array_agg(person_id order by person_id) filter (where person_id is not null), '{}') as members
       from cohort left join cohort_member on cohort_member.cohort_id = cohort.id and cohort_member.school_id = cohort.school_id
      group by cohort.school_id, cohort.id order by name`
  );

/** How somebody is reached, and who is told if something happens to them; what is empty is not known. */
export interface Contacts {
  readonly telephone?: string | undefined;
  readonly emergencyName?: string | undefined;
  readonly emergencyTelephone?: string | undefined;
}

const contactColumns = ({ telephone, emergencyName, emergencyTelephone }: Contacts) => ({
  telephone: telephone || null,
  emergencyName: emergencyName || null,
  emergencyTelephone: emergencyTelephone || null
});

export async function addPerson(
  db: SchoolDb,
  person: {
    name: string;
    role: Person['role'];
    isMinor: boolean;
    cohortId: string | undefined;
    contacts?: Contacts;
  }
): Promise<string> {
  const id = uuid();
  await insert(db, 'person', {
    id,
    name: person.name,
    role: person.role,
    isMinor: person.isMinor,
    ...contactColumns(person.contacts ?? {})
  });
  if (person.cohortId) await insert(db, 'cohort_member', { cohortId: person.cohortId, personId: id });
  return id;
}

export async function addCohort(db: SchoolDb, name: string, level: Level): Promise<string> {
  const id = uuid();
  await insert(db, 'cohort', { id, name, level });
  return id;
}

/** Corrects what somebody is called and how they are reached. @returns false where there is no such person */
export async function correctPerson(
  db: SchoolDb,
  personId: string,
  { name, isMinor, ...contacts }: Contacts & { readonly name: string; readonly isMinor: boolean }
): Promise<boolean> {
  const { telephone, emergencyName, emergencyTelephone } = contactColumns(contacts);
  const { rowCount } = await db.query(
    `update person set name = $2, is_minor = $3, telephone = $4, emergency_name = $5, emergency_telephone = $6
      where id = $1 and name <> $7`,
    [personId, name, isMinor, telephone, emergencyName, emergencyTelephone, erasedName]
  );
  return Boolean(rowCount);
}

/** @returns false where there is no such person in the school */
export async function recordConsent(db: SchoolDb, personId: string, guardianName: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update person set guardian_name = $2, guardian_consent_on = (domain_now())::date where id = $1 and is_minor',
    [personId, guardianName]
  );
  return Boolean(rowCount);
}

/** @param until undefined where there is none */
export async function setFirstAid(db: SchoolDb, personId: string, until: string | undefined): Promise<void> {
  await db.query(
    "update person set first_aid_until = $2 where id = $1 and role in ('owner', 'instructor', 'assistant')",
    [personId, until ?? null]
  );
}

/** Puts a person into these groups of the school and no others; unknown groups are passed over. */
export async function setGroups(db: SchoolDb, personId: string, cohortIds: readonly string[]): Promise<void> {
  await db.query('delete from cohort_member where person_id = $1 and cohort_id <> all ($2)', [
    personId,
    cohortIds
  ]);
  await db.query(
    `insert into cohort_member (school_id, cohort_id, person_id)
     select cohort.school_id, cohort.id, person.id
       from cohort join person on person.school_id = cohort.school_id
      where cohort.id = any ($2) and person.id = $1
     on conflict do nothing`,
    [personId, cohortIds]
  );
}

export const erasedName = 'Erased person';

/** Of the people who own the school; held until the transaction ends, so that two do not step down at once. */
async function ownersLeft(db: SchoolDb, but: string): Promise<number> {
  const owners = await rowsOf(
    db,
    Identified,
    "select id from person where role = 'owner' order by id for update"
  );
  return owners.filter(({ id }) => id !== but).length;
}

const lastOwner = 'This is the only owner of the school: make somebody else an owner first.';

/** Gives a person another role. @returns what speaks against it */
export async function setRole(
  db: SchoolDb,
  personId: string,
  role: Person['role']
): Promise<string | undefined> {
  if (role !== 'owner' && (await ownersLeft(db, personId)) === 0) return lastOwner;
  const { rowCount } = await db.query('update person set role = $2 where id = $1', [personId, role]);
  return rowCount ? undefined : 'There is no such person.';
}

/**
 * Erases what is personal of a person: name, guardian, health notes, groups, account and messages to them, and their
 * name and addresses wherever somebody wrote them, published briefs included. Their answers stay without a name, since
 * events hold none.
 * @returns what speaks against it
 */
export async function erasePerson(db: SchoolDb, personId: string): Promise<string | undefined> {
  if ((await ownersLeft(db, personId)) === 0) return lastOwner;
  const person = await rowOf(
    db,
    z.object({ name: z.string(), guardianName: z.string().nullable(), shared: z.boolean() }),
    `select name, guardian_name as "guardianName",
            exists (select from person other where other.name = person.name and other.id <> person.id) as shared
       from person where id = $1 for update`,
    [personId]
  );
  if (!person) return 'There is no such person.';
  const addresses = await addressesOf(db, personId);
  await db.query(
    `update person set name = $2, guardian_name = null, guardian_consent_on = null, telephone = null, emergency_name = null,
            emergency_telephone = null, first_aid_until = null, is_minor = false, role = 'guest'
      where id = $1`,
    [personId, erasedName]
  );
  await setGroups(db, personId, []);
  await db.query('delete from health_note where person_id = $1', [personId]);
  await db.query('select forget_walk_health($1)', [personId]);
  await db.query('delete from notebook_entry where person_id = $1', [personId]);
  await forgetMail(db, addresses);
  await db.query('delete from outbox_message where recipient = any ($1)', [addresses]);
  // Somebody else of the same name keeps it where it was written.
  const words = [...addresses, ...(person.shared ? [] : [person.name]), person.guardianName];
  let changed = 0;
  for (const word of words) {
    const counted = await rowOf(db, z.object({ n: z.number() }), 'select erase_words($1, $2) as n', [
      word ?? '',
      erasedName
    ]);
    changed += counted!.n;
  }
  await rewriteWaiting(db);
  // Files that were printed with the name are made anew when somebody asks for them.
  if (changed > 0) await db.query("delete from print_job where state = 'done'");
  await removeMembership(db, personId);
  return undefined;
}
