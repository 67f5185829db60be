import type { WalkEvent, WalkEventKind } from './walk-events';

/** When it happened by the server's clock, as far as the phone knew it: milliseconds since 1970. */
export const effectiveAt = ({ at, offsetMs }: Pick<WalkEvent, 'at' | 'offsetMs'>): number =>
  Date.parse(at) + offsetMs;

/**
 * What is never taken back by an event: a code lies on another phone, a taking back is tapped anew instead, and what
 * was read was read.
 */
const final: ReadonlySet<WalkEventKind> = new Set([
  'taken back',
  'handed over',
  'taken over',
  'code given up',
  'health opened'
]);
/** What only the phone that counted it may take back: the others do not know what it has counted since. */
const ofOnePhone: ReadonlySet<WalkEventKind> = new Set(['taken', 'put back']);

/** Whether an event may be taken back on a phone. */
export const mayTakeBack = ({ kind, phone }: Pick<WalkEvent, 'kind' | 'phone'>, onPhone: number): boolean =>
  !final.has(kind) && (!ofOnePhone.has(kind) || phone === onPhone);

/**
 * The events that stand, each once, in the order in which they happened; of one moment, by their ids. The order in
 * which they arrived makes no difference.
 */
export function standingEvents(events: readonly WalkEvent[]): WalkEvent[] {
  const byId = new Map(events.map((one) => [one.id, one]));
  const takenBack = new Set<string>();
  for (const one of byId.values()) {
    if (one.kind !== 'taken back') continue;
    const target = byId.get(one.event);
    if (target && mayTakeBack(target, one.phone)) takenBack.add(target.id);
  }
  return [...byId.values()]
    .filter(({ id }) => !takenBack.has(id))
    .map((event) => ({ event, time: effectiveAt(event) }))
    .sort((a, b) => a.time - b.time || (a.event.id < b.event.id ? -1 : 1))
    .map(({ event }) => event);
}
