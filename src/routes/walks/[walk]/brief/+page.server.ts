import { fail } from '@sveltejs/kit';
import { type BriefDocument, forLearners, holdsBack } from '$core/walk';
import {
  changesOfVersion,
  changesSince,
  confirmBrief,
  confirmersOf,
  markRead,
  previewBrief,
  publishBrief,
  readBrief,
  readersOf
} from '$lib/server/walk/briefs';
import {
  orNotFound,
  idFrom,
  inSchoolOf,
  requireLeader,
  requireSignedIn,
  requireTeacher
} from '$lib/server/request/guard';
import { membersOf } from '$lib/server/accounts';
import { newsOfBrief, tellGroup } from '$lib/server/school/news';
import { isLeaderOf, mayReadHealth } from '$lib/server/school/health';
import { photographsOfPairs } from '$lib/server/library/photographs';
import { changePlan } from '$lib/server/walk/plan-changes';
import { readSettings } from '$lib/server/school/schools';
import { walkPage } from '$lib/server/walk/walk-page';
import { readWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.walk, 'walk');
  if (viewer.role === 'learner')
    return inSchoolOf(viewer, async (db) => {
      orNotFound(await readWalk(db, viewer, id), 'walk');
      const brief = await readBrief(db, id);
      const photographs = await photographsOfPairs(db, brief?.document.sheets ?? []);
      const { learnersSeePlaces } = await readSettings(db);
      const asShown = (document: BriefDocument) => forLearners(document, learnersSeePlaces);
      const changes = brief ? await changesOfVersion(db, id, brief, asShown) : [];
      const readOn = brief
        ? (await readersOf(db, brief.id)).find(({ personId }) => personId === viewer.personId)?.on
        : undefined;
      return {
        brief: brief && { ...brief, document: asShown(brief.document) },
        photographs,
        changes,
        readOn,
        isPreview: false,
        plates: {},
        publishing: undefined
      };
    });
  const { plan, brief: published } = await walkPage(locals, id);
  const preview = url.searchParams.has('preview') ? previewBrief(plan) : undefined;
  const brief = preview
    ? {
        id: '',
        version: (published?.version ?? 0) + 1,
        document: preview.document,
        publishedBy: '',
        effectiveAt: new Date()
      }
    : published;
  return inSchoolOf(viewer, async (db) => {
    const photographs = await photographsOfPairs(db, brief?.document.sheets ?? []);
    const changes = published && !preview ? await changesOfVersion(db, id, published) : [];
    const readers = published ? await readersOf(db, published.id) : [];
    const confirmed = published ? await confirmersOf(db, published.id) : new Set<string>();
    return {
      brief,
      isPreview: preview !== undefined,
      plates: Object.fromEntries(
        [...(preview?.drawings ?? [])].map(([plate, svg]) => [
          plate,
          `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}`
        ])
      ),
      photographs,
      changes,
      readOn: undefined,
      publishing: {
        stops: plan.checks.filter(({ state }) => state === 'stop'),
        isHeldBack: holdsBack(plan.checks),
        people: plan.members.length,
        version: published?.version,
        since: published ? changesSince(published, plan) : [],
        readers,
        unread: plan.members
          .filter(
            (person) => person.role !== 'guest' && !readers.some(({ personId }) => personId === person.id)
          )
          .map(({ name }) => name),
        onPaper: plan.members.filter(({ role }) => role === 'guest').map(({ name }) => name),
        leaders: plan.leaders.map(({ id: key, name }) => ({ name, hasConfirmed: confirmed.has(key) })),
        mayConfirm:
          plan.leaders.some(({ id: key }) => key === viewer.personId) && !confirmed.has(viewer.personId),
        mayReadHealth: mayReadHealth(viewer, plan.walk)
      }
    };
  });
};

export const actions: Actions = {
  /** Of the plan as its sender has seen it. */
  publish: async (event) => {
    const viewer = requireLeader(event.locals);
    // Accounts stand above the schools: they are read before the school's own transaction, never within it.
    const accounts = await membersOf(viewer.schoolId);
    return changePlan(event, await event.request.formData(), undefined, async (db, plan) => {
      const result = await publishBrief(db, viewer, plan);
      if ('problem' in result) return fail(409, { problem: result.problem });
      const news = newsOfBrief(plan.walk, result.version, `${event.url.origin}/walks/${plan.walk.id}/brief`);
      return { published: result.version, told: await tellGroup(db, plan, accounts, news, viewer) };
    });
  },
  /** Somebody says that they have read this version. */
  read: ({ locals, params }) => {
    const viewer = requireSignedIn(locals);
    const id = idFrom(params.walk, 'walk');
    return inSchoolOf(viewer, async (db) => {
      orNotFound(await readWalk(db, viewer, id), 'walk');
      const brief = orNotFound(await readBrief(db, id), 'brief');
      await markRead(db, brief.id, viewer.personId);
      return { hasRead: brief.version };
    });
  },
  /** A leader goes by this version. */
  confirm: ({ locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.walk, 'walk');
    return inSchoolOf(viewer, async (db) => {
      const walk = orNotFound(await readWalk(db, viewer, id), 'walk');
      if (!isLeaderOf(viewer, walk))
        return fail(403, { problem: 'Only who leads this walk confirms its brief.' });
      const brief = await readBrief(db, id);
      if (!brief) return fail(404, { problem: 'There is no brief to confirm yet.' });
      await confirmBrief(db, brief.id, viewer.personId);
      return { confirmed: brief.version };
    });
  }
};
