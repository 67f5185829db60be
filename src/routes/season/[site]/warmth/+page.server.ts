import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import {
  daysAhead,
  degreeDayMethods,
  growingYear,
  growingYearBegins,
  growingYearName,
  meanOfYears,
  warmthYear
} from '$core/season';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { listSightings, seasonOf } from '$lib/server/season/sightings';
import { bytesOf, readFile } from '$lib/server/reading';
import { readSite } from '$lib/server/ground/sites';
import { forgetWarmth, keepWarmth, readWarmthDays } from '$lib/server/season/warmth';
import { readStation, stationName } from '$lib/server/season/weather-station';
import type { Actions, PageServerLoad } from './$types';

const Asked = z.object({
  base: z.coerce.number().min(0).max(20).catch(5),
  method: z.enum(degreeDayMethods).catch('single sine')
});

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  const { base, method } = Asked.parse({ base: 5, method: '', ...Object.fromEntries(url.searchParams) });
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const { days, sources } = await readWarmthDays(db, id, viewer.today);
    const library = await libraryOf(db, site.region);
    const { latitude } = library.referencePlace;
    const beginningOf = (on: string) => growingYearBegins(on, latitude);
    const years = [...new Set([...days.keys()].map(beginningOf))].map((from) =>
      warmthYear(days, from, base, method)
    );
    const begins = beginningOf(viewer.today);
    const thisYear = years.find(({ from }) => from === begins);
    const others = years.filter((one) => one !== thisYear);
    const mean = meanOfYears(others);
    const season = seasonOf(library, site, await listSightings(db, id), viewer.today);
    return {
      base,
      method,
      methods: degreeDayMethods,
      stationName,
      sources,
      count: days.size,
      begins,
      yearName: growingYearName(growingYear(viewer.today, latitude), latitude),
      thisYear,
      others: others.map(({ from, sums, stopsAt }) => ({ from, sums, stopsAt })),
      mean,
      ahead: thisYear && daysAhead(thisYear, mean, viewer.today),
      spring: season.shift('spring')
    };
  });
};

const largestFile = 2_000_000;

export const actions: Actions = {
  file: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    const file = (await request.formData()).get('file');
    const refuse = (problem: string) => fail(400, { problem: `${problem} Nothing was changed.` });
    if (!(file instanceof File) || file.size === 0) return refuse('Choose a file first.');
    if (file.size > largestFile) return refuse(`${file.name} is larger than 2 MB.`);
    const read = await readFile('warmth', { bytes: await bytesOf(file) });
    if ('problem' in read) return refuse(`${file.name}: ${read.problem}`);
    const { days } = read;
    return inSchoolOf(viewer, async (db) => {
      orNotFound(await readSite(db, id), 'site');
      await keepWarmth(db, id, days, file.name);
      const span = Math.round((Date.parse(days.at(-1)!.on) - Date.parse(days[0]!.on)) / 86_400_000) + 1;
      const missing = span - days.length;
      return {
        done: `${days.length} days of ${file.name} are kept${missing > 0 ? `; ${missing === 1 ? 'one day between the first and the last is' : `${missing} days between the first and the last are`} missing` : ''}.`
      };
    });
  },
  station: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    return inSchoolOf(viewer, async (db) => {
      const site = orNotFound(await readSite(db, id), 'site');
      const { referencePlace } = await libraryOf(db, site.region);
      const days = readStation(viewer.today, referencePlace.latitude);
      await keepWarmth(db, id, days, stationName);
      return { done: `${days.length} days were read from ${stationName}.` };
    });
  },
  forget: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    await inSchoolOf(viewer, async (db) => {
      orNotFound(await readSite(db, id), 'site');
      await forgetWarmth(db, id);
    });
    return { done: 'The temperatures of this site are forgotten.' };
  }
};
