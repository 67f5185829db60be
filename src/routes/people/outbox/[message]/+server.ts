import { orNotFound, idFrom, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { asEml, readMessage } from '$lib/server/school/outbox';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const id = idFrom(params.message, 'message');
  const message = await inSchoolOf(requireLeader(locals), async (db) =>
    orNotFound(await readMessage(db, id), 'message')
  );
  return new Response(new Uint8Array(await asEml(message)), {
    headers: {
      'content-type': 'message/rfc822',
      'content-disposition': 'attachment; filename="invitation.eml"',
      'cache-control': 'no-store'
    }
  });
};
