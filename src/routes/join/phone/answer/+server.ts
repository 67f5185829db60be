import { json } from '@sveltejs/kit';
import { notUnderstood } from '$lib/server/events/words';
import { GroupAnswerSent, atPhone, takeAnswer } from '$lib/server/learning/group';
import type { RequestHandler } from './$types';

/** Takes what a phone answers, once however often it is sent. */
export const POST: RequestHandler = async ({ cookies, url, request }) => {
  const seat = await atPhone({ cookies, url });
  const sent = GroupAnswerSent.safeParse(await request.json().catch(() => undefined));
  if (!sent.success) return json({ problem: notUnderstood(sent.error) }, { status: 400 });
  const taken = await takeAnswer(seat, sent.data);
  return 'kept' in taken ? json(taken) : json({ problem: taken.problem }, { status: taken.status });
};
