export {
  type AlsoFits,
  isKept,
  type PictureState,
  type PictureTest,
  statesToRestOn,
  testPicture
} from './memory-picture';
export { type PlantSheet, plantSheet, type SheetPlant, type SheetRow, stageOfSheet } from './plant-sheet';
