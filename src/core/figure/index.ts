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
  listParts,
  type Plate,
  shownCharacters,
  type Side,
  withoutShapes
} from './plate';
export { hasOrgan, standardViews, viewOf, viewsFor } from './view-choice';
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
