import { z } from 'zod';
import { abundances } from '../evidence';
import { units } from '../ground';
import { Stage } from '../knowledge';

/**
 * What is tapped on a walk: facts, each with an id of the phone's making, who acts, which phone, and its time. Whatever
 * can be worked out of them is not kept. Taking back is an event, too.
 */

/** Phones of a walk are numbered: who takes it along first has the first. */
export const mostPhones = 9;

const id = z.uuid();
const slug = z.string().regex(/^[a-z0-9-]{1,80}$/);
const words = (most: number) => z.string().trim().max(most, `At most ${most} letters.`);
const pieces = z.number().int().min(1, 'At least one piece.').max(100_000);
const part = z.string().trim().min(1).max(60);
const place = z.object({ longitude: z.number().min(-180).max(180), latitude: z.number().min(-90).max(90) });

const tapped = {
  id,
  /** By the phone's clock, ISO 8601 in UTC. */
  at: z.iso.datetime(),
  /** What must be added to it to get the server's time, as far as the phone knew then. */
  offsetMs: z.number().int().default(0),
  walkId: id,
  /** Who acts: a phone goes from hand to hand. */
  by: id,
  phone: z.number().int().min(1).max(mostPhones)
};
const walkEvent = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({ ...tapped, kind: z.literal(kind), ...shape });

export const attendances = ['here', 'late', 'not coming'] as const;
export const findings = ['holds', 'does not hold', 'cannot tell'] as const;
export const showings = ['shown here', 'not found today', 'on the card'] as const;
/** Asked of one learner beside the plant. */
export const testQuestions = ['show me', 'are you sure', 'without this sign'] as const;
export const testOutcomes = [
  'named rightly',
  'left alone',
  'taken for another',
  'would have gathered a dangerous one'
] as const;
export const tastingAnswers = ['yes', 'no', 'not asked', 'may not'] as const;
export const incidentKinds = ['sting', 'cut', 'contact', 'fall', 'ate something'] as const;
export const differences = ['not found', 'other stage', 'other plant'] as const;
/** Where a head count is made: before the first leg, on leaving a stop, or at the end. */
const countingPlace = z.union([z.enum(['start', 'end']), id]);

export const WalkEvent = z.discriminatedUnion('kind', [
  walkEvent('attendance', { person: id, state: z.enum(attendances) }),
  walkEvent('guest', { person: id, name: words(80).min(1), isMinor: z.boolean(), hasConsent: z.boolean() }),
  walkEvent('go or not', {
    goes: z.boolean(),
    /** Limits that are reached. */
    reached: z.array(words(40)).max(20),
    reason: words(500)
  }),
  walkEvent('head count', {
    where: countingPlace,
    expected: z.number().int().min(0).max(500),
    counted: z.number().int().min(0).max(500),
    missing: z.array(id).max(500),
    /** Why the group goes on although somebody is missing. */
    reason: words(300)
  }),
  walkEvent('arrived', { stop: id }),
  walkEvent('left', { stop: id }),
  walkEvent('dropped', { stop: id, reason: words(300) }),
  walkEvent('warned', { stop: id, taxon: slug, isSeen: z.boolean() }),
  walkEvent('evidence', {
    stop: id,
    taxon: slug,
    /** Who said it; nobody named: the group. */
    person: id.optional(),
    /** character~state */
    entry: z.string().regex(/^[a-z0-9-]{1,80}~[a-z0-9-]{1,80}$/),
    isPrompted: z.boolean()
  }),
  walkEvent('named', { stop: id, taxon: slug, person: id.optional(), isEarly: z.boolean() }),
  walkEvent('looked', { stop: id, taxon: slug, character: slug, finding: z.enum(findings) }),
  walkEvent('lookalike', { stop: id, taxon: slug, lookalike: slug, how: z.enum(showings) }),
  walkEvent('test', {
    person: id,
    taxon: slug,
    stage: Stage,
    lookalike: slug.optional(),
    /** Or from memory, of what lay on a cloth. */
    question: z.enum([...testQuestions, 'on the cloth']),
    outcome: z.enum(testOutcomes),
    signs: z.array(slug).max(20),
    hints: z.number().int().min(0).max(20)
  }),
  walkEvent('may we take', {
    stop: id,
    taxon: slug,
    part,
    /** What speaks against it on the spot. */
    against: z.array(words(80)).max(10),
    mayTake: z.boolean(),
    because: words(300)
  }),
  walkEvent('taken', {
    stop: id,
    patch: id.optional(),
    taxon: slug,
    part,
    pieces,
    /** As it was measured, where it was not by the piece. */
    unit: z.enum(units).optional(),
    amount: z.number().positive().max(100_000).optional(),
    /** Whose basket; nobody named: the group's. */
    person: id.optional(),
    isLifted: z.boolean(),
    /** Why more than this phone's share. */
    reason: words(300)
  }),
  walkEvent('put back', { stop: id, patch: id.optional(), taxon: slug, part, pieces, person: id.optional() }),
  walkEvent('left here', { stop: id, taxon: slug, part: words(60), because: words(300).min(1) }),
  walkEvent('picking', {
    stop: id,
    taxon: slug,
    part,
    state: z.enum(['begins', 'ends']),
    people: z.number().int().min(1).max(500)
  }),
  walkEvent('handed over', {
    patch: id,
    part,
    pieces,
    /** Counts the giver's codes. */
    number: z.number().int().min(0).max(99),
    to: tapped.phone
  }),
  walkEvent('taken over', {
    patch: id,
    part,
    pieces,
    number: z.number().int().min(0).max(99),
    from: tapped.phone
  }),
  /** The receiver says, with network, that a code was not used and will not be. */
  walkEvent('code given up', { from: tapped.phone, number: z.number().int().min(0).max(99) }),
  walkEvent('basket', {
    /** Whose; nobody named: the group's, into which was counted what nobody was named for. */
    person: id.optional(),
    taxon: slug,
    part,
    kept: z.number().int().min(0).max(100_000),
    removed: z.array(z.object({ pieces, what: words(120).min(1), taxon: slug.optional() })).max(20),
    /** The second pair of eyes. */
    second: id.optional()
  }),
  walkEvent('tasting', {
    person: id,
    taxon: slug,
    part,
    answer: z.enum(tastingAnswers),
    portions: z.number().min(0).max(20)
  }),
  walkEvent('fire', { stop: id, state: z.enum(['lit', 'felt cold']) }),
  walkEvent('blades', {
    stop: id,
    state: z.enum(['handed out', 'handed in']),
    count: z.number().int().min(1).max(200)
  }),
  walkEvent('served', {
    stop: id,
    what: words(80).min(1),
    amount: z.number().positive().max(1000),
    unit: z.enum(['cup', 'portion'])
  }),
  walkEvent('nearly ready', {
    taxon: slug,
    stage: Stage,
    patch: id.optional(),
    amount: z.enum(abundances).optional(),
    weeks: z.number().int().min(0).max(26),
    place: place.optional(),
    note: words(300)
  }),
  /** A stand of it that nobody had recorded. */
  walkEvent('new patch', { taxon: slug, amount: z.enum(abundances), place, note: words(300) }),
  walkEvent('unknown plant', {
    name: words(120).min(1),
    seen: z.array(z.string().max(120)).max(60),
    place: place.optional(),
    note: words(500)
  }),
  walkEvent('ground differs', {
    stop: id,
    taxon: slug,
    how: z.enum(differences),
    stage: Stage.optional(),
    note: words(300)
  }),
  walkEvent('incident', {
    incident: z.enum(incidentKinds),
    person: id,
    taxon: slug.optional(),
    done: z.array(words(120)).max(20),
    /** Of what was eaten: how much, when, and what shows. */
    eaten: z
      .object({
        what: words(120),
        amount: words(120),
        when: words(60),
        symptoms: words(500),
        sample: words(120)
      })
      .optional(),
    place: place.optional(),
    note: words(500)
  }),
  walkEvent('task', {
    taxa: z.array(slug).min(1).max(5),
    until: z.iso.date(),
    bring: words(300).min(1)
  }),
  walkEvent('closed', {
    checks: z.array(z.object({ what: words(60).min(1), isDone: z.boolean() })).max(12),
    note: words(500)
  }),
  /** Somebody has opened the health notes on a phone. */
  walkEvent('health opened', {}),
  walkEvent('taken back', { event: id }),
  /** A fact that could not be kept as it was tapped, in words. */
  walkEvent('remark', { about: words(60), words: words(1000).min(1) })
]);
export type WalkEvent = z.infer<typeof WalkEvent>;
export type WalkEventKind = WalkEvent['kind'];
export type WalkEventOf<K extends WalkEventKind> = Extract<WalkEvent, { kind: K }>;
/** What a picture can be kept with. */
export const picturedKinds = [
  'nearly ready',
  'new patch',
  'unknown plant'
] as const satisfies readonly WalkEventKind[];
export const walkEventKinds: readonly WalkEventKind[] = WalkEvent.options.map(
  ({ shape }) => shape.kind.value
);
