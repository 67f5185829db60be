import { FieldEvent } from '$core/field';
import type { Viewer } from '../accounts';
import { type WalkEventResult, recordWalkEvent } from '../field/walk-events';
import { type RecordResult, recordAnswer } from '../learning/drills';
import { type SightingResult, recordSighting } from '../season/sightings';
import type { Arrival } from './store';
import { notUnderstood } from './words';

/** The one door for events from devices, whatever their kind. */

export type EventResult =
  | RecordResult
  | SightingResult
  | WalkEventResult
  | { readonly status: 400 | 500 | 503; readonly problem: string };

/** One table of kinds: what is tapped on a walk has a table of its own, with a kind in each row. */
const record = (viewer: Viewer, event: FieldEvent, arrival: Arrival): Promise<EventResult> => {
  if (event.kind === 'answer') return recordAnswer(viewer, event, arrival);
  return event.kind === 'sighting'
    ? recordSighting(viewer, event, arrival)
    : recordWalkEvent(viewer, event, arrival);
};

/** Judges one event as it was sent, and stores it once. */
export async function recordEvent(viewer: Viewer, sent: unknown, arrival: Arrival): Promise<EventResult> {
  const event = FieldEvent.safeParse(sent);
  return event.success
    ? record(viewer, event.data, arrival)
    : { status: 400, problem: notUnderstood(event.error) };
}

export { notUnderstood } from './words';
