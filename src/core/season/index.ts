export * from './phenology';
