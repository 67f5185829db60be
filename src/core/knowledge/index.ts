export * from './schema';
export * from './weights';
export * from './library';
export * from './hash';
export * from './read';
export * from './plain';
export * from './search';
