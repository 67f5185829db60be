import { Pack, WalkEvent, fieldDay } from '$core/field';
import { LibraryDocument, compileLibrary } from '$core/knowledge';
import { z } from 'zod';
import { filesAreKept, keepFiles, registerWorker } from './files';
import type { FieldStore, KeptPack } from './store';

/** A walk comes onto the phone, is tried whether it opens, and is compared with the server while there is network. */

/** The school's time, which in a demo is another day's, and the server's clock. */
const clocks = { now: z.iso.datetime(), clock: z.iso.datetime() };
const Answer = z.object({ pack: Pack, events: z.array(WalkEvent), ...clocks });
const News = z.object({
  events: z.array(WalkEvent),
  briefVersion: z.number().nullable(),
  heldOn: z.string(),
  calledOff: z.string().nullable(),
  ...clocks
});

/** Notes how far this phone's time is from the school's, and how far its clock is wrong, in milliseconds. */
async function noteClocks(
  store: FieldStore,
  { now, clock }: { readonly now: string; readonly clock: string },
  asked: number,
  answered: number
): Promise<void> {
  const middle = (asked + answered) / 2;
  await store.set('offset', Math.round(Date.parse(now) - middle));
  await store.set('wrong by', Math.round(Date.parse(clock) - middle));
}

async function problemIn(response: Response): Promise<string> {
  const said: unknown = await response.json().catch(() => undefined);
  return typeof said === 'object' && said !== null && 'message' in said
    ? String(said.message)
    : `The server answered ${response.status}.`;
}

export type Step = 'asking' | 'keeping the files' | 'keeping the walk' | 'opening every part';

/**
 * Takes a walk along.
 * @param phones among how many phones the amounts are shared out, where this is the first of them
 * @param tell is told what is being done
 * @throws with words for whoever holds the phone; what was there before stays
 */
export async function takeAlong(
  store: FieldStore,
  walkId: string,
  phones: number,
  tell: (step: Step) => void
): Promise<KeptPack> {
  tell('asking');
  const asked = Date.now();
  const response = await fetch(`/api/walks/${walkId}/pack`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify({ device: await store.device(), phones })
  }).catch(() => {
    throw new Error('The server was not reached: take the walk along where there is network.');
  });
  const answered = Date.now();
  if (!response.ok) throw new Error(await problemIn(response));
  const text = await response.text();
  const answer = Answer.safeParse(JSON.parse(text));
  if (!answer.success) throw new Error('What the server sent is not whole. Try again.');
  const { pack, events, now } = answer.data;
  await store.emptyOfOthers(pack.takenBy.id);
  tell('keeping the files');
  await registerWorker();
  await keepFiles();
  tell('keeping the walk');
  // A yes keeps the browser from making room by itself; a no is no reason to stop.
  await navigator.storage?.persist?.().catch(() => false);
  const kept: KeptPack = {
    walkId,
    owner: pack.takenBy.id,
    pack,
    bytes: text.length,
    refreshedAt: now
  };
  await store.keepPack(kept);
  await noteClocks(store, answer.data, asked, answered);
  await store.learn(events, pack.takenBy.id);
  tell('opening every part');
  return prove(store, walkId);
}

/** Opens every part from the store. @throws with the part that does not open */
export async function prove(store: FieldStore, walkId: string): Promise<KeptPack> {
  const kept = await store.pack(walkId);
  if (!kept) throw new Error('The walk is not on this phone.');
  const read = Pack.safeParse(kept.pack);
  if (!read.success) throw new Error('The walk on this phone is not whole. Take it along again.');
  compileLibrary(LibraryDocument.parse(read.data.library));
  const { brief } = read.data;
  const plates = brief?.document.sheets.flatMap((sheet) => sheet.plates) ?? [];
  if (plates.some((plate) => plate && !brief?.plates[plate.id]))
    throw new Error('A drawing of the brief is missing. Take the walk along again.');
  fieldDay(
    read.data,
    (await store.eventsOf(walkId)).map(({ event }) => event)
  );
  if (!(await filesAreKept()))
    throw new Error('The files of the field page are not kept. Take the walk along again.');
  const proven = { ...kept, provenAt: new Date().toISOString() };
  await store.keepPack(proven);
  return proven;
}

/**
 * Fetches what other phones have sent, and compares what was planned.
 * @returns what has changed, in words, or undefined where the server was not reached
 */
export async function refresh(
  store: FieldStore,
  kept: KeptPack,
  { brief, walk }: Pick<Pack, 'brief' | 'walk'>
): Promise<readonly string[] | undefined> {
  const asked = Date.now();
  const response = await fetch(`/api/walks/${kept.walkId}/events`, {
    headers: { accept: 'application/json' }
  }).catch(() => undefined);
  const answered = Date.now();
  if (!response) return undefined;
  if (response.status === 401)
    return ['You are signed out. What is tapped waits on this phone until you sign in.'];
  if (response.status === 404 || response.status === 403)
    return ['The server does not let you see this walk any more. What was tapped stays on this phone.'];
  const news = News.safeParse(await response.json().catch(() => undefined));
  if (!news.success) return undefined;
  const { events, briefVersion, heldOn, calledOff, now } = news.data;
  await store.learn(events, kept.owner);
  await noteClocks(store, news.data, asked, answered);
  await store.keepPack({ ...kept, refreshedAt: now });
  return [
    ...(calledOff ? [`This walk was called off: ${calledOff}`] : []),
    ...(heldOn !== walk.isoDate ? [`The walk was moved to ${heldOn}. Take it along again.`] : []),
    ...(briefVersion !== null && briefVersion !== (brief?.version ?? 0)
      ? [`There is a newer brief, version ${briefVersion}. Take the walk along again to go by it.`]
      : []),
    ...(briefVersion === null && brief ? ['The brief was withdrawn.'] : [])
  ];
}
