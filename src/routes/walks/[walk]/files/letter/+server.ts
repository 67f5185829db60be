import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { longDate } from '$core/words';
import { print } from '$lib/server/print';
import { problemsOf } from '$lib/server/request/actions';
import { attachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, orNotFound, requireLeader } from '$lib/server/request/guard';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

const Letter = z.object({
  subject: z.string().trim().min(1).max(200),
  body: z.string().trim().min(1, 'The letter is empty.').max(8000, 'The letter is longer than 8000 letters.')
});

/** A letter as it stands on its page, changed or not, as a PDF. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
  const viewer = requireLeader(locals);
  const id = idFrom(params.walk, 'walk');
  const now = await inSchoolOf(viewer, async (db) => {
    orNotFound(await readWalk(db, viewer, id), 'walk');
    return db.now;
  });
  const letter = Letter.safeParse(Object.fromEntries(await request.formData()));
  if (!letter.success) error(400, `Not printed. ${problemsOf(letter.error)}`);
  const { subject, body } = letter.data;
  const pdf = await print('letter', {
    letter: { date: longDate(viewer.today), paragraphs: body.split(/\n{2,}/) },
    title: subject,
    date: now
  });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${subject}.pdf`);
};
