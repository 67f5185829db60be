import { counted } from '$core/words';
import { fail, redirect } from '@sveltejs/kit';
import { tableColumns, tableNames } from '$core/formats';
import { keepImport } from '$lib/server/library/corrections';
import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import { bytesOf, readFile } from '$lib/server/reading';
import type { Actions, PageServerLoad } from './$types';

const mostProblems = 200;

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const { library } = await schoolLibrary(db, viewer.region);
    return {
      taxa: library.taxa.size,
      tables: tableNames.map((name) => ({ name, columns: tableColumns[name] }))
    };
  });
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const viewer = requireLeader(locals);
    const files = (await request.formData())
      .getAll('files')
      .filter((one): one is File => one instanceof File && one.size > 0);
    const { document } = await inSchoolOf(viewer, (db) => schoolLibrary(db, viewer.region));
    const uploaded = await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: await bytesOf(file) }))
    );
    const compared = await readFile('tables', { files: uploaded, document });
    if ('problem' in compared)
      return fail(400, { problem: `${compared.problem} Nothing was changed.`, rows: [] });
    const { changes, problems } = compared;
    if (problems.length > 0)
      return fail(400, {
        problem: `${counted(problems.length, 'row')} cannot be read. Nothing was changed.`,
        rows: problems.slice(0, mostProblems)
      });
    if (changes.length === 0)
      return { said: 'These files say what your library says already. Nothing would change.' };
    const id = await inSchoolOf(viewer, (db) => keepImport(db, viewer, changes));
    redirect(303, `/species/exchange/${id}`);
  }
};
