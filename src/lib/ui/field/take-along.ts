import { HomeTask, LearnerPack, Pack, WalkEvent, fieldDay } from '$core/field';
import { LibraryDocument, compileLibrary } from '$core/knowledge';
import { z } from 'zod';
import { filesAreKept, keepFiles, registerWorker } from './files';
import { problemIn } from './problem-in';
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
  mayKeepHealth: z.boolean(),
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
  const text = await textFrom(`/api/walks/${walkId}/pack`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify({ device: await store.device(), phones })
  });
  const answered = Date.now();
  const answer = Answer.safeParse(JSON.parse(text));
  if (!answer.success) throw new Error(notWhole);
  const { pack, events, now } = answer.data;
  await keepWhole(store, pack, text.length, now, tell);
  await noteClocks(store, answer.data, asked, answered);
  await store.learn(events, pack.takenBy.id);
  tell('opening every part');
  return prove(store, walkId);
}

/**
 * A learner keeps the brief of a walk, what was asked of them, and the library.
 * @throws with words for whoever holds the phone; what was there before stays
 */
export async function keepForLearner(
  store: FieldStore,
  walkId: string,
  tell: (step: Step) => void
): Promise<KeptPack> {
  tell('asking');
  const text = await textFrom(`/api/walks/${walkId}/learner-pack`, { cache: 'no-store' });
  const pack = LearnerPack.safeParse(JSON.parse(text));
  if (!pack.success) throw new Error(notWhole);
  await keepWhole(store, pack.data, text.length, pack.data.takenAt, tell);
  tell('opening every part');
  return prove(store, walkId);
}

const notWhole = 'What the server sent is not whole. Try again.';

async function textFrom(address: string, init: RequestInit): Promise<string> {
  const response = await fetch(address, init).catch(() => {
    throw new Error('The server was not reached: take the walk along where there is network.');
  });
  if (!response.ok) throw new Error(await problemIn(response));
  return response.text();
}

/** Keeps a pack with the files that open it; what others have taken along on this phone goes. */
async function keepWhole(
  store: FieldStore,
  pack: Pack | LearnerPack,
  bytes: number,
  refreshedAt: string,
  tell: (step: Step) => void
): Promise<void> {
  await store.emptyOfOthers(pack.takenBy.id);
  tell('keeping the files');
  await registerWorker();
  await keepFiles();
  tell('keeping the walk');
  // A yes keeps the browser from making room by itself; a no is no reason to stop.
  await navigator.storage?.persist?.().catch(() => false);
  await store.keepPack({ walkId: pack.walk.id, owner: pack.takenBy.id, pack, bytes, refreshedAt });
}

/** Opens every part from the store. @throws with the part that does not open */
export async function prove(store: FieldStore, walkId: string): Promise<KeptPack> {
  const kept = await store.pack(walkId);
  if (!kept) throw new Error('The walk is not on this phone.');
  const read = z.union([Pack, LearnerPack]).safeParse(kept.pack);
  if (!read.success) throw new Error('The walk on this phone is not whole. Take it along again.');
  compileLibrary(LibraryDocument.parse(read.data.library));
  const { brief } = read.data;
  const plates = brief?.document.sheets.flatMap((sheet) => sheet.plates) ?? [];
  if (plates.some((plate) => plate && !brief?.plates[plate.id]))
    throw new Error('A drawing of the brief is missing. Take the walk along again.');
  if (read.data.format === 2)
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
  if (response.status === 404 || response.status === 403) {
    await store.forgetHealth(kept.walkId);
    return ['The server does not let you see this walk any more. What was tapped stays on this phone.'];
  }
  const news = News.safeParse(await response.json().catch(() => undefined));
  if (!news.success) return undefined;
  const { events, now } = news.data;
  await store.learn(events, kept.owner);
  await noteClocks(store, news.data, asked, answered);
  if (!news.data.mayKeepHealth) await store.forgetHealth(kept.walkId);
  await store.keepPack({ ...kept, refreshedAt: now });
  return changed(news.data, { brief, walk });
}

const Planned = News.pick({ briefVersion: true, heldOn: true, calledOff: true });

/** What has changed since a walk was taken along, in words. */
const changed = (
  { briefVersion, heldOn, calledOff }: z.infer<typeof Planned>,
  { brief, walk }: Pick<Pack | LearnerPack, 'brief' | 'walk'>
): string[] => [
  ...(calledOff ? [`This walk was called off: ${calledOff}`] : []),
  ...(heldOn !== walk.isoDate ? [`The walk was moved to ${heldOn}. Take it along again.`] : []),
  ...(briefVersion !== null && briefVersion !== (brief?.version ?? 0)
    ? [`There is a newer brief, version ${briefVersion}. Take the walk along again to go by it.`]
    : []),
  ...(briefVersion === null && brief ? ['The brief was withdrawn.'] : [])
];

/**
 * The same for a learner's phone, which keeps what was asked of them since.
 * @returns undefined where the server was not reached
 */
export async function newsForLearner(
  store: FieldStore,
  kept: KeptPack,
  pack: LearnerPack
): Promise<{ readonly words: readonly string[]; readonly tasks: readonly HomeTask[] } | undefined> {
  const response = await fetch(`/api/walks/${pack.walk.id}/learner-pack?news`, { cache: 'no-store' }).catch(
    () => undefined
  );
  const news = Planned.extend({ tasks: z.array(HomeTask) }).safeParse(
    response?.ok ? await response.json().catch(() => undefined) : undefined
  );
  if (!news.success) return undefined;
  const { tasks } = news.data;
  await store.keepPack({ ...kept, pack: { ...pack, tasks } });
  return { words: changed(news.data, pack), tasks };
}
