export {
  type ClothResult,
  clothResults,
  clothTests,
  fewestOnCloth,
  keptOffCloth,
  type Laid,
  layingRule,
  lookingSeconds,
  mostOnCloth,
  pairsOnCloth
} from './cloth';
export { AnswerEvent, EventBatch, FieldEvent, SightingEvent, clockOffsetMs } from './events';
export {
  attendances,
  differences,
  findings,
  incidentKinds,
  mostPhones,
  picturedKinds,
  showings,
  tastingAnswers,
  testOutcomes,
  testQuestions,
  WalkEvent,
  type WalkEventKind,
  walkEventKinds,
  type WalkEventOf
} from './walk-events';
export {
  Pack,
  type PackBrief,
  type PackPatch,
  type PackStop,
  type PackTaxon,
  patchOf,
  stopName
} from './pack';
export {
  type DayBasket,
  type DayPerson,
  type DayStop,
  type DayTaking,
  type DayTaxon,
  dangersInPack,
  type FieldDay,
  fieldDay,
  takingKey,
  taxonAt
} from './day';
export { asFound } from './as-found';
export { HealthAlong, lastDay } from './health-along';
export { HomeTask, LearnerPack } from './learner-pack';
export { signsOf } from './signs';
export { lateWords, wordsOf } from './event-words';
export { effectiveAt, mayTakeBack, standingEvents } from './standing';
export {
  countedOf,
  type Handover,
  handoverCode,
  lostShares,
  mostInCode,
  nextNumber,
  patchKey,
  readHandover,
  sharesOf,
  shareOut
} from './shares';
export {
  againstLifting,
  againstTaking,
  againstTasting,
  basketsDue,
  beforeClose,
  beforeStart,
  gatheredAt,
  hasBegun,
  isUncovered,
  leadersNeeded,
  patchTaken,
  roomFor,
  whyNot
} from './rules';
export { type ClockStop, dayAt, minutesAt, type RunningClock, runningClock } from './clock';
export { atSpeed, jumped, momentAt, type RehearsalClock, rehearsalOf, shownBy } from './rehearsal';
export { closerOnPhone, loadsOf, lookOnWalk, stageOnDay } from './look';
