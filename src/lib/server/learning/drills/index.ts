export * from './pairs';
export * from './learner';
export * from './questions';
export * from './rounds';
export * from './choice';
export * from './answers';
