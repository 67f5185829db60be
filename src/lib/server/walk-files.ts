import { nameWithin } from '$core/knowledge';
import ical, { ICalEventStatus } from 'ical-generator';
import { DateTime } from 'luxon';
import { writeGpx } from '$core/formats';
import { wayAlong } from '$core/route';
import { pathOf } from '$core/ground';
import { type BriefDocument, plainText } from '$core/walk';
import type { Brief } from './briefs';
import type { Site } from './sites';

/** A published brief as a calendar entry (RFC 5545) and as a route for devices (GPX 1.1). */

const at = (isoDate: string, clock: string, zone: string): DateTime =>
  DateTime.fromISO(`${isoDate}T${clock}`, { zone });

/** Start and end as instants; an end that lies before the start is on the next day. */
export function instantsOf({ walk, front }: BriefDocument): { start: Date; end: Date } {
  const start = at(walk.isoDate, walk.start, walk.timeZone);
  const end = at(walk.isoDate, front.due || walk.end, walk.timeZone);
  return { start: start.toJSDate(), end: (end < start ? end.plus({ days: 1 }) : end).toJSDate() };
}

/** Times are given in UTC, so that no time zone has to be described. */
export function calendarOf(walkId: string, { document, version, effectiveAt }: Brief, link: string): string {
  const { walk, front } = document;
  const calendar = ical({ prodId: { company: 'Good Trail', product: 'Good Trail', language: 'EN' } });
  const { start, end } = instantsOf(document);
  const brought = front.kit.filter(({ carriedBy }) => carriedBy === 'everyone').map(({ label }) => label);
  calendar.createEvent({
    id: `${walkId}@good-trail`,
    sequence: version,
    status: ICalEventStatus.CONFIRMED,
    start,
    end,
    stamp: effectiveAt,
    summary: walk.name,
    location: walk.kind === 'class' ? front.venue : `${document.stops[0]?.name ?? ''}, ${front.site}`,
    url: link,
    description: [
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
  return calendar.toString();
}

/** The stops as a route, and the way between them as a track along the site's path. */
export function routeOf({ document }: Brief, site: Pick<Site, 'ground'>): string {
  const points = document.stops.map((stop) => ({
    name: `${stop.number} ${stop.name}`,
    note: [
      `${stop.arrive} to ${stop.leave}`,
      ...stop.taxa.map(({ role, name }) => `${role} ${nameWithin(name)}`),
      plainText(stop.talkingPoints)
    ]
      .filter(Boolean)
      .join('. '),
    longitude: stop.longitude,
    latitude: stop.latitude
  }));
  const way = wayAlong(pathOf(site.ground));
  const track = points.slice(1).flatMap((to, i) => {
    const from = points[i]!;
    return way([from.longitude, from.latitude], [to.longitude, to.latitude]).line;
  });
  const { access } = document.front;
  return writeGpx({
    name: document.walk.name,
    waypoints: access
      ? [{ name: 'Access for an ambulance', note: document.front.accessPoint, ...access }]
      : [],
    route: points,
    ...(track.length > 1 ? { path: track } : {})
  });
}
