import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { lookCloser, type Observation, observationsFrom } from '$core/evidence';
import { type Library, englishName, isDangerous, stateLabel } from '$core/knowledge';
import { addDays } from '$core/season';
import { comeBackOn } from '$core/year';
import { addSource } from '../library/bookshelf';
import { queueMessage } from '../school/outbox';
import { addPatch } from './patches';
import type { SchoolDb } from '../database/school';
import { readSettings } from '../school/schools';
import { listSightings, seasonOf } from '../season/sightings';
import type { Viewer } from '../accounts';
import type { Site } from './sites';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';

/** Finds without a name: what was seen of them, what they may be, when to come back, and who was asked. */
const OpenFind = z.object({
  id: z.string(),
  siteId: z.string(),
  name: z.string(),
  longitude: maybe(z.number()),
  latitude: maybe(z.number()),
  seenOn: z.string(),
  note: z.string(),
  /** [character~state] */
  seen: z.array(z.string()).readonly(),
  cannot: z.array(z.string()).readonly(),
  foundBy: z.string(),
  taxon: maybe(z.string()),
  namedBecause: maybe(z.string()),
  patchId: maybe(z.string())
});
export type OpenFind = Readonly<z.infer<typeof OpenFind>>;

const select = `select find.id, site_id as "siteId", find.name, longitude, latitude, to_char(seen_on, 'YYYY-MM-DD') as "seenOn",
         note, seen, cannot, person.name as "foundBy", taxon, named_because as "namedBecause", patch_id as "patchId"
    from open_find find join person on person.school_id = find.school_id and person.id = found_by`;

/** The finds of a site, or of all, the latest first. */
export function listFinds(db: SchoolDb, siteId?: string): Promise<OpenFind[]> {
  return rowsOf(
    db,
    OpenFind,
    `${select} where ($1::uuid is null or site_id = $1) and effective_at <= domain_now()
      order by seen_on desc, find.id desc`,
    [siteId ?? null]
  );
}

export function readFind(db: SchoolDb, siteId: string, id: string): Promise<OpenFind | undefined> {
  return rowOf(
    db,
    OpenFind,
    `${select} where site_id = $1 and find.id = $2 and effective_at <= domain_now()`,
    [siteId, id]
  );
}

const optionalDegrees = (limit: number) =>
  z
    .union([z.literal(''), z.coerce.number().min(-limit).max(limit)])
    .transform((value) => (value === '' ? undefined : value))
    .optional();

export const NewFind = z.object({
  name: z.string().trim().min(1, 'Give it a name for now, such as “umbels by the ford”.').max(120),
  seenOn: z.iso.date('This is no date.'),
  note: z.string().trim().max(1000).default(''),
  longitude: optionalDegrees(180),
  latitude: optionalDegrees(90),
  seen: z.array(z.string().max(120)).max(120).default([]),
  cannot: z.array(z.string().max(80)).max(120).default([])
});

export async function addFind(
  db: SchoolDb,
  viewer: Viewer,
  siteId: string,
  find: z.infer<typeof NewFind>
): Promise<string> {
  const id = uuid();
  await insert(db, 'open_find', {
    id,
    siteId,
    name: find.name,
    longitude: find.longitude,
    latitude: find.latitude,
    seenOn: find.seenOn,
    note: find.note,
    seen: find.seen,
    cannot: find.cannot,
    foundBy: viewer.personId,
    effectiveAt: db.now
  });
  return id;
}

/** What was seen of it is replaced: somebody has looked again. */
export async function lookAgain(
  db: SchoolDb,
  id: string,
  seen: readonly string[],
  cannot: readonly string[]
): Promise<void> {
  await db.query('update open_find set seen = $2, cannot = $3 where id = $1', [id, seen, cannot]);
}

export async function removeFind(db: SchoolDb, siteId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'delete from open_find where site_id = $1 and id = $2 and patch_id is null',
    [siteId, id]
  );
  return rowCount === 1;
}

/** How likely a candidate must be to stay one, and how many are named. */
const stays = 0.03;
const mostCandidates = 6;

/** Days for which what tells candidates apart is taken to be there still. */
const chanceLasts = 21;

/** What a find may still be, and when it is worth coming back. */
export async function candidatesOf(
  db: SchoolDb,
  library: Library,
  site: Site,
  find: OpenFind,
  today: string
) {
  const { policy } = await readSettings(db);
  const season = seasonOf(library, site, await listSightings(db, site.id), today);
  const { seen, unseen } = observationsFrom(library, find.seen, find.cannot);
  const rules = { mayDig: site.mayDig, scentCounts: policy.scentCounts };
  const look = lookCloser(
    library,
    { isoDate: find.seenOn, habitats: site.habitats, abundance: new Map() },
    rules,
    seen,
    unseen
  );
  // Of what nobody has described nothing is guessed.
  const candidates =
    seen.length === 0
      ? []
      : look.suspects.filter(({ probability }) => probability >= stays).slice(0, mostCandidates);
  const taxa = candidates.map(({ taxon }) => taxon);
  const backFrom = (isoDate: string) =>
    taxa.length > 1 ? comeBackOn(library.characters, taxa, season.calendar, rules, isoDate) : undefined;
  const first = backFrom(find.seenOn);
  // A chance that has gone by is followed by the next.
  const back = first && first.isoDate < addDays(today, -chanceLasts) ? backFrom(today) : first;
  return {
    seen: seen.map((one) => inWords(one)),
    candidates: candidates.map(({ taxon, stage, probability }) => ({
      slug: taxon.slug,
      name: englishName(taxon),
      scientific: taxon.name,
      stage: stage.stage,
      probability,
      isDanger: isDangerous(taxon)
    })),
    other: look.other,
    back: back && {
      isoDate: back.isoDate,
      stages: back.stages.map(({ taxon, stage }) => ({ name: englishName(taxon), stage })),
      characters: back.characters.map(({ name, look: how }) => ({ name, how }))
    }
  };
}

const inWords = ({ character, state }: Observation) => ({
  name: character.name,
  label: stateLabel(character, state)
});

const FindQuestion = z.object({
  id: z.string(),
  expert: z.string(),
  email: z.string(),
  askedOn: z.string(),
  answer: z.string().nullable(),
  answeredOn: z.string().nullable()
});
export type FindQuestion = Readonly<z.infer<typeof FindQuestion>>;

export function listQuestions(db: SchoolDb, findId: string): Promise<FindQuestion[]> {
  return rowsOf(
    db,
    FindQuestion,
    `select id, expert, email, to_char(asked_at, 'YYYY-MM-DD') as "askedOn", answer,
            to_char(answered_at, 'YYYY-MM-DD') as "answeredOn"
       from find_question where find_id = $1 order by asked_at, id`,
    [findId]
  );
}

/** Puts a find to an expert: the letter waits in the outbox. */
export async function askExpert(
  db: SchoolDb,
  viewer: Viewer,
  find: OpenFind,
  expert: string,
  email: string,
  letter: string
): Promise<void> {
  await insert(db, 'find_question', {
    id: uuid(),
    findId: find.id,
    expert,
    email,
    askedBy: viewer.personId,
    askedAt: db.now
  });
  await queueMessage(
    db,
    { recipient: email, subject: `What may this be? ${find.name}`, body: letter },
    viewer
  );
}

/** Keeps an expert's answer, and the expert as a source on the bookshelf. */
export async function keepAnswer(db: SchoolDb, findId: string, id: string, answer: string): Promise<boolean> {
  const asked = await rowOf(
    db,
    z.object({ expert: z.string(), on: z.string() }),
    `update find_question set answer = $3, answered_at = $4 where find_id = $1 and id = $2
      returning expert, to_char($4::timestamptz, 'YYYY-MM-DD') as on`,
    [findId, id, answer, db.now]
  );
  if (!asked) return false;
  await addSource(db, { kind: 'expert', citation: expertCitation(asked.expert, asked.on) });
  return true;
}
const expertCitation = (expert: string, on: string) => `${expert}, answer of ${on}`;

/** Gives a find its name: it becomes a patch where its place is known. */
export async function nameFind(
  db: SchoolDb,
  viewer: Viewer,
  find: OpenFind,
  taxon: string,
  because: string
): Promise<void> {
  const patchId =
    find.longitude !== undefined && find.latitude !== undefined
      ? await addPatch(db, find.siteId, {
          name: find.name,
          taxon,
          longitude: find.longitude,
          latitude: find.latitude,
          abundance: 'occasional'
        })
      : undefined;
  await db.query(
    `update open_find set taxon = $2, named_because = $3, patch_id = $4, named_by = $5, named_at = $6 where id = $1`,
    [find.id, taxon, because, patchId ?? null, viewer.personId, db.now]
  );
}

/** How many days ahead a return to a find is announced. */
const announcedDays = 14;

/** Finds without a name that it is worth going back to now or soon, the most urgent first. */
export async function findsToSeeAgain(db: SchoolDb, library: Library, sites: readonly Site[], today: string) {
  const open = (await listFinds(db)).filter(({ taxon }) => taxon === undefined);
  const due = await Promise.all(
    open.map(async (find) => {
      const site = sites.find(({ id }) => id === find.siteId);
      if (!site) return [];
      const { back } = await candidatesOf(db, library, site, find, today);
      return back && back.isoDate <= addDays(today, announcedDays)
        ? [{ id: find.id, siteId: find.siteId, site: site.name, name: find.name, on: back.isoDate }]
        : [];
    })
  );
  return due.flat().sort((a, b) => (a.on < b.on ? -1 : 1));
}
