import { z } from 'zod';
import { auditKinds, listAudit } from '$lib/server/school/audit';
import { inSchoolOf, requireOwner } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

const pageSize = 100;

export const load: PageServerLoad = ({ locals, url }) =>
  inSchoolOf(requireOwner(locals), async (db) => {
    const before = z.uuid().safeParse(url.searchParams.get('before'));
    const entries = await listAudit(db, pageSize + 1, before.data);
    const shown = entries.slice(0, pageSize);
    return {
      entries: shown.map((entry) => ({ ...entry, what: auditKinds[entry.what] ?? entry.what })),
      older: entries.length > pageSize ? shown.at(-1)!.id : undefined
    };
  });
