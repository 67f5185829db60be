import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import {
  beginEmailChange,
  changeEmail,
  checkPassword,
  clearSessionCookie,
  emailOf,
  endSession,
  factorOf,
  idleDays,
  problemOfPassword,
  sessionDays,
  sessionsOf,
  setPassword,
  signOutEverywhere,
  tellNewAddress,
  tellOldAddress,
  tellPasswordChanged
} from '$lib/server/accounts';
import { sendsMail } from '$lib/server/mail';
import { overQuota } from '$lib/server/request/limits';
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
    email: await emailOf(viewer.accountId),
    sendsMail: sendsMail(),
    factor: await factorOf(viewer.accountId),
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
    await tellPasswordChanged(await emailOf(viewer.accountId));
    const { personId } = viewer;
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId, number: event.locals.number }, 'password changed', personId)
    );
    return { done: 'Your password is changed. Other devices are signed out.' };
  },
  email: async (event) => {
    const viewer = requireSignedIn(event.locals);
    const data = await event.request.formData();
    const email = z.email().safeParse(String(data.get('email') ?? '').trim());
    if (!email.success) return fail(400, { problem: 'This is no e-mail address: nothing was changed.' });
    const right = await checkPassword(viewer.accountId, String(data.get('password') ?? ''), callerOf(event));
    if (typeof right === 'object') return fail(429, { problem: slowDown(event, right.seconds) });
    if (right === 'wrong') return fail(400, { problem: 'This is not your password: nothing was changed.' });
    const old = await emailOf(viewer.accountId);
    const tooMany = await overQuota('letters', `new address of ${viewer.accountId}`);
    if (tooMany) return fail(429, { problem: tooMany });
    if (sendsMail()) {
      const token = await beginEmailChange(viewer.accountId, email.data);
      // Whether somebody else has the address is told to whoever reads its mail, not here.
      if (token) {
        await tellNewAddress(email.data, `${event.url.origin}/new-email/${token}`);
        await tellOldAddress(old, email.data, false);
      }
      return {
        done: `Unless somebody signs in with it already, a letter is on its way to ${email.data}. Your address changes once the link in it was opened.`
      };
    }
    if (!(await changeEmail(viewer.accountId, email.data)))
      return fail(400, { problem: 'This address cannot be taken: nothing was changed.' });
    const { personId } = viewer;
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId, number: event.locals.number }, 'address changed', personId)
    );
    return { done: `You sign in with ${email.data} from now on.` };
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
