import { inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { listMessages } from '$lib/server/school/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(requireLeader(locals), async (db) => ({ messages: await listMessages(db) }));
