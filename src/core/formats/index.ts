export { largestGpxBytes, readGpx, readGpxFile } from './gpx';
export { readCsv, writeCsv } from './csv';
export { libraryTables, tableColumns, tableNames, type Tables } from './library-tables';
export { compareTables, type TableChange } from './compare-tables';
export { readGeoJson, writeGeoJson } from './geojson';
export { writeGpx } from './gpx-writer';
export { readConstituents, readTideTable, writeConstituents } from './tide-table';
export { readWarmth } from './warmth-table';
