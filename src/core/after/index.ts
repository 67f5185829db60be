export { asWalked, type RecordedLeg, recordedLegs, stoodOn } from './legs';
export { ownersAccount } from './account';
export { askedOn, dangerousOn, metOn, pickedOn, takenBy, takenRows, type TakenRow } from './recap';
export { walkColumns, walkTable } from './walk-table';
export { actsOfPaper, PaperSheet, paperPhone } from './paper';
