import { error, json } from '@sveltejs/kit';
import { attachment } from '$lib/server/request/attachment';
import { readBrief } from '$lib/server/walk/briefs';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { printState, readPrint, requestPrint, workOn } from '$lib/server/print/jobs';
import { type PrintKind, printKinds } from '$lib/server/print/kinds';
import type { Viewer } from '$lib/server/accounts';
import { overQuota } from '$lib/server/request/limits';
import { readWalk } from '$lib/server/walk/walks';
import type { RequestHandler } from './$types';

function kindFor(viewer: Viewer, kind: string): PrintKind {
  const known = printKinds.find((one) => one === kind);
  if (!known) error(404, 'A brief is printed whole, for learners, or as pocket cards.');
  if (known === 'brief' && viewer.role === 'learner') error(403, 'The leaders’ version is for leaders.');
  return known;
}

const noStore = { headers: { 'cache-control': 'no-store' } };

/** Asks for the PDF and begins with it. */
export const POST: RequestHandler = async ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const kind = kindFor(viewer, params.kind);
  const id = idFrom(params.walk, 'walk');
  const tooMany = await overQuota('prints', viewer.personId);
  if (tooMany) error(429, tooMany);
  const brief = await inSchoolOf(viewer, async (db) => {
    orNotFound(await readWalk(db, viewer, id), 'walk');
    const newest = orNotFound(await readBrief(db, id), 'brief');
    await requestPrint(db, viewer, id, newest.id, kind);
    return newest;
  });
  void workOn(viewer.schoolId, viewer.school.name, brief, kind);
  return json(await inSchoolOf(viewer, (db) => printState(db, brief.id, kind)), noStore);
};

/** The finished file; with `?state` how far it is. Asking takes up what nobody works on. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const kind = kindFor(viewer, params.kind);
  const id = idFrom(params.walk, 'walk');
  const { walk, brief } = await inSchoolOf(viewer, async (db) => ({
    walk: orNotFound(await readWalk(db, viewer, id), 'walk'),
    brief: orNotFound(await readBrief(db, id), 'brief')
  }));
  if (url.searchParams.has('state')) {
    void workOn(viewer.schoolId, viewer.school.name, brief, kind);
    return json(
      orNotFound(await inSchoolOf(viewer, (db) => printState(db, brief.id, kind)), 'print'),
      noStore
    );
  }
  const pdf = orNotFound(await inSchoolOf(viewer, (db) => readPrint(db, brief.id, kind)), 'print');
  const names = {
    brief: 'brief for leaders',
    learners: 'brief for learners',
    short: 'brief in short',
    cards: 'pocket cards'
  };
  return attachment(
    new Uint8Array(pdf),
    'application/pdf',
    `${walk.name}, ${names[kind]}, version ${brief.version}.pdf`
  );
};
