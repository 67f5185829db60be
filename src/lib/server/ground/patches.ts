import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { abundances } from '$core/evidence';
import { Outline, middleOf, squareMetresOf } from '$core/ground';
import type { SchoolDb } from '../database/school';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';

/** Where something grows on a site, and what relies on it. */
const Patch = z.object({
  id: z.string(),
  siteId: z.string(),
  name: z.string(),
  taxon: z.string(),
  /** Its middle, where it has an outline. */
  longitude: z.number(),
  latitude: z.number(),
  outline: maybe(Outline),
  abundance: z.enum(abundances),
  microhabitat: z.string(),
  /** What it stands in itself; none recorded: any of its site's. */
  habitats: z.array(z.string()).readonly(),
  isOnly: z.boolean(),
  goneOn: maybe(z.string())
});
export type Patch = Readonly<z.infer<typeof Patch>>;

const select = `select id, site_id as "siteId", name, taxon, longitude, latitude, outline, abundance, microhabitat, habitats,
         is_only as "isOnly", to_char(gone_on, 'YYYY-MM-DD') as "goneOn" from patch`;

export interface PatchesOfSite {
  readonly here: readonly Patch[];
  /** Those that are not there any more, the latest first. */
  readonly gone: readonly Patch[];
}

export async function patchesOf(db: SchoolDb, siteId: string): Promise<PatchesOfSite> {
  const rows = await rowsOf(
    db,
    Patch.extend({ isGone: z.boolean() }),
    `select *, coalesce("goneOn" <= domain_now()::date::text, false) as "isGone" from (${select} where site_id = $1) patch
      order by "goneOn" desc, name`,
    [siteId]
  );
  const those = (gone: boolean) =>
    rows.filter(({ isGone }) => isGone === gone).map(({ isGone: _, ...patch }) => patch);
  return { here: those(false).sort((a, b) => a.name.localeCompare(b.name, 'en')), gone: those(true) };
}

/** The patches of a site that are there. */
export const listPatches = async (db: SchoolDb, siteId: string): Promise<readonly Patch[]> =>
  (await patchesOf(db, siteId)).here;

export const readPatch = (db: SchoolDb, siteId: string, id: string): Promise<Patch | undefined> =>
  rowOf(db, Patch, `${select} where site_id = $1 and id = $2`, [siteId, id]);

export type NewPatch = Pick<Patch, 'name' | 'taxon' | 'longitude' | 'latitude' | 'abundance'> &
  Partial<Pick<Patch, 'microhabitat' | 'habitats' | 'outline'>>;

export async function addPatch(
  db: SchoolDb,
  siteId: string,
  patch: NewPatch,
  id: string = uuid()
): Promise<string> {
  await insert(db, 'patch', {
    id,
    siteId,
    name: patch.name,
    taxon: patch.taxon,
    longitude: patch.longitude,
    latitude: patch.latitude,
    abundance: patch.abundance,
    microhabitat: patch.microhabitat ?? '',
    habitats: patch.habitats ?? [],
    outline: patch.outline ? JSON.stringify(patch.outline) : null
  });
  return id;
}

export const PatchDetails = z.object({
  name: z.string().trim().min(1, 'Name the patch.').max(120),
  abundance: z.enum(abundances),
  microhabitat: z.string().trim().max(300, 'At most 300 letters.').default(''),
  habitats: z.array(z.string().max(60)).default([]),
  isOnly: z.boolean().default(false)
});

export async function savePatchDetails(
  db: SchoolDb,
  id: string,
  { name, abundance, microhabitat, habitats, isOnly }: z.infer<typeof PatchDetails>
): Promise<void> {
  await db.query(
    'update patch set name = $2, abundance = $3, microhabitat = $4, is_only = $5, habitats = $6 where id = $1',
    [id, name, abundance, microhabitat, isOnly, habitats]
  );
}

/** A place or an area; of an area the middle is kept beside it. */
export const PatchShape = z.union([
  z.object({
    type: z.literal('Point'),
    coordinates: z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]).rest(z.number())
  }),
  Outline
]);

export async function savePatchShape(
  db: SchoolDb,
  id: string,
  shape: z.infer<typeof PatchShape>
): Promise<void> {
  const [longitude, latitude] = shape.type === 'Point' ? shape.coordinates : middleOf(shape);
  await db.query('update patch set longitude = $2, latitude = $3, outline = $4 where id = $1', [
    id,
    longitude,
    latitude,
    shape.type === 'Point' ? null : JSON.stringify(shape)
  ]);
}

export const areaOf = ({ outline }: Pick<Patch, 'outline'>): number | undefined =>
  outline && squareMetresOf(outline);

/** @param goneOn undefined brings it back */
export async function setGone(db: SchoolDb, id: string, goneOn: string | undefined): Promise<void> {
  await db.query('update patch set gone_on = $2 where id = $1', [id, goneOn ?? null]);
}

const RelyingWalk = z.object({ id: z.string(), name: z.string(), heldOn: z.string() });
const RelyingBrief = z.object({
  walkId: z.string(),
  walk: z.string(),
  version: z.number(),
  publishedOn: z.string()
});
const Reliances = z.object({ sightings: z.number(), gatherings: z.number() });

/** What relies on a patch and the name of its plant. */
export interface Reliance extends z.infer<typeof Reliances> {
  readonly walks: readonly z.infer<typeof RelyingWalk>[];
  readonly briefs: readonly z.infer<typeof RelyingBrief>[];
}

/** @param taxon the name in question: walks and briefs that speak of it at this patch */
export async function reliesOn(db: SchoolDb, patchId: string, taxon: string): Promise<Reliance> {
  const walks = await rowsOf(
    db,
    RelyingWalk,
    `select distinct walk.id, walk.name, held_on as "heldOn" from walk
       join stop on stop.school_id = walk.school_id and stop.walk_id = walk.id and stop.patch_id = $1
       join walk_taxon t on t.school_id = stop.school_id and t.stop_id = stop.id and t.taxon = $2
      order by held_on`,
    [patchId, taxon]
  );
  const briefs = await rowsOf(
    db,
    RelyingBrief,
    `select walk.id as "walkId", walk.name as walk, version, to_char(effective_at, 'YYYY-MM-DD') as "publishedOn"
       from brief join walk on walk.school_id = brief.school_id and walk.id = brief.walk_id
      where walk.id = any ($1) and effective_at <= domain_now() order by effective_at`,
    [walks.map(({ id }) => id)]
  );
  const counts = await rowOf(
    db,
    Reliances,
    `select (select count(*)::int from sighting where patch_id = $1 and taxon = $2) as sightings,
            (select count(*)::int from gathered where patch_id = $1 and taxon = $2) as gatherings`,
    [patchId, taxon]
  );
  return { walks, briefs, ...counts! };
}

const Renaming = z.object({
  oldTaxon: z.string(),
  newTaxon: z.string(),
  reason: z.string(),
  renamedBy: z.string(),
  on: z.string()
});
export type Renaming = Readonly<z.infer<typeof Renaming>>;

/** The plant of a patch is another: its sightings go along, plans and briefs stay as they were and are marked. */
export async function renamePlant(
  db: SchoolDb,
  viewer: Viewer,
  patch: Patch,
  newTaxon: string,
  reason: string
): Promise<void> {
  await insert(db, 'renaming', {
    id: uuid(),
    patchId: patch.id,
    oldTaxon: patch.taxon,
    newTaxon,
    reason,
    renamedBy: viewer.personId,
    effectiveAt: db.now
  });
  await db.query('update patch set taxon = $2 where id = $1', [patch.id, newTaxon]);
  await db.query('update sighting set taxon = $2 where patch_id = $1', [patch.id, newTaxon]);
}

export function listRenamings(db: SchoolDb, patchId: string): Promise<Renaming[]> {
  return rowsOf(
    db,
    Renaming,
    `select old_taxon as "oldTaxon", new_taxon as "newTaxon", reason, person.name as "renamedBy",
            to_char(effective_at, 'YYYY-MM-DD') as on
       from renaming join person on person.school_id = renaming.school_id and person.id = renamed_by
      where patch_id = $1 and effective_at <= domain_now() order by effective_at desc`,
    [patchId]
  );
}

/** A stop whose patch holds another plant than the walk was planned for. */
const Renamed = z.object({
  stop: z.string(),
  patch: z.string(),
  oldTaxon: z.string(),
  newTaxon: z.string(),
  reason: z.string(),
  on: z.string()
});
export type Renamed = Readonly<z.infer<typeof Renamed>>;

export function renamedUnder(db: SchoolDb, walkId: string): Promise<Renamed[]> {
  return rowsOf(
    db,
    Renamed,
    `select distinct on (stop.id, old_taxon) stop.name as stop, patch.name as patch, old_taxon as "oldTaxon",
            patch.taxon as "newTaxon", renaming.reason, to_char(renaming.effective_at, 'YYYY-MM-DD') as on
       from stop
       join walk_taxon t on t.school_id = stop.school_id and t.stop_id = stop.id
       join patch on patch.school_id = stop.school_id and patch.id = stop.patch_id
       join renaming on renaming.school_id = patch.school_id and renaming.patch_id = patch.id
            and old_taxon = t.taxon and renaming.effective_at <= domain_now()
      where stop.walk_id = $1 and patch.taxon <> t.taxon
      order by stop.id, old_taxon, renaming.effective_at desc`,
    [walkId]
  );
}

/** @returns false where walks stop there, or where something was seen, sown or taken: such a patch is kept */
export async function removePatch(db: SchoolDb, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `delete from patch where id = $1
        and not exists (select 1 from stop where patch_id = $1)
        and not exists (select 1 from sighting where patch_id = $1)
        and not exists (select 1 from gathering where patch_id = $1)
        and not exists (select 1 from planting where patch_id = $1)`,
    [id]
  );
  return rowCount === 1;
}
