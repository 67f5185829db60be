export { likelihood, type Observation } from './observation';
export { areIndependent, contrastBy, contrastsOf, separability, separates } from './separability';
export { type Demand, isSeenOn, isTold, mayCount } from './telling';
export {
  canBeTold,
  inCheckingOrder,
  type LookingRules,
  type Opponent,
  separatingSet,
  type SeparationResult,
  usableCharacters
} from './separating-set';
export { contradictions, isExcluded, verdict, type Verdict } from './verdict';
export { type Trust, trustInSet } from './trust';
export { curatedSimilarity, glanceSimilarity, looksAlike } from './glance';
export {
  bears,
  canBeTakenFor,
  curatedPair,
  dangerousLookalikes,
  demandOf,
  harmsBeyond,
  isPlausible,
  type Lookalike,
  lookalikesOfTheYear,
  opponentsOf,
  rivalOf
} from './lookalikes';
export {
  type Abundance,
  abundances,
  chanceMistaken,
  type DrillRecord,
  type HazardRating,
  likelihoodClass,
  rateHazard
} from './rating';
export { matrixOf } from './matrix';
export { priorOf } from './prior';
export { leastOther, posterior } from './posterior';
export { expectedFalls, nextChecks, undecidedHarm } from './next-check';
export { type ComparedCharacter, compareStages, tellsByAbsence } from './compare';
export { type CloserLook, lookCloser } from './look-closer';
export { type CloserView, closerView, glossaryOf } from './closer-view';
export { entriesOf, entryInWords, entryOf, observationsFrom, stateKey } from './entries';
