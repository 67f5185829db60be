import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { WalkEvent, type WalkEventKind, type WalkEventOf, effectiveAt, mayTakeBack } from '$core/field';
import { englishName } from '$core/knowledge';
import type { Outcome } from '$core/learning';
import { dayAndMonth } from '$core/words';
import { DateTime } from 'luxon';
import type { Viewer } from '../accounts';
import { insert } from '../database/insert';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type SchoolDb, withSchool } from '../database/school';
import { type Arrival, standingIn } from '../events/store';
import { addPatch, removePatch } from '../ground/patches';
import { libraryOf } from '../library/library';

/**
 * What was tapped on a walk is kept as it was. What other parts of the house keep of it (the ledger of a patch, a
 * sighting, a find, a learner's test) is entered with it, and goes with it when it is taken back.
 */

export type WalkEventResult =
  { readonly noted: true } | { readonly status: 403 | 404 | 409; readonly problem: string };

const Setting = z.object({ siteId: z.string(), region: z.string(), timeZone: z.string() });
type Setting = z.infer<typeof Setting>;

const settingOf = (db: SchoolDb, walkId: string): Promise<Setting | undefined> =>
  rowOf(
    db,
    Setting,
    `select site_id as "siteId", region, time_zone as "timeZone"
       from walk join site on site.school_id = walk.school_id and site.id = site_id where walk.id = $1`,
    [walkId]
  );

/** Who sends; what they may is asked of their role. */
export type Sender = Pick<Viewer, 'schoolId' | 'personId' | 'role'>;

/** When it happened; never later than now, whatever the phone's clock says. */
const momentOf = (db: SchoolDb, event: WalkEvent): Date =>
  new Date(Math.min(effectiveAt(event), db.now.getTime()));

const dayOf = (moment: Date, { timeZone }: Setting): string =>
  DateTime.fromJSDate(moment, { zone: timeZone }).toISODate()!;

/** Keeps one event once, with what follows from it, in a transaction of its own. */
export const recordWalkEvent = (
  viewer: Sender,
  event: WalkEvent,
  arrival?: Arrival
): Promise<WalkEventResult> => withSchool(viewer.schoolId, (db) => recordEvent(db, viewer, event, arrival));

export async function recordEvent(
  db: SchoolDb,
  viewer: Sender,
  event: WalkEvent,
  { clockOffsetMs }: Arrival = {}
): Promise<WalkEventResult> {
  if (viewer.role === 'learner') return { status: 403, problem: 'Only those who teach record a walk.' };
  const setting = await settingOf(db, event.walkId);
  if (!setting) return { status: 404, problem: 'There is no such walk in your school.' };
  const isNew = await insert(
    db,
    'walk_event',
    {
      id: event.id,
      walkId: event.walkId,
      kind: event.kind,
      body: event,
      sentBy: viewer.personId,
      phone: event.phone,
      deviceAt: event.at,
      clockOffsetMs,
      effectiveAt: momentOf(db, event)
    },
    'nothing'
  );
  if (isNew) await follow(db, viewer, setting, event);
  else if ((await standingIn(db, 'walk_event', event)) !== 'same')
    return { status: 409, problem: 'Something else has this id already.' };
  return { noted: true };
}

const Body = z.object({ body: WalkEvent });

/** Everything that was tapped on a walk, by all its phones, in the order in which it happened. */
export async function readWalkEvents(db: SchoolDb, walkId: string): Promise<WalkEvent[]> {
  const rows = await rowsOf(
    db,
    Body,
    'select body from walk_event where walk_id = $1 and effective_at <= domain_now() order by effective_at, id',
    [walkId]
  );
  return rows.map(({ body }) => body);
}

/** Kinds of which other parts of the house keep something. */
const entered: ReadonlySet<WalkEventKind> = new Set([
  'taken',
  'put back',
  'nearly ready',
  'ground differs',
  'unknown plant',
  'new patch',
  'test'
]);

async function follow(db: SchoolDb, viewer: Sender, setting: Setting, event: WalkEvent): Promise<void> {
  if (event.kind === 'taken back') {
    const target = await rowOf(db, Body, 'select body from walk_event where walk_id = $1 and id = $2', [
      event.walkId,
      event.event
    ]);
    // It may still be on its way: then it is entered and taken back when it comes.
    if (target && mayTakeBack(target.body, event.phone)) await takeOut(db, viewer, target.body);
    return;
  }
  if (!entered.has(event.kind)) return;
  await enter(db, viewer, setting, event);
  const undo = await rowsOf(
    db,
    Body,
    `select body from walk_event where walk_id = $1 and kind = 'taken back' and body ->> 'event' = $2`,
    [event.walkId, event.id]
  );
  if (undo.some(({ body }) => mayTakeBack(event, body.phone))) await takeOut(db, viewer, event);
}

/** Enters what other parts of the house keep of an event. */
async function enter(db: SchoolDb, viewer: Sender, setting: Setting, event: WalkEvent): Promise<void> {
  const moment = momentOf(db, event);
  const day = dayOf(moment, setting);
  switch (event.kind) {
    case 'taken':
    case 'put back':
      return enterTaking(db, viewer, event, moment, day);
    case 'nearly ready':
      return enterSighting(db, viewer, setting, event.id, moment, day, {
        taxon: event.taxon,
        stage: event.stage,
        patchId: event.patch,
        says: 'not yet',
        amount: event.amount,
        note: [`About ${event.weeks} weeks to go.`, event.note].filter(Boolean).join(' ')
      });
    case 'ground differs':
      if (event.how !== 'other stage' || !event.stage) return;
      return enterSighting(db, viewer, setting, event.id, moment, day, {
        taxon: event.taxon,
        stage: event.stage,
        patchId: await patchOfStop(db, event.stop, event.taxon),
        says: 'there',
        amount: undefined,
        note: event.note
      });
    case 'unknown plant':
      await insert(db, 'open_find', {
        id: event.id,
        siteId: setting.siteId,
        name: event.name,
        longitude: event.place?.longitude,
        latitude: event.place?.latitude,
        seenOn: day,
        note: event.note,
        seen: event.seen,
        cannot: [],
        foundBy: viewer.personId,
        effectiveAt: moment
      });
      return;
    case 'new patch':
      return enterPatch(db, setting, event, day);
    case 'test':
      return enterTest(db, viewer, event, moment);
    default:
  }
}

async function patchOfStop(db: SchoolDb, stopId: string, taxon: string): Promise<string | undefined> {
  const found = await rowOf(
    db,
    z.object({ id: z.string() }),
    `select patch.id from stop join patch on patch.school_id = stop.school_id and patch.id = patch_id
      where stop.id = $1 and patch.taxon = $2`,
    [stopId, taxon]
  );
  return found?.id;
}

async function enterTaking(
  db: SchoolDb,
  viewer: Sender,
  event: WalkEventOf<'taken'> | WalkEventOf<'put back'>,
  moment: Date,
  day: string
): Promise<void> {
  const known = await rowOf(db, z.object({ id: z.string() }), 'select id from patch where id = $1', [
    event.patch
  ]);
  if (!known) return;
  await insert(db, 'gathering', {
    id: event.id,
    patchId: known.id,
    walkId: event.walkId,
    taxon: event.taxon,
    part: event.part,
    pieces: event.pieces,
    unit: event.kind === 'taken' ? event.unit : undefined,
    amount: event.kind === 'taken' ? event.amount : undefined,
    isLifted: event.kind === 'taken' && event.isLifted,
    isPutBack: event.kind === 'put back',
    gatheredOn: day,
    note: event.kind === 'taken' ? event.reason : '',
    recordedBy: viewer.personId,
    effectiveAt: moment
  });
}

async function enterSighting(
  db: SchoolDb,
  viewer: Sender,
  { siteId }: Setting,
  id: string,
  moment: Date,
  seenOn: string,
  seen: {
    readonly taxon: string;
    readonly stage: string;
    readonly patchId: string | undefined;
    readonly says: string;
    readonly amount: string | undefined;
    readonly note: string;
  }
): Promise<void> {
  const patch = await rowOf(
    db,
    z.object({ id: z.string(), taxon: maybe(z.string()) }),
    'select id, taxon from patch where site_id = $1 and id = $2',
    [siteId, seen.patchId ?? null]
  );
  await insert(db, 'sighting', {
    id,
    siteId,
    ...seen,
    patchId: patch?.taxon === seen.taxon ? patch.id : undefined,
    note: seen.note.slice(0, 500),
    seenOn,
    seenBy: viewer.personId,
    effectiveAt: moment
  });
}

/** A plant that the library has lost meanwhile gets no patch: the event stands in the day alone. */
async function enterPatch(
  db: SchoolDb,
  { siteId, region }: Setting,
  { id, taxon, amount, place, note }: WalkEventOf<'new patch'>,
  day: string
): Promise<void> {
  const known = (await libraryOf(db, region)).taxa.get(taxon);
  if (!known) return;
  const name = `${englishName(known)}, found ${dayAndMonth(day)}`;
  await addPatch(db, siteId, { name, taxon, abundance: amount, microhabitat: note, ...place }, id);
}

const outcomeOf: Readonly<Record<WalkEventOf<'test'>['outcome'], Outcome>> = {
  'named rightly': 'right',
  'left alone': 'left',
  'taken for another': 'missed',
  'would have gathered a dangerous one': 'dangerous gather'
};

/** A test on a living plant moves the ladder of a pair; without a lookalike it stands in the day alone. */
async function enterTest(
  db: SchoolDb,
  viewer: Sender,
  event: WalkEventOf<'test'>,
  moment: Date
): Promise<void> {
  if (!event.lookalike) return;
  const person = await rowOf(db, z.object({ id: z.string() }), 'select id from person where id = $1', [
    event.person
  ]);
  if (!person) return;
  await insert(db, 'sign_off', {
    id: event.id,
    personId: person.id,
    pair: `${event.taxon}~${event.lookalike}`,
    stage: event.stage,
    step: 'shown',
    outcome: outcomeOf[event.outcome],
    plant: `On the walk, asked: ${event.question}.`,
    signedBy: viewer.personId,
    effectiveAt: moment
  });
}

/** Takes out what was entered with an event. What only adds is taken back by an entry that names it, or passed over. */
async function takeOut(db: SchoolDb, viewer: Sender, event: WalkEvent): Promise<void> {
  if (event.kind === 'taken' || event.kind === 'put back')
    await db.query(
      `insert into gathering (school_id, id, patch_id, walk_id, taxon, part, pieces, unit, amount, gathered_on, takes_back,
                              recorded_by, effective_at)
       select school_id, $2, patch_id, walk_id, taxon, part, pieces, unit, amount, gathered_on, id, $3, $4 from gathering
        where id = $1 and takes_back is null
       on conflict do nothing`,
      [event.id, uuid(), viewer.personId, db.now]
    );
  else if (event.kind === 'nearly ready' || event.kind === 'ground differs')
    await db.query('delete from sighting where id = $1', [event.id]);
  else if (event.kind === 'new patch') await removePatch(db, event.id);
  else if (event.kind === 'unknown plant')
    await db.query('delete from open_find where id = $1 and taxon is null', [event.id]);
  await db.query('delete from walk_picture where event_id = $1', [event.id]);
}
