import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { wishFor } from '$lib/server/learning/drills';
import { onTheBeat } from '$lib/server/drawing';
import { orNotFound, idFrom, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

const Wish = z.strictObject({ wish: z.string().max(40) });

/** Asks for one more look of an open question; gives the question with what was found. */
export const POST: RequestHandler = async ({ request, locals, params }) => {
  const viewer = requireSignedIn(locals);
  const body = Wish.safeParse(await request.json().catch(() => undefined));
  if (!body.success) return json({ problem: 'Not understood: a wish is a word.' }, { status: 400 });
  const question = orNotFound(
    await onTheBeat(wishFor(viewer, idFrom(params.question, 'question'), body.data.wish)),
    'look'
  );
  return json({ question }, { headers: { 'cache-control': 'no-store' } });
};
