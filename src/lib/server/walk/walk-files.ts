import { nameWithin } from '$core/knowledge';
import ical, { ICalAlarmType, ICalEventStatus } from 'ical-generator';
import { DateTime } from 'luxon';
import { writeGpx } from '$core/formats';
import { wayAlong } from '$core/route';
import { pathOf } from '$core/ground';
import type { Position } from 'geojson';
import { type BriefDocument, type PlacesForLearners, forLearners, plainText } from '$core/walk';
import type { Brief } from './briefs';
import type { Walk } from './walks';
import type { Site } from '../ground/sites';

/** A published brief as a calendar entry (RFC 5545) and as a route for devices (GPX 1.1). */

const at = (isoDate: string, clock: string, zone: string): DateTime =>
  DateTime.fromISO(`${isoDate}T${clock}`, { zone });

/** Start and end as instants; an end that lies before the start is on the next day. */
export function instantsOf({ walk, front }: BriefDocument): { start: Date; end: Date } {
  const start = at(walk.isoDate, walk.start, walk.timeZone);
  const end = at(walk.isoDate, front.due || walk.end, walk.timeZone);
  return { start: start.toJSDate(), end: (end < start ? end.plus({ days: 1 }) : end).toJSDate() };
}

const hour = 3600;

/**
 * Times are given in UTC, so that no time zone has to be described. Who takes the entry of a walk that was called off
 * finds it cancelled: its number in order is higher than that of any entry before it (RFC 5546 §2.1.4).
 */
export function calendarOf(
  { id, revision, calledOff }: Pick<Walk, 'id' | 'revision' | 'calledOff'>,
  { document, version, effectiveAt }: Brief,
  link: string,
  now: Date
): string {
  const { walk, front } = document;
  const calendar = ical({ prodId: { company: 'Good Trail', product: 'Good Trail', language: 'EN' } });
  const { start, end } = instantsOf(document);
  const brought = front.kit.filter(({ carriedBy }) => carriedBy === 'everyone').map(({ label }) => label);
  calendar.createEvent({
    id: `${id}@good-trail`,
    // Both only ever grow: an entry that is taken later stands above one that was taken before.
    sequence: version + revision,
    status: calledOff ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    start,
    end,
    stamp: calledOff ? now : effectiveAt,
    summary: calledOff ? `Called off: ${walk.name}` : walk.name,
    location:
      walk.kind === 'class'
        ? front.venue
        : {
            title: `${document.stops[0]?.name ?? ''}, ${front.site}`,
            geo: { lat: front.meeting.latitude, lon: front.meeting.longitude }
          },
    url: link,
    alarms: calledOff
      ? []
      : [24 * hour, 2 * hour].map((trigger) => ({ type: ICalAlarmType.display, trigger })),
    description: [
      ...(calledOff ? [`Called off: ${calledOff.why}`] : []),
      `Leader: ${front.leader}.`,
      ...(walk.kind === 'class'
        ? []
        : [
            `Meeting point: ${front.meeting.latitude.toFixed(5)}, ${front.meeting.longitude.toFixed(5)} ${front.meeting.gridReference}`.trim()
          ]),
      ...(brought.length > 0 ? [`Bring: ${brought.join('; ')}.`] : []),
      ...front.emergencyNumbers.map(({ label, number }) => `${label}: ${number}`),
      'Read the brief before you come. It never says that a plant is safe.'
    ].join('\n')
  });
  // RFC 5545 §3.1: every line ends in CRLF, the last one too.
  return `${calendar.toString().trimEnd()}\r\n`;
}

type Stop = BriefDocument['stops'][number];

const noteOf = ({ arrive, leave, taxa, talkingPoints }: Stop): string =>
  [
    `${arrive} to ${leave}`,
    ...taxa.map(({ role, name }) => `${role} ${nameWithin(name)}`),
    plainText(talkingPoints)
  ]
    .filter(Boolean)
    .join('. ');

/** The stops whose place is told, as points. */
const pointsOf = (stops: readonly Stop[]) =>
  stops.flatMap((stop) => {
    const { longitude, latitude } = stop;
    if (longitude === undefined || latitude === undefined) return [];
    return [{ name: `${stop.number} ${stop.name}`, note: noteOf(stop), longitude, latitude }];
  });

/** Where an ambulance meets the group: everybody has it. */
const accessPoint = ({ front: { access, accessPoint: note } }: BriefDocument) =>
  access ? [{ name: 'Access for an ambulance', note, ...access }] : [];

const sameSpot = (a: Position | undefined, b: Position) => a?.[0] === b[0] && a?.[1] === b[1];

/** The stops as a route, and the way between them as a track along the site's path. */
export function routeOf({ document }: Pick<Brief, 'document'>, site: Pick<Site, 'ground'>): string {
  const points = pointsOf(document.stops);
  const way = wayAlong(pathOf(site.ground));
  const track = points
    .slice(1)
    .flatMap((to, i) => {
      const from = points[i]!;
      return way([from.longitude, from.latitude], [to.longitude, to.latitude]).line;
    })
    .filter((position, i, all) => !sameSpot(all[i - 1], position));
  return writeGpx({
    name: document.walk.name,
    waypoints: accessPoint(document),
    route: points,
    tracks: track.length > 1 ? [{ name: document.walk.name, path: track }] : []
  });
}

/**
 * What learners may have of it: where exact places are told, the route without its rare stops; else the meeting point
 * alone, since a way from stop to stop would lead to them.
 */
export function routeForLearners(
  { document }: Pick<Brief, 'document'>,
  site: Pick<Site, 'ground'>,
  places: PlacesForLearners
): string {
  const shown = forLearners(document, places);
  if (places === 'exact') return routeOf({ document: shown }, site);
  return writeGpx({
    name: document.walk.name,
    waypoints: [...pointsOf(shown.stops.slice(0, 1)), ...accessPoint(document)]
  });
}
