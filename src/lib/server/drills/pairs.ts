import { qualityOf } from '$core/figure';
import { type Library, Stage } from '$core/knowledge';
import type { DrillPair } from '$core/learning';
import { type Brief, readBrief } from '../briefs';
import { libraryOf } from '../library';
import type { SchoolDb } from '../school';
import type { Viewer } from '../accounts';
import { listWalks } from '../walks';

/** The pairs that a brief drills: those of which both plants are drawn, and neither poorly. */
export function pairsOf(library: Library, brief: Brief | undefined): DrillPair[] {
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

/** The pairs of the walk's newest brief, at the stages that they have on its date. */
export const pairsOfWalk = async (db: SchoolDb, walkId: string): Promise<DrillPair[]> =>
  pairsOf(await libraryOf(db), await readBrief(db, walkId));

/** A coming walk of the viewer's with what its brief drills. */
export interface WalkPairs {
  readonly id: string;
  readonly name: string;
  readonly heldOn: string;
  readonly cohortId: string | undefined;
  readonly pairs: readonly DrillPair[];
}

/** The viewer's walks from today on that have a brief, the next one first. */
export async function comingPairs(db: SchoolDb, viewer: Viewer): Promise<WalkPairs[]> {
  const coming: WalkPairs[] = [];
  for (const { id, name, heldOn, cohortId, briefVersion } of await listWalks(db, viewer))
    if (briefVersion && heldOn >= viewer.today)
      coming.push({ id, name, heldOn, cohortId, pairs: await pairsOfWalk(db, id) });
  return coming.sort((a, b) => (a.heldOn < b.heldOn ? -1 : 1));
}
