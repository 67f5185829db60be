import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, isDangerous, taxonChoices } from '$core/knowledge';
import { homeTasks } from '$lib/server/field/home-tasks';
import {
  NewEntry,
  addEntry,
  answerEntry,
  metBy,
  ownEntries,
  removeEntry,
  shareEntry,
  sharedEntries
} from '$lib/server/learning/notebook';
import { sitesToScout } from '$lib/server/season/learners-scout';
import { libraryOfAll } from '$lib/server/library/library';
import { readPicture } from '$lib/server/library/photographs';
import { fieldsAction, idAction } from '$lib/server/request/actions';
import { inSchoolOf, requireSignedIn, requireTeacher } from '$lib/server/request/guard';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const named = (slug: string | undefined) => {
      const taxon = slug === undefined ? undefined : library.taxa.get(slug);
      return (
        taxon && {
          slug: taxon.slug,
          name: englishName(taxon),
          scientific: taxon.name,
          isDangerous: isDangerous(taxon),
          hasCard: taxon.preparations.length > 0
        }
      );
    };
    const withName = <T extends { readonly taxon: string | undefined }>(one: T) => ({
      ...one,
      plant: named(one.taxon)
    });
    if (viewer.role !== 'learner')
      return { today: viewer.today, shared: (await sharedEntries(db)).map(withName) };
    const meetings = await metBy(db, viewer.personId);
    return {
      today: viewer.today,
      entries: (await ownEntries(db, viewer.personId)).map(withName),
      tasks: await homeTasks(db, viewer),
      sites: await sitesToScout(db, viewer),
      taxa: taxonChoices(library),
      met: [...new Set(meetings.map(({ taxon }) => taxon))].flatMap((slug) => {
        const plant = named(slug);
        return plant ? [{ ...plant, times: meetings.filter(({ taxon }) => taxon === slug) }] : [];
      })
    };
  });
};

export const actions: Actions = {
  add: fieldsAction(
    requireSignedIn,
    NewEntry.extend({ picture: z.instanceof(File).optional() }),
    async ({ picture: file, ...entry }, { viewer }) => {
      const picture = file && file.size > 0 ? await readPicture(file) : undefined;
      if (picture && 'problem' in picture)
        return fail(400, { problem: `Not kept. ${picture.problem}`, typed: entry });
      const problem = await inSchoolOf(viewer, (db) => addEntry(db, viewer, entry, picture));
      return problem
        ? fail(400, { problem: `Not kept. ${problem}`, typed: entry })
        : { done: 'It stands in your notebook.' };
    },
    'Not kept. '
  ),
  share: idAction(requireSignedIn, 'id', 'entry', (id, { viewer }) =>
    inSchoolOf(viewer, async (db) =>
      (await shareEntry(db, viewer.personId, id))
        ? { done: 'Those who teach can see it now.' }
        : fail(404, { problem: 'There is no such entry.' })
    )
  ),
  remove: idAction(requireSignedIn, 'id', 'entry', (id, { viewer }) =>
    inSchoolOf(viewer, async (db) =>
      (await removeEntry(db, viewer.personId, id))
        ? { done: 'It is taken out.' }
        : fail(404, { problem: 'There is no such entry.' })
    )
  ),
  answer: fieldsAction(
    requireTeacher,
    z.object({
      id: z.uuid(),
      words: z.string().trim().min(1, 'Say something.').max(2000, 'At most 2000 letters.')
    }),
    ({ id, words }, { viewer }) =>
      inSchoolOf(viewer, async (db) =>
        (await answerEntry(db, viewer, id, words))
          ? { done: 'The answer stands in their notebook.' }
          : fail(404, { problem: 'There is no such entry any more.' })
      ),
    'Not answered. '
  )
};
