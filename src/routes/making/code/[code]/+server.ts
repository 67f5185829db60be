import { redirect } from '@sveltejs/kit';
import { codeLength } from '$core/making';
import { readCode } from '$core/words';
import { batchWithCode } from '$lib/server/making/batches';
import { inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** Where the code on a label leads. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const code = orNotFound(readCode(params.code, codeLength), 'batch');
  const id = orNotFound(await inSchoolOf(viewer, (db) => batchWithCode(db, code)), 'batch');
  redirect(303, `/making/batches/${id}`);
};
