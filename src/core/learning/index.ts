export {
  type Confidence,
  confidences,
  type Decision,
  decisions,
  isError,
  judgeDecision,
  type Outcome,
  outcomes
} from './outcome';
export { DrillPair, type Member, members, otherOf, otherUnit, pairKey, unitKey, unitsOf } from './unit';
export type { MarkedPhotograph, PhotographPart, QuestionImage, Spot } from './picture';
export { Envelopes } from './envelopes';
export {
  brierScore,
  type Change,
  confidenceShare,
  type Detections,
  fewestSittings,
  type ItemFigures,
  itemFigures,
  meanInterval,
  oneSided95,
  pairedChange,
  partBrier,
  rankCorrelation,
  type ReliabilityPoint,
  reliabilityPoints,
  keptApart,
  sensitivity,
  sensitivityOfRates,
  weakDiscrimination,
  wilsonInterval,
  written
} from './measures';
export { AnsweringTimes, deriveGrade, type PastAnswer, replayMemory } from './memory';
export { difficultyAfter } from './difficulty';
export { type JudgedAnswer, missingTo, type Readiness, readinessFor, withinDays } from './readiness';
export { type Certificate, certificateOf } from './certificate';
export {
  attendedBy,
  courseOf,
  type CourseQuiz,
  courseSteps,
  type CourseTask,
  type Meeting,
  type MeetingInCourse
} from './course';
export { ladderState, type LivingResult, livingSteps, monthsLater } from './ladder';
export { inUnits, middleOf, SpotShape } from './spot-shape';
export { type Item, itemOf, type ItemPicture, picturesOfOptions } from './item';
export {
  aboutQuestion,
  type AnswerKind,
  answeredInWords,
  type Answering,
  answerKinds,
  assumedSeconds,
  basketScore,
  type Choice,
  choices,
  type ComposedDrill,
  composedDrills,
  type Contrast,
  type DrillName,
  drillNames,
  drillWords,
  englishNamesOf,
  type Feedback,
  Given,
  givenBy,
  type Grading,
  isOnPair,
  isOnTarget,
  judge,
  judgeBasket,
  judgeOrder,
  judgePath,
  judgeTaking,
  judgeTray,
  letterOf,
  type LookKey,
  looksOn,
  looksOnPhotograph,
  type Mark,
  middleDay,
  mostOptions,
  mostPieces,
  mostWrong,
  observationsOf,
  onPaper,
  onPhotographs,
  type OpenBasket,
  type OpenFromThePath,
  type OpenNames,
  type OpenOwnQuestion,
  type OpenPicture,
  type OpenProveIt,
  type OpenQuestion,
  type OpenSeason,
  type OpenShouldWeTakeIt,
  type OpenSideBySide,
  type OpenTray,
  type OpenWhichFamily,
  type OpenWhichPart,
  pairDrills,
  type PlantDrill,
  plantDrills,
  plantsIn,
  type PairSpecification,
  photographIds,
  PlantAt,
  plantOf,
  plantsOf,
  pose,
  type Posed,
  reasonsAgainst,
  rightInWords,
  sightOf,
  Specification,
  type TakingReason,
  takingReasons,
  tellingOfFamily,
  tellingShown,
  typedName,
  WrittenAnswer,
  WrittenQuestion
} from './drills';
export {
  anybody,
  learnerFrom,
  type LearnersAnswer,
  type LearnerState,
  newLearner,
  type RoundFrame
} from './frame';
export { plantQuestion } from './plant-questions';
export {
  composeRound,
  composeRoundOfKind,
  drillsFor,
  mostQuestions,
  pairsForToday,
  questionOn,
  roundSeconds,
  usualQuestions
} from './round';
export {
  afterAct,
  type Division,
  divisionOf,
  type GroupAct,
  groupActs,
  type GroupAnswer,
  type GroupPhase,
  groupPhases,
  type GroupQuestion,
  groupQuestion,
  type GroupState,
  type LetteredPart
} from './group-round';
export {
  changeOf,
  mayReview,
  openPhase,
  type Phase,
  phases,
  quizKinds,
  quizResults,
  rightByQuestion,
  shownToSitter,
  type Sitting
} from './sittings';
