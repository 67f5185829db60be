import { DateTime } from 'luxon';
import { z } from 'zod';
import { type Pack, WalkEvent, mostPhones, testOutcomes } from '../field';
import { clockTime, minutesOf } from '../route';

/** A tick sheet of paper, typed in: it becomes the same acts as are tapped on a phone. */

/** A sheet of paper is counted as the last phone that a walk can have. */
export const paperPhone = mostPhones;

const clock = z.union([
  z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time is written like 10:15.'),
  z.literal('')
]);
const count = z.number().int().min(0).max(100_000).nullish();
const words = (most: number) => z.string().trim().max(most).default('');

export const PaperSheet = z.object({
  here: z.array(z.uuid()).max(500),
  goes: z.boolean(),
  whyNot: words(500),
  stops: z
    .array(
      z.object({
        stop: z.uuid(),
        arrive: clock,
        leave: clock,
        heads: count,
        dropped: words(300),
        warned: z.array(z.string().max(80)).max(40),
        rows: z
          .array(
            z.object({
              taxon: z.string().max(80),
              part: words(60),
              pieces: count,
              minutes: count,
              putBack: count,
              leftBecause: words(300),
              asked: z.union([z.uuid(), z.literal('')]).default(''),
              outcome: z.enum(testOutcomes).nullish(),
              against: words(80)
            })
          )
          .max(60)
      })
    )
    .max(60),
  closing: z.array(z.string().max(60)).max(12),
  ended: clock,
  note: words(1000)
});
export type PaperSheet = z.infer<typeof PaperSheet>;

/** An act before it has its id, its time and who typed it. */
type Own = { readonly kind: WalkEvent['kind'] } & Readonly<Record<string, unknown>>;

export interface TypedBy {
  readonly by: string;
  /** An id that follows from the sheet and a name: the same sheet sent twice is the same acts. */
  idOf(name: string): string;
}

/**
 * @returns the acts in their order, or what is wrong with the sheet, in sentences
 */
export function actsOfPaper(
  pack: Pack,
  sheet: PaperSheet,
  { by, idOf }: TypedBy
): WalkEvent[] | { readonly problems: string[] } {
  const problems: string[] = [];
  const acts: WalkEvent[] = [];
  const at = (time: string, milliseconds: number): string =>
    DateTime.fromISO(`${pack.walk.isoDate}T${time}`, { zone: pack.walk.timeZone })
      .plus({ milliseconds })
      .toUTC()
      .toISO()!;
  // Acts of one minute stand in the order of the sheet.
  let nth = 0;
  const act = (time: string, own: Own) => {
    nth += 1;
    const made = WalkEvent.safeParse({
      id: idOf(`${nth} ${own.kind}`),
      at: at(time, nth),
      offsetMs: 0,
      walkId: pack.walk.id,
      by,
      phone: paperPhone,
      ...own
    });
    if (made.success) acts.push(made.data);
    else problems.push(`${own.kind}: ${made.error.issues.map(({ message }) => message).join(' ')}`);
  };
  // Who came early was here before the hour.
  const planned = clockTime(pack.times.start);
  const first = sheet.stops.find(({ arrive }) => arrive)?.arrive ?? planned;
  const start = first < planned ? first : planned;
  const people = pack.people.map(({ id }) => id);
  for (const person of people)
    act(start, { kind: 'attendance', person, state: sheet.here.includes(person) ? 'here' : 'not coming' });
  if (!sheet.goes && !sheet.whyNot) problems.push('Say why the walk did not go.');
  act(start, { kind: 'go or not', goes: sheet.goes, reached: [], reason: sheet.whyNot });
  let last = start;
  for (const [i, typed] of sheet.stops.entries()) {
    const stop = pack.stops.find(({ id }) => id === typed.stop);
    if (!stop) {
      problems.push('The sheet has a stop that this walk has not.');
      continue;
    }
    const place = `${i + 1} ${stop.name}`;
    if (typed.dropped) {
      act(last, { kind: 'dropped', stop: stop.id, reason: typed.dropped });
      continue;
    }
    const isUsed = typed.warned.length > 0 || typed.heads || typed.rows.some(isFilled);
    if (!typed.arrive && !typed.leave && !isUsed) continue;
    if (!typed.arrive || !typed.leave) {
      problems.push(
        `${place}: say when the group came and when it left; the pace of the next plan goes by it.`
      );
      continue;
    }
    if (typed.leave < typed.arrive || typed.arrive < last) {
      problems.push(
        `${place}: it came at ${typed.arrive} and left at ${typed.leave}, after ${last}. One of these is wrong.`
      );
      continue;
    }
    act(typed.arrive, { kind: 'arrived', stop: stop.id });
    for (const taxon of typed.warned)
      act(typed.arrive, { kind: 'warned', stop: stop.id, taxon, isSeen: true });
    for (const row of typed.rows) rowActs(row, place, stop.id, typed, act, problems, pack, sheet);
    if (typed.heads)
      act(typed.leave, {
        kind: 'head count',
        where: stop.id,
        expected: sheet.here.length,
        counted: typed.heads,
        missing: [],
        reason: typed.heads === sheet.here.length ? '' : 'as the sheet has it'
      });
    act(typed.leave, { kind: 'left', stop: stop.id });
    last = typed.leave;
  }
  if (sheet.ended && sheet.ended < last)
    problems.push(`The end, ${sheet.ended}, lies before the last stop was left.`);
  if (sheet.note) act(sheet.ended || last, { kind: 'remark', about: 'paper sheet', words: sheet.note });
  if (sheet.ended)
    act(sheet.ended, {
      kind: 'closed',
      checks: sheet.closing.map((what) => ({ what, isDone: true })),
      note: 'typed in from paper'
    });
  return problems.length > 0 ? { problems } : acts;
}

type Row = PaperSheet['stops'][number]['rows'][number];

const isFilled = (row: Row): boolean =>
  Boolean(row.pieces || row.minutes || row.putBack || row.leftBecause || row.asked || row.outcome);

function rowActs(
  row: Row,
  place: string,
  stop: string,
  { arrive, leave }: { readonly arrive: string; readonly leave: string },
  act: (time: string, own: Own) => void,
  problems: string[],
  pack: Pack,
  sheet: PaperSheet
): void {
  const { taxon, part, pieces, minutes, putBack, leftBecause, asked, outcome, against } = row;
  const planned = pack.taxa.find(
    (one) => one.stop === stop && one.slug === taxon && (!part || one.part === part)
  );
  if (!planned) {
    problems.push(`${place}: this walk has no such plant there.`);
    return;
  }
  const patch = pack.patches.find((one) => one.id === pack.stops.find(({ id }) => id === stop)?.patch);
  const own = {
    stop,
    taxon,
    part,
    ...(patch && patch.taxon === taxon && patch.parts.includes(part) ? { patch: patch.id } : {})
  };
  if (putBack && putBack > (pieces ?? 0)) problems.push(`${place}: more was put back than was taken.`);
  if (minutes && pieces) {
    const people = Math.max(1, sheet.here.length);
    act(arrive, { kind: 'picking', stop, taxon, part, state: 'begins', people });
    act(laterBy(arrive, minutes), { kind: 'picking', stop, taxon, part, state: 'ends', people });
    if (laterBy(arrive, minutes) > leave)
      problems.push(`${place}: ${minutes} minutes of picking are longer than the group was there.`);
  }
  if (pieces) act(leave, { kind: 'taken', ...own, pieces, isLifted: false, reason: '' });
  if (putBack) act(leave, { kind: 'put back', ...own, pieces: putBack });
  if (leftBecause) act(leave, { kind: 'left here', stop, taxon, part, because: leftBecause });
  if (Boolean(asked) !== Boolean(outcome)) {
    problems.push(`${place}: who was asked and how it went belong together.`);
    return;
  }
  if (!asked || !outcome) return;
  if (!planned.stage) {
    problems.push(
      `${place}: the plan knows no stage of this plant on the day, so that nobody was asked on it.`
    );
    return;
  }
  act(leave, {
    kind: 'test',
    person: asked,
    taxon,
    stage: planned.stage,
    ...(against ? { lookalike: against } : {}),
    question: 'show me',
    outcome,
    signs: [],
    hints: 0
  });
}

const laterBy = (time: string, minutes: number): string => clockTime(minutesOf(time) + minutes);
