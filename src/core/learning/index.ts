export {
  type Confidence,
  confidences,
  type Decision,
  decisions,
  isError,
  type Outcome,
  outcomes
} from './outcome';
export { DrillPair, type Member, members, otherOf, otherUnit, pairKey, unitKey, unitsOf } from './unit';
export type { MarkedPhotograph, PhotographPart, QuestionImage } from './picture';
export { Envelopes } from './envelopes';
export {
  brierScore,
  type Change,
  confidenceShare,
  type Detections,
  meanInterval,
  oneSided95,
  pairedChange,
  partBrier,
  rankCorrelation,
  type ReliabilityPoint,
  reliabilityPoints,
  sensitivity,
  sensitivityOfRates,
  wilsonInterval,
  written
} from './measures';
export { AnsweringTimes, deriveGrade, type PastAnswer, replayMemory } from './memory';
export { difficultyAfter } from './difficulty';
export { type JudgedAnswer, missingTo, type Readiness, readinessFor, withinDays } from './readiness';
export { ladderState, type LivingResult, monthsLater } from './ladder';
export {
  assumedSeconds,
  basketScore,
  type Choice,
  type Contrast,
  type DrillName,
  drillNames,
  drillWords,
  englishNamesOf,
  type Feedback,
  Given,
  type Grading,
  isNearEnough,
  isOnPair,
  judge,
  judgeBasket,
  judgeOrder,
  judgePath,
  judgeTaking,
  judgeTray,
  type LookKey,
  looksOn,
  looksOnPhotograph,
  type Mark,
  middleDay,
  mostPieces,
  mostWrong,
  nearestName,
  observationsOf,
  type OpenBasket,
  type OpenFromThePath,
  type OpenNames,
  type OpenPicture,
  type OpenProveIt,
  type OpenQuestion,
  type OpenSeason,
  type OpenShouldWeTakeIt,
  type OpenSideBySide,
  type OpenTray,
  type OpenWhichPart,
  pairDrills,
  type PairSpecification,
  photographIds,
  PlantAt,
  plantOf,
  plantsOf,
  pose,
  type Posed,
  reasonsAgainst,
  sightOf,
  Specification,
  type Spot,
  type TakingReason,
  takingReasons,
  tellingShown
} from './drills';
export {
  anybody,
  learnerFrom,
  type LearnersAnswer,
  type LearnerState,
  newLearner,
  type RoundFrame
} from './frame';
export { type OtherDrill, otherDrills, otherQuestion, otherQuestions } from './other-questions';
export {
  composeRound,
  drillsFor,
  mostQuestions,
  pairsForToday,
  questionOn,
  roundSeconds,
  usualQuestions
} from './round';
export { simulateAnswer, type SimulatedLearner } from './simulated';
export { aboutQuestion } from './question-words';
