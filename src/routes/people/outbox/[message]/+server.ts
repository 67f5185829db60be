import { orNotFound, idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { attachment } from '$lib/server/request/attachment';
import { asEml, readMessage } from '$lib/server/school/outbox';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const id = idFrom(params.message, 'message');
  const message = await inSchoolOf(requireLeader(locals), async (db) =>
    orNotFound(await readMessage(db, id), 'message')
  );
  return attachment(new Uint8Array(await asEml(message)), 'message/rfc822', `${message.subject}.eml`);
};
