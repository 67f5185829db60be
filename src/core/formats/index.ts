export * from './gpx';
