export * from './light';
