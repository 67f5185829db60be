export { doubtAbout } from './doubt';
export { gridName, gridReference, type Place, placeInWords } from './grid';
export { readPlace, type ReadPlace } from './read-place';
