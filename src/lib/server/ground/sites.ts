import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { Ground, centreOf, emptyGround } from '$core/ground';
import type { Place } from '$core/place';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';

const SiteRow = z.object({
  id: z.string(),
  name: z.string(),
  /** Whose plants, seasons and animals it has. */
  region: z.string(),
  timeZone: z.string(),
  ground: Ground,
  habitats: z.array(z.string()).readonly(),
  accessPoint: maybe(z.string()),
  nearestRoad: z.string(),
  /** The emergency call that holds here, where it is not the school's. */
  emergencyCall: z.string(),
  phoneSignal: z.string(),
  toilets: z.string(),
  permissionFrom: maybe(z.string()),
  permissionSince: maybe(z.string()),
  permissionUntil: maybe(z.string()),
  mayPick: z.boolean(),
  mayDig: z.boolean(),
  mayFire: z.boolean(),
  /** Teaching for a fee is allowed. */
  mayCharge: z.boolean(),
  /** How the ground is protected, as the school knows it. */
  designation: z.string(),
  /** By-laws and local custom, in words. */
  localRules: z.string(),
  largestGroup: maybe(z.number()),
  /** Nothing on it climbs, by who knows it. */
  isLevel: z.boolean(),
  /** Above the sea; where it is not known, the library's reference height is taken. */
  altitudeMetres: maybe(z.number()),
  note: z.string(),
  revision: z.number(),
  /** Used no more. */
  isPutAway: z.boolean(),
  placeLongitude: maybe(z.number()),
  placeLatitude: maybe(z.number())
});

/** Where it is: the middle of what stands on its map, before that what was said when it was named; or nobody knows. */
const Site = SiteRow.transform(({ placeLongitude, placeLatitude, ...site }) => {
  const [longitude, latitude] = centreOf(site.ground) ?? [placeLongitude, placeLatitude];
  return {
    ...site,
    place: longitude === undefined || latitude === undefined ? undefined : { longitude, latitude }
  };
});
export type Site = Readonly<z.infer<typeof Site>>;

const columns = `id, name, region, time_zone as "timeZone", ground, habitats, access_point as "accessPoint",
  nearest_road as "nearestRoad", phone_signal as "phoneSignal", emergency_call as "emergencyCall", toilets,
  permission_from as "permissionFrom", permission_since as "permissionSince", permission_until as "permissionUntil",
  may_pick as "mayPick", may_dig as "mayDig", may_fire as "mayFire", may_charge as "mayCharge", designation,
  local_rules as "localRules", largest_group as "largestGroup",
  altitude_metres as "altitudeMetres", is_level as "isLevel", note, revision, put_away_at is not null as "isPutAway",
  place_longitude as "placeLongitude", place_latitude as "placeLatitude"`;

/** The sites in use. */
export const listSites = (db: SchoolDb): Promise<Site[]> =>
  rowsOf(db, Site, `select ${columns} from site where put_away_at is null order by name`);

/** Those that were put away, too. */
export const listAllSites = (db: SchoolDb): Promise<Site[]> =>
  rowsOf(db, Site, `select ${columns} from site order by name`);

export async function putAway(db: SchoolDb, siteId: string, isAway: boolean): Promise<void> {
  await db.query('update site set put_away_at = $2, revision = revision + 1 where id = $1', [
    siteId,
    isAway ? db.now : null
  ]);
}

/** @returns false where anything hangs on it: walks, patches, finds, sightings; such a site can be put away */
export async function removeSite(db: SchoolDb, siteId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `delete from site where id = $1
        and not exists (select 1 from walk where site_id = $1)
        and not exists (select 1 from patch where site_id = $1)
        and not exists (select 1 from open_find where site_id = $1)
        and not exists (select 1 from sighting where site_id = $1)`,
    [siteId]
  );
  return Boolean(rowCount);
}

export const readSite = (db: SchoolDb, id: string): Promise<Site | undefined> =>
  rowOf(db, Site, `select ${columns} from site where id = $1`, [id]);

/** The region of a site that is there. */
export const regionOfSite = async (db: SchoolDb, id: string): Promise<string> =>
  (await rowOf(db, SiteRow.pick({ region: true }), 'select region from site where id = $1', [id]))!.region;

/** @param place undefined where nobody says it yet */
export async function addSite(
  db: SchoolDb,
  name: string,
  region: string,
  timeZone: string,
  place: Place | undefined,
  ground: Ground = emptyGround
): Promise<string> {
  const id = uuid();
  await insert(db, 'site', { id, name, region, timeZone, ground, ...placeColumns(place) });
  return id;
}

const placeColumns = (place: Place | undefined) => ({
  placeLongitude: place?.longitude ?? null,
  placeLatitude: place?.latitude ?? null
});

/** Says where a site is on whose map nothing stands yet. */
export async function savePlace(db: SchoolDb, siteId: string, place: Place): Promise<void> {
  await db.query(
    'update site set place_longitude = $2, place_latitude = $3, revision = revision + 1 where id = $1',
    [siteId, place.longitude, place.latitude]
  );
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
  | 'region'
  | 'timeZone'
  | 'nearestRoad'
  | 'phoneSignal'
  | 'emergencyCall'
  | 'toilets'
  | 'mayPick'
  | 'mayDig'
  | 'mayFire'
  | 'isLevel'
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
            nearest_road = $17, phone_signal = $18, toilets = $19, is_level = $20, region = $21, time_zone = $22, emergency_call = $23, revision = revision + 1
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
      details.toilets,
      details.isLevel,
      details.region,
      details.timeZone,
      details.emergencyCall
    ]
  );
}
