import { pickingMinutes } from '../../../ground';
import { clockTime } from '../../../route';
import { counted, longDate } from '../../../words';
import { type Check, type Checked, look, passed, stop, stopUnlessLifted } from './check';
import { wayChecks } from './way';

/** A walk that ends this close to sunset leaves nothing for a mishap (common practice, no source). */
const daylightMargin = 60;

/** Whether the walk is still to come, fits its hours, the daylight and the tide. */
export function timeChecks({ facts, times }: Checked): Check[] {
  const { stops } = facts;
  const mendStops = { label: 'Change the timetable', at: 'plan' } as const;
  const mendDay = { label: 'Move the day or the hour', at: 'day' } as const;
  const checks: Check[] = [
    facts.isoDate < facts.today
      ? stop(
          'date',
          'Stop: the date is past',
          `The walk is set for ${longDate(facts.isoDate)}; today is ${longDate(facts.today)}.`,
          mendDay
        )
      : passed('date', 'Date', `${facts.isoDate} is still to come.`),
    stops.length === 0
      ? stop('stops', 'Stop: no stops yet', 'A walk needs at least one stop.', {
          label: 'Add a stop',
          at: 'plan'
        })
      : passed('stops', 'Stops', `${stops.length} planned.`)
  ];
  if (stops.length === 0) return checks;
  checks.push(...twice(facts.stops, mendStops), ...picking(facts), fits(times, mendStops));
  if (facts.kind === 'class') return checks;
  checks.push(daylight(facts, times, mendDay), ...shore(facts, times), ...wayChecks({ facts, times }));
  return checks;
}

/** Whether the minutes of a stop are enough for the pieces that each takes there. */
function picking({ stops, taxa }: Checked['facts']): Check[] {
  return stops.flatMap(({ id, name, minutes }) => {
    const rows = taxa.flatMap(({ stopId, label, part, piecesEach, pickingRate: rate }) =>
      stopId === id && piecesEach !== undefined && rate !== undefined
        ? [{ label, part, piecesEach, rate, needed: pickingMinutes(piecesEach, rate) }]
        : []
    );
    if (rows.length === 0) return [];
    const needed = Math.ceil(rows.reduce((sum, row) => sum + row.needed, 0));
    const detail = `${rows
      .map(
        (row) =>
          `${row.piecesEach} ${row.part || 'pieces'} of ${row.label} at ${row.rate.toFixed(1)} a person and minute`
      )
      .join(', ')}: about ${needed} min. The stop has ${minutes}.`;
    return [
      needed > minutes
        ? look(`picking ${id}`, `Look: too short to pick at ${name}`, detail, {
            label: 'Give it more time',
            at: 'plan',
            id
          })
        : passed(`picking ${id}`, `Time to pick at ${name}`, detail)
    ];
  });
}

function fits(times: Checked['times'], mend: NonNullable<Check['mend']>): Check {
  const { reserve, drops, due, end } = times;
  const late =
    drops.length > 0 ? ` When late, leave out stop ${drops[0]!.stop + 1} (${drops[0]!.minutes} min).` : '';
  if (reserve < 0)
    return stopUnlessLifted(
      'fits',
      `Stop: ${counted(-reserve, 'minute')} too long`,
      `It ends at ${clockTime(end)} and is due back at ${clockTime(due)}.${late}`,
      mend
    );
  if (reserve < 15)
    return look(
      'fits',
      `Look: ${reserve} min in reserve`,
      `It ends at ${clockTime(end)} and is due back at ${clockTime(due)}.${late}`,
      mend
    );
  return passed('fits', 'Time fits', `Ends at ${clockTime(end)}, due back at ${clockTime(due)}.`);
}

function daylight(
  { light, rhythm }: Checked['facts'],
  { end }: Checked['times'],
  mend: NonNullable<Check['mend']>
): Check {
  if (!light)
    return look('daylight', 'Look: daylight is not known', 'The site has no place on the map yet.', {
      label: 'Draw its map',
      at: 'site'
    });
  const { sunrise, sunset } = light;
  if (rhythm.start < sunrise)
    return stopUnlessLifted(
      'daylight',
      'Stop: it begins in the dark',
      `The sun rises at ${clockTime(sunrise)}. Plants are named by daylight.`,
      mend
    );
  if (end > sunset)
    return stopUnlessLifted(
      'daylight',
      'Stop: longer than daylight',
      `It ends at ${clockTime(end)}; the sun sets at ${clockTime(sunset)}. Plants are named by daylight.`,
      mend
    );
  const margin = sunset - end;
  return margin < daylightMargin
    ? look(
        'daylight',
        `Look: ${margin} min of daylight left`,
        `It ends at ${clockTime(end)}; the sun sets at ${clockTime(sunset)}.`,
        mend
      )
    : passed('daylight', 'Daylight', `Sunset at ${clockTime(sunset)}, ${margin} min after the end.`);
}

function shore({ stops, shore: windows, site }: Checked['facts'], { rows }: Checked['times']): Check[] {
  const onShore = stops.flatMap((one, i) => (one.isOnShore ? [{ ...one, row: rows[i]! }] : []));
  if (onShore.length === 0) return [];
  if (!site.hasTide)
    return [
      stop('shore', 'Stop: no tide is known', 'Stops lie below high water, and the site has no tide.', {
        label: 'Enter its tide',
        at: 'site'
      })
    ];
  const inWords =
    windows.length > 0
      ? `The shore is open ${windows.map(({ from, until }) => `${clockTime(from)} to ${clockTime(until)}`).join(' and ')}.`
      : 'The shore does not open on this day.';
  return onShore.map(({ id, name, row }) =>
    windows.some(({ from, until }) => from <= row.arrive && row.leave <= until)
      ? passed(
          `shore ${id}`,
          `Tide at ${name}`,
          `${inWords} There from ${clockTime(row.arrive)} to ${clockTime(row.leave)}.`
        )
      : stop(
          `shore ${id}`,
          `Stop: ${name} outside the shore window`,
          `${inWords} The plan is there from ${clockTime(row.arrive)} to ${clockTime(row.leave)}.`,
          { label: 'Change the hour or the order', at: 'day' }
        )
  );
}

function twice(stops: Checked['facts']['stops'], mend: NonNullable<Check['mend']>): Check[] {
  const names = new Map<string, string[]>();
  for (const { patch, name } of stops) if (patch) names.set(patch.id, [...(names.get(patch.id) ?? []), name]);
  const again = [...names.values()].filter((visits) => visits.length > 1);
  return again.map((visits) =>
    look(
      `twice ${visits.join(' ')}`,
      'Look: one patch, two stops',
      `${visits.join(' and ')} are the same patch: it is trodden twice.`,
      mend
    )
  );
}
