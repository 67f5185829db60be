export * from './phenology';
export * from './forecast';
export * from './degree-days';
