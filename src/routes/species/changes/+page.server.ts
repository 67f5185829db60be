import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, ofLibrary, pathInWords, valueInWords } from '$core/knowledge';
import { dateIn } from '$lib/server/school/school-date';
import { keepEdit, listChanges, undoChange, withdrawEdit } from '$lib/server/library/corrections';
import { idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { newerRelease, schoolLibrary, useRelease } from '$lib/server/library/library';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const { library, release, review, version } = await schoolLibrary(db, viewer.region);
    const nameOf = (slug: string) => {
      if (slug === ofLibrary) return 'The library itself';
      const taxon = library.taxa.get(slug) ?? release.taxa.find((one) => one.slug === slug);
      return taxon ? englishName(taxon) : slug;
    };
    const taxon = url.searchParams.get('taxon') ?? undefined;
    const words = (path: string, kind: string, value: unknown) =>
      kind === 'withdraw' ? 'as released' : valueInWords(library, path, value);
    return {
      release: release.name,
      newer: await newerRelease(db, viewer.regions),
      version,
      taxon: taxon && { slug: taxon, name: nameOf(taxon) },
      review: review.map(({ edit, base, held }) => ({
        taxon: edit.taxon,
        // A taxon or an entry that the release has come to hold stands as it says.
        mayKeep: base === undefined || (edit.taxon !== ofLibrary && edit.path !== 'taxon'),
        name: nameOf(edit.taxon),
        path: edit.path,
        cell: pathInWords(library, edit.path),
        own: words(edit.path, edit.kind, edit.value),
        base: valueInWords(library, edit.path, base),
        held: valueInWords(library, edit.path, held)
      })),
      changes: (await listChanges(db, viewer.region, taxon)).map((change) => ({
        id: change.id,
        version: change.version,
        taxon: change.taxon,
        name: nameOf(change.taxon),
        isThere: library.taxa.has(change.taxon),
        cell: pathInWords(library, change.path),
        before: words(change.path, change.beforeKind, change.before),
        after: words(change.path, change.kind, change.value),
        reason: change.reason,
        by: change.by,
        on: dateIn(viewer.school.timeZone, change.at),
        isLatest: change.isLatest
      }))
    };
  });
};

const Cell = z.object({ taxon: z.string().max(80), path: z.string().max(200) });
const cellOf = async (request: Request) => Cell.safeParse(Object.fromEntries(await request.formData())).data;
const noCell = () => fail(400, { problem: 'Choose what is to be decided.' });

export const actions: Actions = {
  upgrade: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const hash = String((await request.formData()).get('hash'));
    const isDone = await inSchoolOf(viewer, (db) => useRelease(db, hash));
    return isDone
      ? { said: 'The new release is in use. Your corrections stand; what needs a decision is listed first.' }
      : fail(400, { problem: 'There is no such release here.' });
  },
  undo: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(String((await request.formData()).get('id')), 'change');
    const isDone = await inSchoolOf(viewer, (db) => undoChange(db, viewer, id));
    return isDone
      ? { said: 'Undone. The undoing stands in the list as well.' }
      : fail(400, { problem: 'A later change stands on this one: undo that first.' });
  },
  keep: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const cell = await cellOf(request);
    if (!cell) return noCell();
    const isDone = await inSchoolOf(viewer, (db) => keepEdit(db, viewer, cell.taxon, cell.path));
    return isDone ? { said: 'Your value stands.' } : fail(400, { problem: 'This was decided meanwhile.' });
  },
  take: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const cell = await cellOf(request);
    if (!cell) return noCell();
    const isDone = await inSchoolOf(viewer, (db) =>
      withdrawEdit(db, viewer, cell.taxon, cell.path, 'Took the value of the new release.')
    );
    return isDone
      ? { said: 'The release’s value stands.' }
      : fail(400, { problem: 'This was decided meanwhile.' });
  }
};
