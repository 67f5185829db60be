import { z } from 'zod';
import type { Taught } from '../knowledge';
import { counted } from '../words';
import { type WeighedYield, inGrams } from './amounts';

/**
 * A batch: what was made of what was taken, from the first look to the last spoonful. What was done is kept as events;
 * all else is worked out of them.
 */

const words = (most: number) => z.string().trim().max(most, `At most ${most} letters.`).default('');
const grams = z.coerce
  .number('Say how many grams.')
  .positive('More than nothing, in grams.')
  .max(100_000, 'At most 100 kg.');

/** Signs of its code, as it stands on its labels. */
export const codeLength = 6;

export const weighedWhen = ['gathered', 'cleaned', 'drying', 'ready'] as const;
export const turnedOut = ['well', 'so-so', 'badly'] as const;

/** What can be done with a batch, each as it is kept. */
export const batchActs = {
  'pieces checked': z.object({
    pieces: z.coerce.number('Say how many.').int().min(1, 'At least one piece.').max(100_000),
    /** One piece in doubt, and the whole of it goes. */
    isInDoubt: z.coerce.boolean().default(false),
    note: words(300)
  }),
  weighed: z.object({ when: z.enum(weighedWhen), grams }),
  turned: z.object({ note: words(300) }),
  'looked at': z.object({
    isReady: z.coerce.boolean().default(false),
    hasMould: z.coerce.boolean().default(false),
    note: words(300)
  }),
  packed: z.object({
    vessels: z.coerce.number('Say how many.').int().min(1).max(200, 'At most 200 at once.'),
    vessel: z.string().trim().min(1, 'Say what it is: a jar, a bag.').max(40),
    gramsEach: grams,
    place: z.string().trim().min(1, 'Say where it stands.').max(80),
    meantFor: words(80),
    contains: z.array(z.string().trim().min(1).max(60)).max(20).default([])
  }),
  'taken out': z.object({
    grams,
    what: z.string().trim().min(1, 'Say what for.').max(120),
    /** Of the dish for which it was taken out. */
    cooking: z.uuid().optional()
  }),
  'thrown away': z.object({ because: z.string().trim().min(1, 'Say why.').max(300) }),
  result: z.object({ how: z.enum(turnedOut), words: words(500), otherwise: words(500) })
} as const;
export type BatchAct = keyof typeof batchActs;
export type ActBody<K extends BatchAct> = z.output<(typeof batchActs)[K]>;

export type BatchEvent = {
  [K in BatchAct]: {
    readonly id: string;
    readonly kind: K;
    readonly body: ActBody<K>;
    readonly by: string;
    /** ISO 8601, in UTC. */
    readonly at: string;
    /** The day there, YYYY-MM-DD. */
    readonly on: string;
  };
}[BatchAct];

type EventOf<K extends BatchAct> = Extract<BatchEvent, { kind: K }>;

export interface Pack extends ActBody<'packed'> {
  readonly id: string;
  readonly at: string;
  readonly on: string;
  readonly by: string;
}

export interface Batch {
  readonly checked: EventOf<'pieces checked'> | undefined;
  readonly isInDoubt: boolean;
  readonly weights: readonly EventOf<'weighed'>[];
  readonly turns: readonly EventOf<'turned'>[];
  readonly looks: readonly EventOf<'looked at'>[];
  /** Undefined where nobody has looked yet. */
  readonly isReady: boolean | undefined;
  readonly hasMould: boolean;
  readonly packs: readonly Pack[];
  readonly packedGrams: number;
  readonly takenOutGrams: number;
  /** In jars now. */
  readonly leftGrams: number;
  readonly thrownAway: EventOf<'thrown away'> | undefined;
  readonly results: readonly EventOf<'result'>[];
  readonly state: 'begun' | 'in jars' | 'used up' | 'thrown away';
}

/** @param events without those that were taken back, in the order in which they happened */
export function batchOf(events: readonly BatchEvent[]): Batch {
  const of = <K extends BatchAct>(kind: K): EventOf<K>[] =>
    events.filter((event): event is EventOf<K> => event.kind === kind);
  const looks = of('looked at');
  const packs = of('packed').map(({ id, at, on, by, body }): Pack => ({ id, at, on, by, ...body }));
  const packedGrams = packs.reduce((sum, { vessels, gramsEach }) => sum + vessels * gramsEach, 0);
  const takenOutGrams = of('taken out').reduce((sum, { body }) => sum + body.grams, 0);
  const thrownAway = of('thrown away').at(-1);
  const leftGrams = thrownAway ? 0 : Math.max(0, packedGrams - takenOutGrams);
  const checks = of('pieces checked');
  return {
    checked: checks.at(-1),
    isInDoubt: checks.some(({ body }) => body.isInDoubt),
    weights: of('weighed'),
    turns: of('turned'),
    looks,
    isReady: looks.at(-1)?.body.isReady,
    hasMould: looks.some(({ body }) => body.hasMould),
    packs,
    packedGrams,
    takenOutGrams,
    leftGrams,
    thrownAway,
    results: of('result'),
    state: thrownAway
      ? 'thrown away'
      : packs.length === 0
        ? 'begun'
        : leftGrams > 0.05
          ? 'in jars'
          : 'used up'
  };
}

/** What was weighed last at a point of the way. */
export const weightOf = ({ weights }: Pick<Batch, 'weights'>, when: (typeof weighedWhen)[number]) =>
  weights.findLast(({ body }) => body.when === when)?.body.grams;

/** What it lost, where it was weighed before and after. */
export function weighedYield(batch: Batch): WeighedYield | undefined {
  const gathered = weightOf(batch, 'gathered');
  if (gathered === undefined || batch.thrownAway) return undefined;
  return { gathered, cleaned: weightOf(batch, 'cleaned'), ready: weightOf(batch, 'ready') };
}

/** What a kitchen scale and a crumb on the table may make of a weight. */
const tolerance = 1.02;

/** Rice takes up water, a leaf in the pot may: only what is dried, and what is cleaned, grows no heavier. */
const mayGrow = (way: string, when: (typeof weighedWhen)[number]) => way !== 'dry' && when === 'ready';

function againstWeight(
  batch: Batch,
  { way }: Pick<Taught, 'way'>,
  { when, grams: weight }: ActBody<'weighed'>
): string | undefined {
  const order = weighedWhen.indexOf(when);
  const last = batch.weights.findLast(({ body }) => weighedWhen.indexOf(body.when) <= order)?.body;
  if (last && !mayGrow(way, when) && weight > last.grams * tolerance)
    return `It weighed ${inGrams(last.grams)} (${last.when}) before: ${way === 'dry' ? 'nothing grows heavier on drying' : 'cleaning makes nothing heavier'}. Weigh again, or take the earlier weight back.`;
  const later = batch.weights.find(
    ({ body }) =>
      weighedWhen.indexOf(body.when) > order && !mayGrow(way, body.when) && body.grams > weight * tolerance
  )?.body;
  return later
    ? `It weighed ${inGrams(later.grams)} when it was ${later.when}: it cannot have weighed less before. Weigh again, or take that weight back.`
    : undefined;
}

function againstPacking(
  batch: Batch,
  { way }: Pick<Taught, 'way'>,
  { vessels, gramsEach }: ActBody<'packed'>
): string | undefined {
  if (!batch.checked) return 'Nothing is packed whose pieces were not looked at again: check them first.';
  if (way === 'dry' && !batch.isReady)
    return 'It was not found brittle yet: what is packed moist moulds. Look at it first.';
  const ready = weightOf(batch, 'ready');
  const all = batch.packedGrams + vessels * gramsEach;
  return ready !== undefined && all > ready * tolerance
    ? `${counted(vessels, 'vessel')} of ${inGrams(gramsEach)} make ${inGrams(all)} in all, and it weighed ${inGrams(ready)} when it was ready.`
    : undefined;
}

/** Why something cannot be done with a batch, in words; undefined where it can. */
export function againstAct(
  batch: Batch,
  preparation: Pick<Taught, 'way'>,
  act: { readonly [K in BatchAct]: { readonly kind: K; readonly body: ActBody<K> } }[BatchAct]
): string | undefined {
  if (batch.thrownAway && act.kind !== 'result')
    return 'It was thrown away. Take that back first, if it was not.';
  if (batch.isInDoubt && act.kind !== 'thrown away' && act.kind !== 'result')
    return 'One piece of it was in doubt: the whole of it is thrown away, and nothing else is done with it.';
  if (batch.hasMould && act.kind !== 'thrown away' && act.kind !== 'result')
    return 'There was mould on it: the whole of it is thrown away, and nothing else is done with it.';
  if (act.kind === 'weighed') return againstWeight(batch, preparation, act.body);
  if (act.kind === 'packed') return againstPacking(batch, preparation, act.body);
  if (act.kind === 'taken out' && act.body.grams > batch.leftGrams + 0.05)
    return batch.packs.length === 0
      ? 'Nothing of it is packed yet.'
      : `Only ${inGrams(batch.leftGrams)} of it are left.`;
  return undefined;
}

/** What is to be done next with a batch, in words; undefined where nothing waits. */
export function nextOf(batch: Batch, { way }: Pick<Taught, 'way'>): string | undefined {
  if (batch.thrownAway) return undefined;
  if (batch.isInDoubt || batch.hasMould) return 'Throw the whole of it away.';
  if (!batch.checked) return 'Look at every piece again.';
  if (batch.packs.length === 0) {
    if (weightOf(batch, 'cleaned') === undefined) return 'Clean it and weigh it.';
    if (way === 'dry' && !batch.isReady) return 'Turn it; look whether it is brittle.';
    if (weightOf(batch, 'ready') === undefined) return 'Weigh it now that it is ready.';
    return 'Pack it and label it.';
  }
  if (
    batch.state === 'in jars' &&
    way === 'dry' &&
    !batch.looks.some(({ at }) => at > batch.packs.at(-1)!.at)
  )
    return 'Look for mould in the jar.';
  return batch.results.length === 0 ? 'Say how it turned out.' : undefined;
}
