import { readCertificate } from '$lib/server/learning/certificate';
import { print } from '$lib/server/print';
import { attachment } from '$lib/server/request/attachment';
import { idFrom, inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

/** The certificate of one who took part; one's own, for those who learn. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const [cohort, person] = [idFrom(params.cohort, 'group'), idFrom(params.person, 'person')];
  const { certificate, now } = await inSchoolOf(viewer, async (db) => ({
    certificate: orNotFound(await readCertificate(db, viewer, cohort, person), 'person in this group'),
    now: db.now
  }));
  const title = `Certificate of ${certificate.person}`;
  const pdf = await print('certificate', { certificate, title, date: now });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${title}.pdf`);
};
