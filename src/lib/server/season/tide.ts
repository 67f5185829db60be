import { DateTime } from 'luxon';
import { z } from 'zod';
import { lightOf, shoreWindows, tideFrom } from '$core/sky';
import { maybe, rowOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import type { Site } from '../ground/sites';

/** The tide at a site, from its port's constituents or a table of predictions. */

const shared = {
  port: z.string().trim().min(1, 'Name the port.').max(120),
  /** The shore is walked while the water is below this, above chart datum. */
  shoreBelowMetres: z.number().min(-5).max(20)
};
export const TideRecord = z.union([
  z.object({
    ...shared,
    meanLevelMetres: z.number().min(-5).max(20),
    constituents: z.array(
      z.object({ name: z.string(), amplitudeMetres: z.number(), phaseDegrees: z.number() })
    )
  }),
  z.object({
    ...shared,
    table: z.array(
      z.object({ at: z.coerce.date<Date | string>(), metres: z.number(), kind: z.enum(['high', 'low']) })
    )
  })
]);
export type TideRecord = z.infer<typeof TideRecord>;

export async function readTide(db: SchoolDb, siteId: string): Promise<TideRecord | undefined> {
  const site = z.object({ tide: maybe(TideRecord) });
  return (await rowOf(db, site, 'select tide from site where id = $1', [siteId]))?.tide;
}

export async function saveTide(db: SchoolDb, siteId: string, record: TideRecord | undefined): Promise<void> {
  await db.query('update site set tide = $2 where id = $1', [siteId, record ? JSON.stringify(record) : null]);
}

/** Minutes between the heights of a drawn curve. */
export const curveStep = 10;

/** A day of tide and light by the clock at a site. Minutes are counted from local midnight. */
export function tideDay(record: TideRecord, timeZone: string, isoDate: string) {
  const midnight = DateTime.fromISO(isoDate, { zone: timeZone });
  const [from, until] = [midnight.toJSDate(), midnight.plus({ days: 1 }).toJSDate()];
  const tide = tideFrom(record);
  const clock = (at: Date) => DateTime.fromJSDate(at, { zone: timeZone }).toFormat('HH:mm');
  const minutes = (at: Date) => Math.round((at.getTime() - from.getTime()) / 60_000);
  return {
    heights: tide.heights(from, until, curveStep).map((metres) => metres ?? null),
    extremes: tide.extremes(from, until).map(({ at, metres, kind }) => ({
      kind,
      metres,
      clock: clock(at),
      minutes: minutes(at)
    })),
    windows: shoreWindows(tide, from, until, record.shoreBelowMetres).map((window) => ({
      from: clock(window.from),
      until: clock(window.until),
      fromMinutes: minutes(window.from),
      untilMinutes: minutes(window.until),
      low: clock(window.lowest.at),
      lowMetres: window.lowest.metres
    }))
  };
}
export type TideDay = ReturnType<typeof tideDay>;

/** The shore windows in daylight of the days that follow a date. */
export function shoreDays(
  record: TideRecord,
  { place, timeZone }: Pick<Site, 'place' | 'timeZone'>,
  isoDate: string,
  count: number
) {
  const midnight = DateTime.fromISO(isoDate, { zone: timeZone });
  const tide = tideFrom(record);
  const [from, until] = [midnight.toJSDate(), midnight.plus({ days: count }).toJSDate()];
  return shoreWindows(tide, from, until, record.shoreBelowMetres).flatMap((window) => {
    const low = DateTime.fromJSDate(window.lowest.at, { zone: timeZone });
    const day = low.toISODate()!;
    const light = place && lightOf(day, place);
    const begin = Math.max(window.from.getTime(), light?.sunrise?.getTime() ?? -Infinity);
    const end = Math.min(window.until.getTime(), light?.sunset?.getTime() ?? Infinity);
    if (end <= begin) return [];
    const clock = (time: number) => DateTime.fromMillis(time, { zone: timeZone }).toFormat('HH:mm');
    return [
      {
        day,
        from: clock(begin),
        until: clock(end),
        minutes: Math.round((end - begin) / 60_000),
        low: low.toFormat('HH:mm'),
        lowMetres: window.lowest.metres
      }
    ];
  });
}
