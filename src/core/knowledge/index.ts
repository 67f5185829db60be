export {
  AllowanceRule,
  type Harvest,
  type PartRules,
  bbchOf,
  Cell,
  Character,
  CuratedPair,
  type Family,
  Hazard,
  LibraryDocument,
  Load,
  type Organ,
  organs,
  Recipe,
  senses,
  Stage,
  stageNames,
  Standing,
  Taxon,
  Use,
  Window,
  type FrequencyWord
} from './schema';
export {
  cellInWords,
  lacksOrgan,
  stateCount,
  stateLabel,
  weighCell,
  type Weights,
  wordWeight
} from './weights';
export {
  canKill,
  harmsByTouch,
  isDangerous,
  isHarmful,
  isSerious,
  severityWords,
  worstContact,
  worstEaten,
  worstSeverity
} from './harm';
export {
  compileLibrary,
  lackedOrgans,
  type Library,
  type LibraryTaxon,
  nameIn,
  type StageDescription,
  whyUnfit
} from './library';
export { choiceNamed, type TaxonChoice, taxonChoice, taxonChoices } from './choices';
export { type Animal, animalsOn } from './animal';
export { englishName } from './english-name';
export { type Piece, pieceAt, pieceNamed, useAt } from './piece';
export { canonicalJson, contentHash } from './hash';
export { type ContentFile, readLibraries, type ReadResult, type RegionalLibrary } from './read';
export { plain } from './plain';
export { readStored } from './stored';
export { standingInWords } from './standing';
export { type Region, regionsAt } from './region';
export { nameWithin } from './name-within';
export { findTaxa, harms } from './search';
export { type Claim, claimsOf, preparationClaims, useClaims, useOfPart } from './claims';
export {
  craftWays,
  foodWays,
  isCraft,
  isTaught,
  type Method,
  type Portion,
  Preparation,
  preparationsOf,
  preservingWays,
  type Share,
  type Step,
  type Taught,
  Way,
  ways
} from './preparation';
export { type Account, accountOf, accountsOf, countsIn, harvestOf } from './parts';
export { applyEdits, cellHash, type Edit, type InReview } from './overlay';
export {
  allowanceInWords,
  cellAt,
  cellFrom,
  cellsOf,
  type CellValue,
  dayInWords,
  type FieldName,
  fieldOf,
  type Filled,
  itemFrom,
  itemPath,
  itemRow,
  type ListName,
  numberIn,
  readTableList,
  writeTableList,
  parseCell,
  pathInWords,
  scopeOf,
  entriesNamed,
  type EntryName,
  entryPath,
  entryProblem,
  ofLibrary,
  OwnState,
  valueAt,
  withEntry,
  stepsText,
  stricter,
  valueInWords,
  windowsText,
  withCell
} from './cells';
