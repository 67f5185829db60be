import { fail, redirect } from '@sveltejs/kit';
import { englishName, ofLibrary, pathInWords, valueInWords } from '$core/knowledge';
import { applyImport, readImport } from '$lib/server/library/corrections';
import { orNotFound, idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import type { Actions, PageServerLoad } from './$types';

const mostShown = 300;

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const changes = orNotFound(await readImport(db, idFrom(params.import, 'import')), 'import');
    return {
      total: changes.length,
      taxa: new Set(changes.map(({ taxon }) => taxon)).size,
      shown: changes.slice(0, mostShown).map(({ taxon, path, before, after }) => {
        const own = library.taxa.get(taxon);
        return {
          key: `${taxon} ${path}`,
          name: own ? englishName(own) : taxon === ofLibrary ? 'The library itself' : taxon,
          cell: pathInWords(library, path),
          before: valueInWords(library, path, before),
          after: valueInWords(library, path, after),
          isNew: path === 'taxon'
        };
      })
    };
  });
};

export const actions: Actions = {
  default: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.import, 'import');
    const result = await inSchoolOf(viewer, (db) => applyImport(db, viewer, id));
    if ('problem' in result) return fail(400, { problem: `${result.problem} Nothing was changed.` });
    redirect(303, '/species/changes');
  }
};
