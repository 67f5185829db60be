export {
  adultsTaste,
  childrenTaste,
  liftings,
  nameOrders,
  EmergencyNumber,
  type Level,
  levels,
  Policy,
  learnersScouts,
  remedies,
  type Role,
  roles,
  specimenPolicies
} from './policy';
export {
  apartAt,
  bandStep,
  type Circumstances,
  dayTeller,
  stageOn,
  type Survey,
  surveyTaxon,
  yearBand
} from './survey';
export { contrastRows } from './brief/contrast';
export {
  Activity,
  activityKinds,
  handlings,
  type PlanFacts,
  type PlannedPace,
  taxonFacts,
  type TaxonFacts,
  type WalkKind,
  walkKinds
} from './plan/facts';
export { planTimes, type PlanTimes } from './plan/times';
export { enoughSources, isMoreCareful, type Proposal, proposeRole } from './plan/proposal';
export { usualLimits, weatherKinds, WeatherLimit } from './weather-limit';
export { weatherOf } from './plan/weather';
export { contactNames, type KitItem, proposeKit } from './plan/kit';
export {
  type ConcernKey,
  concernKeys,
  concerns,
  healthMatches,
  type HealthNote,
  type MetTaxon,
  metTaxon,
  notesBesideTaxa,
  notesOfWalk
} from './health';
export { illness } from './brief/illness';
export { dangerOfGround, dangersOf } from './plan/dangers';
export {
  type Check,
  type Checked,
  figuresOf,
  holdsBack,
  type Lift,
  runChecks,
  wayDangers
} from './plan/checks';
export { type Change, whatChanged } from './plan/changes';
export { type BriefInput, composeBrief, outlineBrief } from './brief/brief';
export { AnyText, emptyText, plainText, type RichInline, richText, RichText } from './rich-text';
export { BriefDocument, type BriefOutline, ContrastSheet } from './brief/document';

export { briefDifferences } from './brief/difference';
export { landownersLetter, salutation } from './plan/letter';
export {
  mildPair,
  type PairInSeason,
  pairsInSeason,
  type PractisedPair,
  practisedPair
} from './brief/pairs-in-season';
export { rankedHazards, saidOfDrills } from './brief/ranked-hazards';
export { briefFacts, unbroken } from './brief/facts';
export { forLearners, placedStops, placesForLearners, type PlacesForLearners } from './brief/learners-brief';
export { decidingRows, draftWords, lookingWords, sheetLine, trustWords } from './brief/sheet-layout';
export { type CheckMark, pairScene, plateFrame } from './brief/pair-scene';
