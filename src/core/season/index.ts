export * from './phenology';
export * from './forecast';
