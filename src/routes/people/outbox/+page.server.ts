import { inSchoolOf, leading } from '$lib/server/guard';
import { listMessages } from '$lib/server/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) =>
  inSchoolOf(leading(locals), async (db) => ({ messages: await listMessages(db) }));
