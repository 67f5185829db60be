export { boundsOf, type Figure, type Point, type Scene, type Shown, type View, views } from './scene';
export {
  drawingVersion,
  isDrawnAt,
  type Quality,
  qualityOf,
  type Setting,
  specimen,
  specimenTraits,
  typicalSeed
} from './specimen';
export {
  anchorOf,
  charactersAt,
  composePlate,
  hasOrgan,
  listParts,
  type Plate,
  shownCharacters,
  type Side,
  standardViews,
  viewOf,
  viewsFor,
  withoutShapes
} from './plate';
export { namedDifferences, severalPlates, standApart } from './likeness';
export { renderPlate } from './render';
export { plateInWords } from './words';
export {
  canLie,
  type Handful,
  orderOfPieces,
  pieceCharacters,
  pieceLooks,
  piecePlaces,
  strewHandful
} from './handful';
export {
  canStandByWay,
  type Distance,
  distances,
  growWayside,
  standingPlants,
  type Wayside
} from './wayside';
export { belowGround, describeStage, plateAddress, plateNotes, plateSize, sheetPlate } from './describe';
