import { type RequestEvent, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, taxonChoices } from '$core/knowledge';
import {
  type OpenFind,
  askExpert,
  candidatesOf,
  keepAnswer,
  listQuestions,
  lookAgain,
  nameFind,
  readFind,
  removeFind
} from '$lib/server/ground/finds';
import { fieldsAction } from '$lib/server/request/actions';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import type { SchoolDb } from '$lib/server/database/school';
import { type Viewer, leads } from '$lib/server/accounts';
import { pictureAddress } from '$lib/server/field/pictures';
import { readSite, regionOfSite } from '$lib/server/ground/sites';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const siteId = idFrom(params.site, 'site');
  const id = idFrom(params.find, 'find');
  return inSchoolOf(viewer, async (db) => {
    const site = orNotFound(await readSite(db, siteId), 'site');
    const find = orNotFound(await readFind(db, siteId, id), 'find');
    const library = await libraryOf(db, site.region);
    // Back from Look closer with another description: offered, not taken at once.
    const isDescribed = url.searchParams.has('see');
    const seen = isDescribed ? url.searchParams.getAll('see') : find.seen;
    const cannot = isDescribed ? url.searchParams.getAll('cannot') : find.cannot;
    const named = find.taxon ? library.taxa.get(find.taxon) : undefined;
    return {
      site: { id: siteId, name: site.name, ground: site.ground, place: site.place },
      find,
      picture: await pictureAddress(db, id),
      described: isDescribed ? { seen, cannot } : undefined,
      named: find.taxon ? { slug: find.taxon, name: named ? englishName(named) : find.taxon } : undefined,
      ...(await candidatesOf(db, library, site, { ...find, seen, cannot }, viewer.today)),
      questions: await listQuestions(db, id),
      mayName: leads(viewer),
      today: viewer.today,
      viewerName: viewer.name,
      schoolName: viewer.school.name,
      taxa: taxonChoices(library)
    };
  });
};

/** Work on a find of the viewer's school. */
function onFind<T>(
  event: RequestEvent,
  work: (db: SchoolDb, viewer: Viewer, find: OpenFind) => Promise<T>
): Promise<T> {
  const viewer = requireTeacher(event.locals);
  const siteId = idFrom(event.params['site'], 'site');
  const id = idFrom(event.params['find'], 'find');
  return inSchoolOf(viewer, async (db) =>
    work(db, viewer, orNotFound(await readFind(db, siteId, id), 'find'))
  );
}

const Asked = z.object({
  expert: z.string().trim().min(1, 'Name the expert.').max(120),
  email: z.email('This is no e-mail address.'),
  letter: z.string().trim().min(1, 'Write what you ask.').max(4000)
});
const Answered = z.object({
  id: z.uuid(),
  answer: z.string().trim().min(1, 'Write down the answer.').max(1000)
});
const Named = z.object({
  taxon: z.string().min(1, 'Choose its name.'),
  because: z.string().trim().min(1, 'Say on what grounds.').max(500)
});
const described = z.array(z.string().max(120)).max(120);

const refuse = (problem: string, entered?: Record<string, unknown>) => fail(400, { problem, entered });

export const actions: Actions = {
  describe: async (event) => {
    const sent = await event.request.formData();
    const [seen, cannot] = ['see', 'cannot'].map((name) => described.safeParse(sent.getAll(name)));
    if (!seen!.success || !cannot!.success) return refuse('The description did not arrive whole.');
    await onFind(event, (db, _, find) => lookAgain(db, find.id, seen!.data!, cannot!.data!));
    redirect(303, event.url.pathname);
  },
  ask: async (event) => {
    const sent = Object.fromEntries(await event.request.formData());
    const form = Asked.safeParse(sent);
    if (!form.success) return refuse(form.error.issues[0]!.message, sent);
    const { expert, email, letter } = form.data;
    return onFind(event, async (db, viewer, find) => {
      await askExpert(db, viewer, find, expert, email, letter);
      return { done: `The letter to ${expert} waits in the outbox, to be sent from your own mail program.` };
    });
  },
  answer: fieldsAction(requireTeacher, Answered, ({ id, answer }, { event }) =>
    onFind(event, async (db, _, find) => {
      if (!(await keepAnswer(db, find.id, id, answer))) orNotFound(undefined, 'question');
      return { done: 'The answer is kept, and the expert stands on the bookshelf as a source.' };
    })
  ),
  name: fieldsAction(requireTeacher, Named, (named, { event }) =>
    onFind(event, async (db, viewer, find) => {
      if (!leads(viewer)) return fail(403, { problem: 'Only owners and instructors give a name.' });
      if (find.taxon) return refuse('It has a name already. Rename its patch where it is wrong.');
      const taxon = (await libraryOf(db, await regionOfSite(db, find.siteId))).taxa.get(named.taxon);
      if (!taxon) return refuse('Choose a plant of the library.');
      await nameFind(db, viewer, find, taxon.slug, named.because);
      return { done: `It is ${englishName(taxon)} now.` };
    })
  ),
  remove: async (event) => {
    const siteId = idFrom(event.params['site'], 'site');
    const isRemoved = await onFind(event, (db, _, find) => removeFind(db, siteId, find.id));
    if (!isRemoved) return refuse('A patch came of it: remove that instead.');
    redirect(303, `/ground/${siteId}/scout`);
  }
};
