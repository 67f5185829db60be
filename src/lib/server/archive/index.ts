/** A school as one file of open formats, out of one installation and into another. */
export { type Sink, writeSchool } from './write';
export { type BroughtIn, readSchool } from './read';
