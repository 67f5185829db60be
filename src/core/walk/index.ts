export {
  childrenTaste,
  EmergencyNumber,
  type Level,
  levels,
  Policy,
  type Role,
  roles,
  specimenPolicies
} from './policy';
export {
  bandStep,
  type Circumstances,
  dayTeller,
  stageOn,
  type Survey,
  surveyTaxon,
  yearBand
} from './survey';
export { contrastRows } from './contrast';
export {
  Activity,
  activityKinds,
  handlings,
  type PlanFacts,
  taxonFacts,
  type TaxonFacts,
  type WalkKind,
  walkKinds
} from './facts';
export { planTimes, type PlanTimes } from './times';
export { enoughSources, isMoreCareful, type Proposal, proposeRole } from './proposal';
export { usualLimits, weatherKinds, WeatherLimit } from './weather-limit';
export { weatherOf } from './weather';
export { contactNames, type KitItem, proposeKit } from './kit';
export {
  type ConcernKey,
  concernKeys,
  concerns,
  healthMatches,
  type HealthNote,
  type MetTaxon,
  notesBesideTaxa
} from './health';
export { illness } from './illness';
export { dangersOf } from './dangers';
export { type Check, type Checked, figuresOf, holdsBack, type Lift, runChecks } from './checks';
export { type Change, whatChanged } from './changes';
export { type BriefInput, composeBrief, outlineBrief } from './brief';
export { AnyText, emptyText, plainText, type RichInline, richText, RichText } from './rich-text';
export { BriefDocument, type BriefOutline, ContrastSheet } from './brief-document';

export { briefDifferences } from './brief-difference';
export { landownersLetter } from './letter';
export { rankedHazards, saidOfDrills } from './ranked-hazards';
export { briefFacts, unbroken } from './brief-facts';
export { forLearners, placesForLearners, type PlacesForLearners } from './learners-brief';
export { decidingRows, lookingWords, numberHeights, oneIn, outOf100, sheetLine } from './sheet-layout';
