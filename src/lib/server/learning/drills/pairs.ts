import { LRUCache } from 'lru-cache';
import { qualityOf } from '$core/figure';
import { type Library, Stage } from '$core/knowledge';
import type { DrillPair } from '$core/learning';
import { type Brief, newestBriefIds, previewBrief, readBrief } from '../../walk/briefs';
import { type SchoolLibrary, schoolLibrary } from '../../library/library';
import type { SchoolDb } from '../../database/school';
import type { Viewer } from '../../accounts';
import { readPlan } from '../../walk/plan';
import { type Walk, isComing, listWalks } from '../../walk/walks';

/** The pairs that a brief drills: those of which both plants are drawn, and neither poorly. */
export function pairsOf(library: Library, brief: Pick<Brief, 'document'> | undefined): DrillPair[] {
  const isFit = ({ slug, stage }: { slug: string; stage: string }) => {
    const taxon = library.taxa.get(slug);
    return taxon !== undefined && qualityOf(taxon, Stage.parse(stage)) !== 'poor';
  };
  return (brief?.document.sheets ?? [])
    .filter(({ plates }) => plates.every((plate) => plate !== null))
    .filter(({ target, lookalike }) => isFit(target) && isFit(lookalike))
    .map(({ target, lookalike, rows }) => ({
      target: target.slug,
      lookalike: lookalike.slug,
      targetStage: Stage.parse(target.stage),
      lookalikeStage: Stage.parse(lookalike.stage),
      deciding: rows.filter(({ decides }) => decides).map(({ slug }) => slug)
    }));
}

/** What a published brief drills stays the same with the same library; to read it takes longer than to use it. */
const pairsOfBriefs = new LRUCache<string, readonly DrillPair[]>({ max: 200 });

/**
 * The pairs of the walk's newest brief, at the stages that they have on its date.
 * @param known the library of its region, where it was read already
 */
export async function pairsOfWalk(
  db: SchoolDb,
  walk: Pick<Walk, 'id' | 'region'>,
  known?: SchoolLibrary
): Promise<readonly DrillPair[]> {
  const briefs = await newestBriefIds(db, [walk.id]);
  return pairsOfBrief(db, walk.id, briefs.get(walk.id), known ?? (await schoolLibrary(db, walk.region)));
}

async function pairsOfBrief(
  db: SchoolDb,
  walkId: string,
  briefId: string | undefined,
  { key, library }: SchoolLibrary
): Promise<readonly DrillPair[]> {
  if (!briefId) return [];
  const place = `${briefId} ${key}`;
  const kept = pairsOfBriefs.get(place);
  if (kept) return kept;
  const pairs = pairsOf(library, await readBrief(db, walkId));
  pairsOfBriefs.set(place, pairs);
  return pairs;
}

/** What an unpublished plan would drill, by the plan as it stood when it was read. */
const pairsOfPlans = new LRUCache<string, readonly DrillPair[]>({ max: 50, ttl: 10 * 60_000 });

/** The pairs of a walk to be practised: of its newest brief, or of what its plan would brief as long as there is none. */
export async function pairsToPractise(
  db: SchoolDb,
  viewer: Viewer,
  walk: Pick<Walk, 'id' | 'region' | 'briefVersion' | 'revision'>,
  own: SchoolLibrary
): Promise<readonly DrillPair[]> {
  if (walk.briefVersion) return pairsOfWalk(db, walk, own);
  const place = `${walk.id} ${walk.revision} ${own.key}`;
  const kept = pairsOfPlans.get(place);
  if (kept) return kept;
  const plan = await readPlan(db, viewer, walk.id);
  const pairs = plan && plan.taxa.length > 0 ? pairsOf(own.library, previewBrief(plan)) : [];
  pairsOfPlans.set(place, pairs);
  return pairs;
}

/** A coming walk of the viewer's with what its brief drills. */
export interface WalkPairs {
  readonly id: string;
  readonly name: string;
  readonly region: string;
  readonly heldOn: string;
  readonly cohortId: string | undefined;
  readonly pairs: readonly DrillPair[];
}

/** The viewer's walks from today on that have a brief, the next one first. */
export async function comingPairs(db: SchoolDb, viewer: Viewer): Promise<WalkPairs[]> {
  const coming = (await listWalks(db, viewer)).filter(
    (walk) => walk.briefVersion && isComing(walk, viewer.today)
  );
  const briefs = await newestBriefIds(
    db,
    coming.map(({ id }) => id)
  );
  const libraries = new Map<string, SchoolLibrary>();
  for (const { region } of coming)
    if (!libraries.has(region)) libraries.set(region, await schoolLibrary(db, region));
  const found: WalkPairs[] = [];
  for (const { id, name, region, heldOn, cohortId } of coming) {
    const pairs = await pairsOfBrief(db, id, briefs.get(id), libraries.get(region)!);
    found.push({ id, name, region, heldOn, cohortId, pairs });
  }
  return found.sort((a, b) => (a.heldOn < b.heldOn ? -1 : 1));
}
