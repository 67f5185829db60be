export { type GpxTrack, largestGpxBytes, readGpx, readGpxFile } from './gpx';
export { readCsv, writeCsv } from './csv';
export { type Dialect, dialects } from './dialect';
export { type RosterPerson, type RosterRow, isTelephone, longestRoster, readRoster } from './roster';
export { writeRoster, writeVCards } from './roster-writer';
export { libraryTables, tableColumns, tableNames, type Tables } from './library-tables';
export { compareTables, type TableChange } from './compare-tables';
export { readGeoJson, writeGeoJson } from './geojson';
export { type KmlFolder, isKml, packKmz, readKml, readKmlTrack, textOfMapFile, writeKml } from './kml';
export { writeGpx } from './gpx-writer';
export { readConstituents, readTideTable, writeConstituents } from './tide-table';
export { readWarmth } from './warmth-table';
export {
  type Occurrence,
  packOccurrences,
  type PlaceStep,
  placeSteps,
  writeOccurrences
} from './darwin-core';
export { writeSdd } from './sdd';
export { packTaxa } from './taxon-archive';
export {
  type LeftOut,
  packQuiz,
  type PackedItem,
  type PictureFiles,
  type ReadQuestion,
  readQti
} from './qti';
export { readQuestionTable, writeQuestionTable } from './question-table';
