export * from './gpx';
export * from './csv';
export * from './library-tables';
export * from './compare-tables';
export * from './geojson';
export * from './gpx-writer';
export * from './tide-table';
export * from './warmth-table';
