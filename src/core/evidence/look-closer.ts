import {
  type Character,
  type Library,
  type LibraryTaxon,
  type StageDescription,
  isDangerous
} from '../knowledge';
import { dangerousLookalikes } from './lookalikes';
import { matrixOf } from './matrix';
import { type NextCheck, nextChecks, stateChances } from './next-check';
import type { Observation } from './observation';
import { type Posterior, posterior } from './posterior';
import { type Circumstance, priorOf } from './prior';
import { type LookingRules, separatingSet } from './separating-set';
import { type Rival, type Verdict, contradictions, isExcluded, verdict } from './verdict';

/** A dangerous taxon with this chance is a rival, even where it is no listed lookalike. */
export const rivalFrom = 0.01;

export interface Suspect {
  readonly taxon: LibraryTaxon;
  /** The stage at which it would most likely be met. */
  readonly stage: StageDescription;
  readonly probability: number;
  /** What was seen that its description at that stage does not have. */
  readonly contradictions: readonly Observation[];
}

export interface CloserLook {
  /** Every taxon of the library, the likeliest first. */
  readonly suspects: readonly Suspect[];
  readonly other: number;
  /** The taxon that the verdict is about: the one in question, or the likeliest. */
  readonly target: Suspect;
  readonly verdict: Verdict;
  /** Dangerous taxa that what was seen does not exclude. */
  readonly open: readonly LibraryTaxon[];
  /** Of the separating set, what was not seen yet. */
  readonly stillToCheck: readonly Character[];
  /** Whether a separating set exists at all now. */
  readonly hasSet: boolean;
  readonly next: readonly NextCheck[];
  /** The chance of each state of a character now. */
  readonly chancesOf: (character: Character) => number[];
}

function suspectsOf(library: Library, state: Posterior, observations: readonly Observation[]): Suspect[] {
  const matrix = matrixOf(library);
  return matrix.taxa
    .map((taxon, t) => {
      let best = matrix.firstOf[t]!;
      for (let j = best; j < matrix.firstOf[t + 1]!; j += 1)
        if (state.byCandidate[j]! > state.byCandidate[best]!) best = j;
      const { stage } = matrix.candidates[best]!;
      const against = contradictions(observations, stage);
      return { taxon, stage, probability: state.byTaxon[t]!, contradictions: against };
    })
    .sort((a, b) => b.probability - a.probability || (a.taxon.slug < b.taxon.slug ? -1 : 1));
}

/** All that must be excluded before the target stands: its lookalikes, and whatever deadly is likely enough. */
function rivalsOf(
  library: Library,
  target: Suspect,
  suspects: readonly Suspect[],
  { isoDate, habitats }: Circumstance
): Rival[] {
  const listed = dangerousLookalikes(library, target.taxon, target.stage, isoDate, { habitats }).flatMap(
    ({ taxon, stages }) => stages.map(({ description }) => ({ taxon: taxon.slug, stage: description }))
  );
  const names = new Set(listed.map(({ taxon }) => taxon));
  const likely = suspects
    .filter(({ taxon, probability }) => isDangerous(taxon) && probability >= rivalFrom)
    .filter(({ taxon }) => taxon !== target.taxon && !names.has(taxon.slug))
    .map(({ taxon, stage }) => ({ taxon: taxon.slug, stage }));
  return [...listed, ...likely];
}

/**
 * What follows from what was seen at a place on a date: an aid for teaching, never an oracle. A dangerous
 * taxon in question is always to be left alone.
 * @param unseen slugs of characters that cannot be seen now, or were looked at without certainty
 * @param question slug of the taxon in question; without one the likeliest
 */
export function lookCloser(
  library: Library,
  circumstance: Circumstance,
  rules: LookingRules,
  observations: readonly Observation[],
  unseen: readonly string[] = [],
  question?: string
): CloserLook {
  const matrix = matrixOf(library);
  const state = posterior(matrix, priorOf(matrix, circumstance), observations);
  const suspects = suspectsOf(library, state, observations);
  const target = suspects.find(({ taxon }) => taxon.slug === question) ?? suspects[0]!;
  const rivals = rivalsOf(library, target, suspects, circumstance);
  const opponents = rivals.map(({ taxon, stage }) => ({
    taxon,
    stage,
    contactSeverity: library.taxa.get(taxon)!.contactSeverity
  }));
  const separation = separatingSet(library.characters, target.stage, opponents, rules);
  const set = separation.found ? separation.set.characters : undefined;
  const spoken = verdict(observations, target.stage, rivals, set);
  const seen = new Set(observations.map(({ character }) => character.slug));
  const open = rivals.filter(({ stage }) => !isExcluded(observations, target.stage, stage));
  return {
    suspects,
    other: state.other,
    target,
    verdict: isDangerous(target.taxon) && spoken !== 'contradicted' ? 'leave it' : spoken,
    open: [...new Set(open.map(({ taxon }) => taxon))].map((slug) => library.taxa.get(slug)!),
    stillToCheck: separation.set.characters.filter(({ slug }) => !seen.has(slug)),
    hasSet: separation.found,
    next: spoken === 'consistent' ? [] : nextChecks(matrix, state, new Set([...seen, ...unseen]), rules),
    chancesOf: (character) => stateChances(matrix, state, character)
  };
}
