export { packQuiz, type PackedItem, type PictureFiles } from './write';
export { type LeftOut, type ReadQuestion, readQti } from './read';
