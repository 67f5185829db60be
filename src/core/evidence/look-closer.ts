import {
  type Character,
  type Library,
  type LibraryTaxon,
  type StageDescription,
  isDangerous,
  pieceAt
} from '../knowledge';
import { dangerousLookalikes, opponentsOf, rivalOf } from './lookalikes';
import { matrixOf } from './matrix';
import { type NextCheck, nextChecks, stateChances } from './next-check';
import { type Observation, likelihood } from './observation';
import { type Posterior, posterior } from './posterior';
import { type Circumstance, priorOf } from './prior';
import { type LookingRules, type Opponent, separatingSet } from './separating-set';
import { type Verdict, contradictions, isExcluded, verdict } from './verdict';

/** A dangerous taxon with this chance is a rival, even where it is no listed lookalike. */
export const rivalFrom = 0.01;
/** From this chance on nothing is taken where nothing tells it from such a rival; below, the question stays open. */
const pressingFrom = 0.1;
/** From this chance of something that is not on the list on, nothing is consistent. */
export const unlistedFrom = 0.15;

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
  /** Whether any dangerous lookalike of the target is described at all. */
  readonly hasRivals: boolean;
  /** What was seen fits nothing in the library well: it may be a plant that is not in it. */
  readonly isUnlisted: boolean;
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

/** How far what is described of a plant may speak against it before it is no rival for what is not described of it. */
const spokenAgainst = 1 / 25;

/** Whether what was seen, of all that is described of both, leaves a plant in question beside the target. */
function isInQuestion(observations: readonly Observation[], target: Suspect, other: Suspect): boolean {
  const ratio = observations.reduce((product, one) => {
    const [own, its] = [target, other].map(({ stage }) =>
      likelihood(one, stage.cells.get(one.character.slug))
    );
    return own === undefined || its === undefined ? product : (product * its) / own;
  }, 1);
  return ratio >= spokenAgainst;
}

interface Rivals {
  /** All that must be excluded before the target stands. */
  readonly all: readonly Opponent[];
  /** Those of them from which something must tell it at all. */
  readonly pressing: readonly Opponent[];
}

/**
 * The target's lookalikes, and whatever dangerous is likely enough, as long as what is described of it does not speak
 * against it: ignorance alone clears nobody, and accuses nobody.
 */
function rivalsOf(
  library: Library,
  target: Suspect,
  suspects: readonly Suspect[],
  observations: readonly Observation[],
  { isoDate, ...ground }: Circumstance
): Rivals {
  const listed = opponentsOf(dangerousLookalikes(library, target.taxon, target.stage, isoDate, ground));
  const names = new Set(listed.map(({ taxon }) => taxon));
  const likely = suspects
    .filter(({ taxon, probability }) => isDangerous(taxon) && probability >= rivalFrom)
    .filter(({ taxon }) => taxon !== target.taxon && !names.has(taxon.slug))
    .filter((suspect) => isInQuestion(observations, target, suspect));
  const from = (chance: number) =>
    likely
      .filter(({ probability }) => probability >= chance)
      .map((suspect) => rivalOf(library, target, suspect));
  return { all: [...listed, ...from(rivalFrom)], pressing: [...listed, ...from(pressingFrom)] };
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
  const rivals = rivalsOf(library, target, suspects, observations, circumstance);
  const piece = pieceAt(target.taxon, target.stage.stage);
  const [whole, needed] = [rivals.all, rivals.pressing].map((opponents) =>
    separatingSet(library.characters, target.stage, opponents, { ...rules, piece })
  );
  const separation = whole!.found ? whole! : needed!;
  const set = separation.found ? separation.set.characters : undefined;
  const isUnlisted = state.other >= unlistedFrom;
  const spoken = verdict(observations, target.stage, rivals.all, set, piece);
  const held = spoken === 'consistent' && isUnlisted ? 'open' : spoken;
  const seen = new Set(observations.map(({ character }) => character.slug));
  const open = rivals.all.filter((rival) => !isExcluded(observations, target.stage, rival, piece));
  return {
    suspects,
    other: state.other,
    target,
    verdict: isDangerous(target.taxon) ? 'leave it' : held,
    hasRivals: rivals.all.length > 0,
    isUnlisted,
    open: [...new Set(open.map(({ taxon }) => taxon))].map((slug) => library.taxa.get(slug)!),
    stillToCheck: separation.set.characters.filter(({ slug }) => !seen.has(slug)),
    hasSet: separation.found,
    next: held === 'consistent' ? [] : nextChecks(matrix, state, new Set([...seen, ...unseen]), rules),
    chancesOf: (character) => stateChances(matrix, state, character)
  };
}
