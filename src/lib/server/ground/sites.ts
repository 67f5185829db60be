import { v7 as uuid } from 'uuid';
import { Ground, emptyGround } from '$core/ground';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';

export interface Site {
  readonly id: string;
  readonly name: string;
  readonly timeZone: string;
  readonly ground: Ground;
  readonly habitats: readonly string[];
  readonly accessPoint: string | undefined;
  readonly nearestRoad: string;
  readonly phoneSignal: string;
  readonly toilets: string;
  readonly permissionFrom: string | undefined;
  readonly permissionSince: string | undefined;
  readonly permissionUntil: string | undefined;
  readonly mayPick: boolean;
  readonly mayDig: boolean;
  readonly mayFire: boolean;
  /** Teaching for a fee is allowed. */
  readonly mayCharge: boolean;
  /** How the ground is protected, as the school knows it. */
  readonly designation: string;
  /** By-laws and local custom, in words. */
  readonly localRules: string;
  readonly largestGroup: number | undefined;
  /** Above the sea; where it is not known, the library's reference height is taken. */
  readonly altitudeMetres: number | undefined;
  readonly note: string;
  readonly revision: number;
}

const columns = `id, name, time_zone as "timeZone", ground, habitats, access_point as "accessPoint",
  nearest_road as "nearestRoad", phone_signal as "phoneSignal", toilets,
  permission_from as "permissionFrom", permission_since as "permissionSince", permission_until as "permissionUntil",
  may_pick as "mayPick", may_dig as "mayDig", may_fire as "mayFire", may_charge as "mayCharge", designation,
  local_rules as "localRules", largest_group as "largestGroup",
  altitude_metres as "altitudeMetres", note, revision`;

type SiteRow = {
  [K in keyof Site]: undefined extends Site[K] ? Exclude<Site[K], undefined> | null : Site[K];
} & { ground: unknown };

const siteOf = (row: SiteRow): Site => ({
  ...row,
  ground: Ground.parse(row.ground),
  accessPoint: row.accessPoint ?? undefined,
  permissionFrom: row.permissionFrom ?? undefined,
  permissionSince: row.permissionSince ?? undefined,
  permissionUntil: row.permissionUntil ?? undefined,
  largestGroup: row.largestGroup ?? undefined,
  altitudeMetres: row.altitudeMetres ?? undefined
});

export async function listSites(db: SchoolDb): Promise<Site[]> {
  const { rows } = await db.query<SiteRow>(`select ${columns} from site order by name`);
  return rows.map(siteOf);
}

export async function readSite(db: SchoolDb, id: string): Promise<Site | undefined> {
  const { rows } = await db.query<SiteRow>(`select ${columns} from site where id = $1`, [id]);
  return rows[0] && siteOf(rows[0]);
}

export async function addSite(db: SchoolDb, name: string, timeZone: string): Promise<string> {
  const id = uuid();
  await insert(db, 'site', { id, name, timeZone, ground: emptyGround });
  return id;
}

export async function saveGround(db: SchoolDb, siteId: string, ground: Ground): Promise<void> {
  await db.query('update site set ground = $2, revision = revision + 1 where id = $1', [siteId, ground]);
}

type Optional =
  | 'accessPoint'
  | 'permissionFrom'
  | 'permissionSince'
  | 'permissionUntil'
  | 'largestGroup'
  | 'altitudeMetres';
/** What people say of a site; not there where it is not known. */
export type SiteDetails = Pick<
  Site,
  | 'name'
  | 'nearestRoad'
  | 'phoneSignal'
  | 'toilets'
  | 'mayPick'
  | 'mayDig'
  | 'mayFire'
  | 'mayCharge'
  | 'designation'
  | 'localRules'
  | 'habitats'
  | 'note'
> & { readonly [Key in Optional]?: Site[Key] | undefined };

export async function saveSiteDetails(db: SchoolDb, siteId: string, details: SiteDetails): Promise<void> {
  await db.query(
    `update site set name = $2, access_point = $3, permission_from = $4, permission_since = $5, permission_until = $6,
            may_pick = $7, may_dig = $8, largest_group = $9, note = $10, altitude_metres = $11,
            habitats = $12, may_fire = $13, may_charge = $14, designation = $15, local_rules = $16,
            nearest_road = $17, phone_signal = $18, toilets = $19, revision = revision + 1
      where id = $1`,
    [
      siteId,
      details.name,
      details.accessPoint ?? null,
      details.permissionFrom ?? null,
      details.permissionSince ?? null,
      details.permissionUntil ?? null,
      details.mayPick,
      details.mayDig,
      details.largestGroup ?? null,
      details.note,
      details.altitudeMetres ?? null,
      details.habitats,
      details.mayFire,
      details.mayCharge,
      details.designation,
      details.localRules,
      details.nearestRoad,
      details.phoneSignal,
      details.toilets
    ]
  );
}
