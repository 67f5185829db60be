import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import {
  checkPassword,
  clearSessionCookie,
  endSession,
  idleDays,
  problemOfPassword,
  sessionDays,
  sessionsOf,
  setPassword,
  signOutEverywhere
} from '$lib/server/accounts';
import { audit, refusedSince } from '$lib/server/school/audit';
import { callerOf, slowDown } from '$lib/server/request/caller';
import { inSchoolOf, requireRecentPassword, requireSignedIn } from '$lib/server/request/guard';
import { erasePerson } from '$lib/server/school/people';
import type { Actions, PageServerLoad } from './$types';

const Theme = z.enum(['day', 'dusk', 'sun']);

export const load: PageServerLoad = async (event) => {
  const viewer = requireSignedIn(event.locals);
  const sessions = await sessionsOf(viewer.accountId);
  return {
    theme: Theme.catch('day').parse(event.cookies.get('theme')),
    sessions: sessions.map((one) => ({ ...one, isThis: one.id === viewer.sessionId })),
    refused: await inSchoolOf(viewer, (db) => refusedSince(db, viewer.personId)),
    schools: viewer.schools,
    sessionDays,
    idleDays
  };
};

export const actions: Actions = {
  theme: async ({ request, cookies, url }) => {
    const theme = Theme.catch('day').parse((await request.formData()).get('theme'));
    cookies.set('theme', theme, {
      path: '/',
      maxAge: 365 * 24 * 3600,
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:'
    });
    redirect(303, '/me');
  },
  password: async (event) => {
    const viewer = requireSignedIn(event.locals);
    const data = await event.request.formData();
    const [old, chosen] = [String(data.get('old') ?? ''), String(data.get('new') ?? '')];
    const result = await checkPassword(viewer.accountId, old, callerOf(event));
    if (typeof result === 'object') return fail(429, { problem: slowDown(event, result.seconds) });
    if (result === 'wrong')
      return fail(400, { problem: 'The old password is not right: nothing was changed.' });
    const weak = problemOfPassword(chosen, [viewer.name, viewer.school.name]);
    if (weak) return fail(400, { problem: weak });
    await setPassword(viewer.accountId, chosen);
    await signOutEverywhere(viewer.accountId, viewer.sessionId);
    const { personId } = viewer;
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId, number: event.locals.number }, 'password changed', personId)
    );
    return { done: 'Your password is changed. Other devices are signed out.' };
  },
  end: async (event) => {
    const viewer = requireSignedIn(event.locals);
    const id = z.uuid().safeParse((await event.request.formData()).get('session'));
    const isEnded = id.success && (await endSession(viewer.accountId, id.data));
    if (!isEnded) return fail(404, { problem: 'That session has ended already.' });
    const { personId } = viewer;
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId, number: event.locals.number }, 'session ended', personId)
    );
    return { done: 'That device is signed out.' };
  },
  erase: async ({ request, locals, url, cookies }) => {
    const viewer = requireRecentPassword(requireSignedIn(locals), url);
    const { personId } = viewer;
    if (String((await request.formData()).get('name') ?? '').trim() !== viewer.name)
      return fail(400, { problem: `Nothing was erased: the name that you typed is not ${viewer.name}.` });
    const problem = await inSchoolOf(viewer, async (db) => {
      const wrong = await erasePerson(db, personId);
      if (!wrong) await audit(db, { personId, number: locals.number }, 'person erased', personId);
      return wrong;
    });
    if (problem) return fail(400, { problem });
    clearSessionCookie(cookies, url);
    redirect(303, '/sign-in');
  }
};
