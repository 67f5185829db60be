import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  englishName,
  isDangerous,
  taxonChoice,
  worstSeverity
} from '$core/knowledge';
import {
  type ComposedDrill,
  type DrillPair,
  type LearnerState,
  composeRound,
  composeRoundOfKind,
  pairDrills,
  pairKey
} from '$core/learning';
import { type PairInSeason, mildPair, pairsInSeason, practisedPair } from '$core/walk';
import { stagesOn } from '$core/season';
import type { Viewer } from '../../accounts';
import type { SchoolDb } from '../../database/school';
import { rowsOf } from '../../database/rows';
import { type SchoolLibrary, schoolLibrary } from '../../library/library';
import { patchesOf } from '../../ground/patches';
import { readSettings } from '../../school/schools';
import { systemRandom } from '../../system-random';
import { learnerState } from './learner';
import { roundFrame, storeRound } from './rounds';

/** Practice of one's own choice, at any time of the year and without a walk. */

export interface PracticeChoice {
  /** What is up now, or each pair on its day of the coming year. */
  readonly when: 'now' | 'year';
  /** What does serious harm, or plants that are mistaken for each other and do none. */
  readonly lookalikes: 'dangerous' | 'mild';
  readonly taxon?: string | undefined;
  /** The other plant of one pair. */
  readonly against?: string | undefined;
  readonly family?: string | undefined;
  readonly siteId?: string | undefined;
  /** One kind of question alone. */
  readonly drill?: ComposedDrill | undefined;
}

/** So many pairs are in one round, and so many questions. */
const mostPairs = 8;
const questions = 12;

const seasons = new LRUCache<string, readonly PairInSeason[]>({ max: 60 });

/** The pairs of a library in the order of its content, on their days from a date on. */
export function seasonOfPairs({ key, library }: SchoolLibrary, today: string): readonly PairInSeason[] {
  const place = `${key} ${today}`;
  const known = seasons.get(place);
  if (known) return known;
  const pairs = pairsInSeason(library, today);
  seasons.set(place, pairs);
  return pairs;
}

/** What pairs can be chosen by: the plants in them, and their families. */
export function pairChoices(own: SchoolLibrary, today: string) {
  const { taxa, families } = own.library;
  const asked = new Set(seasonOfPairs(own, today).flatMap(({ target, lookalike }) => [target, lookalike]));
  const plants = [...asked].map((slug) => taxa.get(slug)!);
  return {
    taxa: plants.map(taxonChoice).sort((a, b) => a.label.localeCompare(b.label, 'en')),
    families: [...new Set(plants.map(({ family }) => family))].sort().map((value) => ({
      value,
      label: `${families.get(value)?.english ?? value} (${value})`
    }))
  };
}

interface Plant {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

/**
 * The worst pair that is up today and of which both plants are fit for something, at their stages: what a page opens
 * with before anybody has chosen. @returns undefined where there is none
 */
export function worstPairUp(
  own: SchoolLibrary,
  today: string,
  isFit: (plant: Plant) => boolean
): readonly [target: Plant, lookalike: Plant] | undefined {
  const { taxa } = own.library;
  const severityOf = ({ lookalike }: PairInSeason) => worstSeverity(taxa.get(lookalike)!);
  const plantNow = (slug: string): Plant | undefined => {
    const taxon = taxa.get(slug)!;
    const [up] = stagesOn(taxon, today);
    const stage = up && taxon.stages.get(up.stage);
    return stage && isFit({ taxon, stage }) ? { taxon, stage } : undefined;
  };
  const up = seasonOfPairs(own, today).filter(({ isoDate }) => isoDate === today);
  for (const pair of [...up].sort((a, b) => severityOf(b) - severityOf(a))) {
    const [target, lookalike] = [plantNow(pair.target), plantNow(pair.lookalike)];
    if (target && lookalike) return [target, lookalike];
  }
  return undefined;
}

/** The pairs of a choice that are in season, in the order of the library. */
export async function chosenPairs(
  db: SchoolDb,
  own: SchoolLibrary,
  today: string,
  { when, lookalikes, taxon, against, family, siteId }: Omit<PracticeChoice, 'drill'>
): Promise<PairInSeason[]> {
  const here = siteId ? new Set((await patchesOf(db, siteId)).here.map((patch) => patch.taxon)) : undefined;
  const { taxa } = own.library;
  return seasonOfPairs(own, today).filter(
    ({ target, lookalike, isoDate }) =>
      (when === 'year' || isoDate === today) &&
      isDangerous(taxa.get(lookalike)!) === (lookalikes === 'dangerous') &&
      [taxon, against].every((slug) => !slug || target === slug || lookalike === slug) &&
      (!family || taxa.get(target)?.family === family || taxa.get(lookalike)?.family === family) &&
      (!here || here.has(target) || here.has(lookalike))
  );
}

/** What was missed first, then what was never seen, then what was seen longest ago. */
function byNeed(pairs: readonly PairInSeason[], learner: LearnerState): PairInSeason[] {
  const random = systemRandom();
  const rank = (pair: PairInSeason) => {
    const own = `${pairKey(pair)}@`;
    const known = [...learner.memory].flatMap(([unit, state]) => (unit.startsWith(own) ? [state] : []));
    if (known.some(({ firmness }) => firmness === 'missed')) return 0;
    // Seen ones follow by the time at which they are due.
    return known.length === 0 ? 1 : 1 + Math.min(...known.map(({ due }) => due.getTime()));
  };
  return pairs
    .map((pair) => ({ pair, rank: rank(pair), chance: random.next() }))
    .sort((a, b) => a.rank - b.rank || a.chance - b.chance)
    .map(({ pair }) => pair);
}

/** The first of some pairs, as many as one round has, that can be told apart on what is shown. */
export async function practisedPairs(
  db: SchoolDb,
  library: Library,
  inOrder: readonly PairInSeason[]
): Promise<DrillPair[]> {
  const { policy } = await readSettings(db);
  const at = { habitats: [], mayDig: false, policy, abundance: new Map(), drills: new Map() };
  const pairs: DrillPair[] = [];
  for (const pair of inOrder) {
    if (pairs.length === mostPairs) break;
    const one = practisedPair(library, pair, at);
    if (one) pairs.push({ ...one, deciding: [...one.deciding] });
  }
  return pairs;
}

const mildPairs = (library: Library, inOrder: readonly PairInSeason[]): DrillPair[] =>
  inOrder
    .flatMap((pair) => mildPair(library, pair) ?? [])
    .slice(0, mostPairs)
    .map((pair) => ({ ...pair, deciding: [...pair.deciding] }));

/** @returns undefined where the choice leaves nothing to ask */
export async function startChosenRound(
  db: SchoolDb,
  viewer: Viewer,
  choice: PracticeChoice
): Promise<string | undefined> {
  const own = await schoolLibrary(db, viewer.region);
  const learner = await learnerState(db, viewer.personId, viewer.today);
  const chosen = byNeed(await chosenPairs(db, own, viewer.today, choice), learner);
  const isMild = choice.lookalikes === 'mild';
  const pairs = isMild ? mildPairs(own.library, chosen) : await practisedPairs(db, own.library, chosen);
  if (pairs.length === 0) return undefined;
  const frame = await roundFrame(db, learner, own.library, pairs, viewer.today);
  // What is neither gathered nor left is told apart side by side; the other kinds on pairs ask for a decision.
  const isDecided = isMild && (!choice.drill || pairDrills.some((drill) => drill === choice.drill));
  const drill = isDecided ? 'side by side' : choice.drill;
  const composed = drill
    ? composeRoundOfKind(frame, pairs, questions, drill, systemRandom())
    : composeRound(frame, pairs, questions, systemRandom());
  return composed.length === 0 ? undefined : storeRound(db, viewer, undefined, own, composed);
}

/** Pairs whose last answer was missed or dangerous, the newest first, with their names. */
export async function missedLately(
  db: SchoolDb,
  viewer: Viewer,
  { library }: SchoolLibrary
): Promise<{ target: string; lookalike: string; names: string; isDangerous: boolean }[]> {
  const rows = await rowsOf(
    db,
    z.object({ pair: z.string(), outcome: z.string() }),
    `select pair, outcome from (
       select distinct on (pair) pair, outcome, effective_at from answer
        where person_id = $1 and pair is not null order by pair, effective_at desc, id desc) as last
      where outcome in ('missed', 'dangerous gather') order by effective_at desc limit 6`,
    [viewer.personId]
  );
  return rows.flatMap(({ pair, outcome }) => {
    const [target = '', lookalike = ''] = pair.split('~');
    const both = [library.taxa.get(target), library.taxa.get(lookalike)];
    const [first, second] = both;
    return first && second && pairKey({ target, lookalike }) === pair
      ? [
          {
            target,
            lookalike,
            names: `${englishName(first)} against ${englishName(second)}`,
            isDangerous: outcome === 'dangerous gather'
          }
        ]
      : [];
  });
}
