import { createReadStream, mkdtempSync, openSync, closeSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { error } from '@sveltejs/kit';
import { writeSchool } from '$lib/server/archive';
import { attachmentHeaders } from '$lib/server/request/attachment';
import { inSchoolOf, requireOwner, requireRecentPassword } from '$lib/server/request/guard';
import { overQuota } from '$lib/server/request/limits';
import { audit } from '$lib/server/school/audit';
import type { RequestHandler } from './$types';

/** The whole school as one file. It goes by way of the disk: it may be larger than what a process should hold. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireRecentPassword(requireOwner(locals), url);
  const tooMany = await overQuota('archives', viewer.schoolId);
  if (tooMany) error(429, tooMany);
  const folder = mkdtempSync(join(tmpdir(), 'good-trail-'));
  const file = join(folder, 'school.zip');
  const done = () => rmSync(folder, { recursive: true, force: true });
  try {
    const at = openSync(file, 'wx', 0o600);
    try {
      await writeSchool(viewer.schoolId, (chunk) => writeSync(at, chunk));
    } finally {
      closeSync(at);
    }
    await inSchoolOf(viewer, (db) =>
      audit(db, { personId: viewer.personId, number: locals.number }, 'school exported')
    );
    const stream = createReadStream(file);
    // Once it is open it needs its name no more.
    stream.once('open', done);
    return new Response(Readable.toWeb(stream) as ReadableStream, {
      headers: attachmentHeaders('application/zip', `${viewer.school.name}, whole school.zip`)
    });
  } catch (problem) {
    done();
    throw problem;
  }
};
