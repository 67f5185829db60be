import { fail, redirect } from '@sveltejs/kit';
import { compareTables, tableColumns, tableNames } from '$core/formats';
import { keepImport } from '$lib/server/corrections';
import { inSchoolOf, leading } from '$lib/server/guard';
import { schoolLibrary } from '$lib/server/library';
import { readUpload } from '$lib/server/table-upload';
import type { Actions, PageServerLoad } from './$types';

const mostProblems = 200;

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(leading(locals), async (db) => {
    const { library } = await schoolLibrary(db);
    return {
      taxa: library.taxa.size,
      tables: tableNames.map((name) => ({ name, columns: tableColumns[name] }))
    };
  });

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = leading(locals);
    const files = (await request.formData())
      .getAll('files')
      .filter((one): one is File => one instanceof File && one.size > 0);
    const upload = await readUpload(files);
    if ('problem' in upload)
      return fail(400, { problem: `${upload.problem} Nothing was changed.`, rows: [] });
    // A redirect is thrown: inside the transaction it would roll it back.
    const result = await inSchoolOf(viewer, async (db) => {
      const { document } = await schoolLibrary(db);
      const { changes, problems } = compareTables(upload.tables, document);
      if (problems.length > 0)
        return fail(400, {
          problem: `${problems.length} ${problems.length === 1 ? 'row' : 'rows'} cannot be read. Nothing was changed.`,
          rows: problems.slice(0, mostProblems)
        });
      if (changes.length === 0)
        return { said: 'These files say what your library says already. Nothing would change.' };
      return keepImport(db, viewer, changes);
    });
    if (typeof result === 'string') redirect(303, `/species/exchange/${result}`);
    return result;
  }
};
