import type { RequestEvent } from '@sveltejs/kit';
import { z } from 'zod';
import { type Occurrence, placeSteps } from '$core/formats';
import { type Library, type LibraryTaxon, type Stage, englishName, stageNames } from '$core/knowledge';
import { counted, stageWord } from '$core/words';
import type { SchoolDb } from '../database/school';
import { maybe, rowsOf } from '../database/rows';
import { type Site, readSite } from '../ground/sites';
import { libraryOf } from '../library/library';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '../request/guard';

/** What was seen, gathered and named at a site, as occurrences for others. */

export const OccurrenceQuery = z.object({
  from: z.union([z.iso.date('This is no date.'), z.literal('')]).catch(''),
  until: z.union([z.iso.date('This is no date.'), z.literal('')]).catch(''),
  /** How well places are told: that is for whoever owns the data to say. */
  places: z.enum(placeSteps).catch('1 km'),
  /** Whether those who saw it are named; else the school is. */
  names: z.enum(['people', 'school']).catch('school')
});
export type OccurrenceQuery = z.infer<typeof OccurrenceQuery>;

const Row = z.object({
  id: z.string(),
  kind: z.enum(['sighting', 'gathering', 'find']),
  taxon: z.string(),
  stage: maybe(z.enum(stageNames)),
  says: z.string(),
  on: z.string(),
  by: z.string(),
  amount: maybe(z.string()),
  pieces: maybe(z.number()),
  part: maybe(z.string()),
  locality: z.string(),
  longitude: maybe(z.number()),
  latitude: maybe(z.number()),
  isRare: z.boolean()
});

const kingdoms: Readonly<Record<LibraryTaxon['group'], string>> = {
  plant: 'Plantae',
  // Green, red and brown algae lie in several.
  alga: '',
  fungus: 'Fungi',
  shellfish: 'Animalia'
};

/** Stages as a reproductive condition; others are stages of life. */
const conditions: Partial<Record<Stage, string>> = { bud: 'in bud', flower: 'flowering', fruit: 'fruiting' };

const remarksOf = ({ kind, says, pieces, part, stage }: z.infer<typeof Row>, taxon: LibraryTaxon): string => {
  if (kind === 'gathering') return `${counted(pieces ?? 0, 'piece')} (${part}) gathered`;
  if (kind === 'find') return 'Found without a name, and named since.';
  return says === 'there' || !stage
    ? ''
    : `${says === 'not yet' ? 'Not yet' : 'No longer'} in ${stageWord(taxon.group, stage)}.`;
};

/** The occurrences of a site within a time, in order. Notes are left out: they may name people. */
export async function occurrencesOf(
  db: SchoolDb,
  site: Pick<Site, 'id' | 'name'>,
  library: Library,
  school: string,
  { from, until, names }: OccurrenceQuery
): Promise<Occurrence[]> {
  const rows = await rowsOf(
    db,
    Row,
    `select s.id, 'sighting' as kind, s.taxon, s.stage, s.says, to_char(seen_on, 'YYYY-MM-DD') as "on", person.name as by,
            s.amount, null::int as pieces, null as part, coalesce(patch.name, '') as locality,
            patch.longitude, patch.latitude, coalesce(patch.abundance = 'rare', false) as "isRare"
       from sighting s join person on person.school_id = s.school_id and person.id = seen_by
       left join patch on patch.school_id = s.school_id and patch.id = patch_id
      where s.site_id = $1 and s.effective_at <= domain_now()
      union all
     select g.id, 'gathering', g.taxon, null, '', to_char(gathered_on, 'YYYY-MM-DD'), person.name, null, g.pieces, g.part,
            patch.name, patch.longitude, patch.latitude, patch.abundance = 'rare'
       from gathered g join person on person.school_id = g.school_id and person.id = recorded_by
       join patch on patch.school_id = g.school_id and patch.id = patch_id
      where patch.site_id = $1 and not g.is_put_back
      union all
     select f.id, 'find', f.taxon, null, '', to_char(seen_on, 'YYYY-MM-DD'), person.name, null, null, null, f.name,
            f.longitude, f.latitude, false
       from open_find f join person on person.school_id = f.school_id and person.id = found_by
      where f.site_id = $1 and f.taxon is not null and f.effective_at <= domain_now()
      order by "on", id`,
    [site.id]
  );
  return rows.flatMap((row): Occurrence[] => {
    const taxon = library.taxa.get(row.taxon);
    if (!taxon || (from && row.on < from) || (until && row.on > until)) return [];
    const { stage, says } = row;
    const isInStage = stage !== undefined && says === 'there';
    const condition = isInStage ? conditions[stage] : undefined;
    return [
      {
        id: row.id,
        scientificName: taxon.name,
        vernacularName: englishName(taxon),
        kingdom: kingdoms[taxon.group],
        eventDate: row.on,
        recordedBy: names === 'people' ? row.by : school,
        reproductiveCondition: condition ?? '',
        lifeStage: isInStage && !condition ? stageWord(taxon.group, stage) : '',
        quantity: row.amount ?? (row.pieces === undefined ? '' : String(row.pieces)),
        quantityType: row.amount ? 'DAFOR scale' : `pieces of ${row.part ?? ''}`,
        locality: [site.name, row.locality].filter(Boolean).join(', '),
        place:
          row.longitude !== undefined && row.latitude !== undefined
            ? { longitude: row.longitude, latitude: row.latitude }
            : undefined,
        isRare: row.isRare,
        remarks: remarksOf(row, taxon)
      }
    ];
  });
}

/** What somebody who leads asks for by an address, with all that a file of it needs. */
export const askedOccurrences = ({
  locals,
  params,
  url
}: Pick<RequestEvent, 'locals' | 'params' | 'url'>): Promise<{
  readonly query: OccurrenceQuery;
  readonly site: Pick<Site, 'id' | 'name'>;
  readonly school: string;
  readonly occurrences: readonly Occurrence[];
}> => {
  const viewer = requireLeader(locals);
  const id = idFrom(params['site'], 'site');
  const query = OccurrenceQuery.parse(Object.fromEntries(url.searchParams));
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const school = viewer.school.name;
    const occurrences = await occurrencesOf(db, site, await libraryOf(db, site.region), school, query);
    return { query, site, school, occurrences };
  });
};
