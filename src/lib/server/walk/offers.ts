import { type LibraryTaxon, englishName, nameWithin } from '$core/knowledge';
import { proposeRole, surveyTaxon, taxonFacts } from '$core/walk';
import type { Viewer } from '../accounts';
import type { SchoolDb } from '../database/school';
import { reservationProblem } from '../ground/ledger';
import type { Patch } from '../ground/patches';
import { sourcesFor } from '../library/bookshelf';
import { type Plan, atPatch } from './plan';
import type { NewStopTaxon } from './stops';

/** What a walk's site offers to its plan, and what its patches can spare. */

/** The part that is gathered where nothing else is said: one that is used at the stage, else the first. */
export const usedPart = (entry: LibraryTaxon, stage?: string): string => {
  const uses = entry.uses.filter(({ kind }) => kind !== 'history');
  return (uses.find(({ stages }) => stages.some((one) => one === stage)) ?? uses[0])?.part ?? '';
};

/** What grows at the site and is not on the plan yet, what is ready first. */
export function offersOf(plan: Plan) {
  const planned = new Set(plan.stops.map(({ patchId }) => patchId));
  const onWalk = new Set(plan.taxa.map(({ taxon }) => taxon));
  return plan.patches
    .filter(({ id }) => !planned.has(id))
    .flatMap((patch) => {
      const entry = plan.library.taxa.get(patch.taxon);
      return entry ? [{ patch, entry, ...proposalFor(plan, patch, entry) }] : [];
    })
    .map(({ patch, entry, facts, proposal }) => ({
      patchId: patch.id,
      patch: patch.name,
      slug: entry.slug,
      name: englishName(entry),
      scientific: entry.name,
      stage: facts.stage,
      chance: facts.chance,
      role: proposal.role,
      why: proposal.why,
      isOnWalk: onWalk.has(entry.slug)
    }))
    .sort((a, b) => b.chance - a.chance || a.name.localeCompare(b.name, 'en'));
}

export function proposalFor(plan: Plan, patch: Pick<Patch, 'id' | 'habitats'>, entry: LibraryTaxon) {
  const survey = surveyTaxon(plan.library, entry, 'gather', atPatch(plan.circumstances, patch), false);
  const facts = taxonFacts(plan.library, survey, {
    id: patch.id,
    key: entry.slug,
    label: nameWithin(englishName(entry)),
    account: '',
    stopId: patch.id,
    role: 'gather',
    part: '',
    portion: '',
    piecesEach: undefined,
    pickingRate: undefined,
    reason: '',
    specimens: undefined,
    sources: sourcesFor(entry, plan.confirmed, usedPart(entry, survey.stage?.stage)),
    allowance: undefined,
    isRenamed: false
  });
  return { facts, proposal: proposeRole(facts, plan.facts.level, plan.facts.policy) };
}

/**
 * Why a walk cannot have these pieces of the patch at a stop; undefined where it can, or none are asked.
 * @param plannedId of what is planned already, and changed
 */
export async function overdrawn(
  db: SchoolDb,
  plan: Plan,
  viewer: Viewer,
  stopId: string,
  { taxon, role, part, piecesEach }: Pick<NewStopTaxon, 'taxon' | 'role' | 'part' | 'piecesEach'>,
  plannedId?: string
): Promise<string | undefined> {
  const stop = plan.stops.find(({ id }) => id === stopId);
  const patch = plan.patches.find((one) => one.id === stop?.patchId && one.taxon === taxon);
  const entry = plan.library.taxa.get(taxon);
  if (role !== 'gather' || piecesEach === null || !patch || !entry) return undefined;
  return reservationProblem(
    db,
    plan.site,
    patch,
    entry,
    { plannedId, part, heldOn: plan.walk.heldOn, people: plan.members.length, piecesEach },
    viewer.today
  );
}
