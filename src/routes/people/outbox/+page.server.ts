import { inSchoolOf, leading } from '$lib/server/request/guard';
import { listMessages } from '$lib/server/school/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(leading(locals), async (db) => ({ messages: await listMessages(db) }));
