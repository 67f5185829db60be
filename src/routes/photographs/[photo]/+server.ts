import { found, idFrom, inSchoolOf, signedIn } from '$lib/server/guard';
import { readJpeg } from '$lib/server/photographs';
import type { RequestHandler } from './$types';

/** A photograph of the school: its picture never changes under its id. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const id = idFrom(params.photo, 'photograph');
  const jpeg = found(await inSchoolOf(signedIn(locals), (db) => readJpeg(db, id)), 'photograph');
  return new Response(new Uint8Array(jpeg), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=31536000, immutable',
      'content-security-policy': "default-src 'none'"
    }
  });
};
