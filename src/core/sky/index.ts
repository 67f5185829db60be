export * from './light';
export * from './tide';
