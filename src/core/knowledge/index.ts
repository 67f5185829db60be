export {
  AllowanceRule,
  bbchOf,
  Cell,
  Character,
  CuratedPair,
  Hazard,
  LibraryDocument,
  Load,
  type Organ,
  organs,
  Recipe,
  senses,
  Stage,
  stageNames,
  Taxon,
  Use,
  Window
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
  englishName,
  lackedOrgans,
  type Library,
  type LibraryTaxon,
  nameIn,
  type StageDescription
} from './library';
export { type Piece, pieceAt, pieceNamed } from './piece';
export { canonicalJson, contentHash } from './hash';
export { type ContentFile, readLibrary, type ReadResult } from './read';
export { plain } from './plain';
export { nameWithin } from './name-within';
export { findTaxa, harms } from './search';
export { type Claim, claimsOf, useClaims, useOfPart } from './claims';
export {
  applyEdits,
  cellAt,
  cellHash,
  cellsOf,
  type CellValue,
  type Edit,
  type InReview,
  itemPath,
  parseCell,
  stricter,
  withCell
} from './overlay';
export { allowanceInWords, dayInWords, pathInWords, valueInWords } from './cell-words';
