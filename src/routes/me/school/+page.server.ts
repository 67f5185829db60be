import { error, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { moveSession, membershipsOf } from '$lib/server/accounts';
import { requireSignedIn } from '$lib/server/request/guard';
import { ownPath } from '$lib/server/request/own-path';
import { withSchool } from '$lib/server/database/school';
import { readSettings } from '$lib/server/school/schools';
import type { Actions, PageServerLoad } from './$types';

/** The schools of an account, to choose one. */
export const load: PageServerLoad = async ({ locals }) => {
  const viewer = requireSignedIn(locals);
  const schools: { id: string; name: string; isThis: boolean }[] = [];
  for (const { schoolId } of await membershipsOf(viewer.accountId)) {
    const { name } = await withSchool(schoolId, readSettings);
    schools.push({ id: schoolId, name, isThis: schoolId === viewer.schoolId });
  }
  return { schools };
};

export const actions: Actions = {
  default: async (event) => {
    const viewer = requireSignedIn(event.locals);
    const id = z.uuid().safeParse((await event.request.formData()).get('school'));
    const isMoved = id.success && (await moveSession(viewer.sessionId, id.data));
    if (!isMoved) error(404, 'You do not belong to this school.');
    redirect(303, ownPath(event.url.searchParams.get('to')));
  }
};
