import { type AnswerEvent, FieldEvent, type SightingEvent } from '$core/field';
import type { Viewer } from '../accounts';
import { type RecordResult, recordAnswer } from '../learning/drills';
import { type SightingResult, recordSighting } from '../season/sightings';
import type { Arrival } from './store';
import { notUnderstood } from './words';

/** The one door for events from devices, whatever their kind. */

export type EventResult =
  RecordResult | SightingResult | { readonly status: 400 | 500 | 503; readonly problem: string };

type Kinds = { answer: AnswerEvent; sighting: SightingEvent };

const kinds: {
  [K in keyof Kinds]: (viewer: Viewer, event: Kinds[K], arrival: Arrival) => Promise<EventResult>;
} = { answer: recordAnswer, sighting: recordSighting };

const record = <K extends keyof Kinds>(
  kind: K,
  viewer: Viewer,
  event: Kinds[K],
  arrival: Arrival
): Promise<EventResult> => kinds[kind](viewer, event, arrival);

/** Judges one event as it was sent, and stores it once. */
export async function recordEvent(viewer: Viewer, sent: unknown, arrival: Arrival): Promise<EventResult> {
  const event = FieldEvent.safeParse(sent);
  return event.success
    ? record(event.data.kind, viewer, event.data, arrival)
    : { status: 400, problem: notUnderstood(event.error) };
}

export { notUnderstood } from './words';
