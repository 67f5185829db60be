export * from './gpx';
export * from './csv';
export * from './library-tables';
export * from './compare-tables';
