import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { readConstituents, writeConstituents } from '$core/formats';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireTeacher } from '$lib/server/request/guard';
import { lightMinutes, lightAt } from '$lib/server/season/light';
import { bytesOf, readFile } from '$lib/server/reading';
import { readSite } from '$lib/server/ground/sites';
import { TideRecord, curveStep, readTide, saveTide, shoreDays, tideDay } from '$lib/server/season/tide';
import type { Actions, PageServerLoad } from './$types';

/** How many days ahead shore windows are listed: two springs and two neaps. */
const listedDays = 29;

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.site, 'site');
  const asked = z.iso.date().safeParse(url.searchParams.get('date'));
  const date = asked.success ? asked.data : viewer.today;
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, id), 'site');
    const tide = await readTide(db, id);
    return {
      date,
      light: lightAt(site, date),
      lightMinutes: lightMinutes(site, date),
      tide: tide && {
        port: tide.port,
        shoreBelowMetres: tide.shoreBelowMetres,
        isTable: 'table' in tide,
        step: curveStep,
        ...tideDay(tide, site.timeZone, date),
        days: shoreDays(tide, site, date, listedDays)
      },
      entered: {
        port: tide?.port ?? '',
        shoreBelowMetres: tide?.shoreBelowMetres ?? 1,
        meanLevelMetres: tide && 'constituents' in tide ? tide.meanLevelMetres : 2,
        constituents: tide && 'constituents' in tide ? writeConstituents(tide.constituents) : ''
      }
    };
  });
};

const Entered = z.object({
  port: TideRecord.options[0].shape.port,
  shoreBelowMetres: z.coerce.number('The level of the shore should be metres.').min(-5).max(20),
  meanLevelMetres: z.coerce.number('The mean level should be metres.').min(-5).max(20),
  constituents: z.string().max(8000)
});

const largestTable = 1_000_000;

export const actions: Actions = {
  tide: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    const sent = await request.formData();
    const entered = Object.fromEntries([...sent].filter(([, value]) => typeof value === 'string'));
    const refuse = (problem: string) => fail(400, { problem: `${problem} Nothing was changed.`, entered });
    const form = Entered.safeParse(entered);
    if (!form.success) return refuse(form.error.issues[0]!.message);
    const { port, shoreBelowMetres, meanLevelMetres, constituents } = form.data;
    const site = await inSchoolOf(viewer, async (db) => orNotFound(await readSite(db, id), 'site'));
    const file = sent.get('table');
    if (file instanceof File && file.size > 0) {
      if (file.size > largestTable) return refuse(`${file.name} is larger than a megabyte.`);
      const read = await readFile('tide', { bytes: await bytesOf(file), zone: site.timeZone });
      if ('problem' in read) return refuse(`${file.name}: ${read.problem}`);
      await inSchoolOf(viewer, (db) => saveTide(db, id, { port, shoreBelowMetres, table: read.table }));
      return { done: `${read.table.length} high and low waters of ${port} are kept.` };
    }
    const read = readConstituents(constituents);
    if ('problem' in read) return refuse(read.problem);
    return inSchoolOf(viewer, async (db) => {
      await saveTide(db, id, { port, shoreBelowMetres, meanLevelMetres, constituents: read.constituents });
      return { done: `${read.constituents.length} constituents of ${port} are kept.` };
    });
  },
  forget: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.site, 'site');
    await inSchoolOf(viewer, async (db) => {
      orNotFound(await readSite(db, id), 'site');
      await saveTide(db, id, undefined);
    });
    return { done: 'The site has no tide any more.' };
  }
};
