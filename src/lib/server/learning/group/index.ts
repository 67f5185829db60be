export * from './feed';
export * from './rounds';
export * from './seats';
export * from './views';
export * from './at-phone';
