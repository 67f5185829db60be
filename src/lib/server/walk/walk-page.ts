import { pairKey } from '$core/learning';
import { orNotFound, inSchoolOf, requireTeacher } from '../request/guard';
import { pairsOf } from '../learning/drills';
import { isDrilled } from '../learning/progress';
import { type Brief, readBrief } from './briefs';
import { type Plan, readPlan } from './plan';

/** A walk as one request shows it to who teaches. */
export interface WalkPage {
  readonly plan: Plan;
  readonly brief: Brief | undefined;
  /** Whether everybody of its group has practised every one of its pairs. */
  readonly isDrilled: boolean;
}

const read = (locals: App.Locals, walkId: string): Promise<WalkPage> => {
  const viewer = requireTeacher(locals);
  return inSchoolOf(viewer, async (db) => {
    const plan = orNotFound(await readPlan(db, viewer, walkId), 'walk');
    const brief = await readBrief(db, walkId);
    const pairs = new Set(pairsOf(plan.library, brief).map(pairKey));
    const learners = plan.members.filter(({ role }) => role === 'learner').map(({ id }) => id);
    return { plan, brief, isDrilled: await isDrilled(db, [...pairs], learners) };
  });
};

/**
 * Reads a walk once a request: its frame and its page, which are made side by side, show the same plan. Asked for
 * before a transaction of one's own is opened, since a request holds one connection at a time.
 */
export function walkPage(locals: App.Locals, walkId: string): Promise<WalkPage> {
  if (locals.walkPage?.walkId !== walkId) locals.walkPage = { walkId, page: read(locals, walkId) };
  return locals.walkPage.page;
}
